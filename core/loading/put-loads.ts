import { count, formatQuantity, parseQuantity, type Parsed, type UnitSystem, positionInOtherUnit } from '../units';
import { idSource, memberLength, type Act, type Load, type MemberLoad, type Model, type Vector } from '../model';

/** A position along a member: metres from its start, or a share of its length. */
export type Place =
  { readonly kind: 'length'; /** m */ readonly value: number } | { readonly kind: 'share'; readonly value: number };

/** A position this far past the end (m) is taken as the end. */
export const endTolerance = 0.01;

/** Reads a position: a length, a percentage, or a share of the length L (`2.4`, `40 %`, `L/3`, `2/3 L`). */
export function parsePlace(text: string, units: UnitSystem): Parsed<Place> {
  const trimmed = text.trim();
  const percent = /^([\d.,]+)\s*%$/.exec(trimmed);
  const ofLength = percent
    ? `${percent[1].replace(',', '.')}/100`
    : /\bL\b|^L|L$|\dL/.test(trimmed)
      ? trimmed.replace(/^L/, '1').replace(/\s*\*?\s*L/, '')
      : undefined;
  if (ofLength === undefined) {
    const read = parseQuantity(trimmed, 'length', units);
    return read.ok ? { ok: true, value: { kind: 'length', value: read.value }, understood: read.understood } : read;
  }
  const read = parseQuantity(ofLength, 'number', units);
  if (!read.ok)
    return {
      ok: false,
      error: `“${trimmed}” is no position. Type a length, a percentage such as 40 %, or a share such as L/3.`,
    };
  if (read.value < 0 || read.value > 1)
    return { ok: false, error: `“${trimmed}” lies outside the member: a share of its length is between 0 and 1.` };
  return {
    ok: true,
    value: { kind: 'share', value: read.value },
    understood: `${(read.value * 100).toFixed(1)} % of the length`,
  };
}

/** n places that part a member into n + 1 equal lengths. */
export const equalPlaces = (n: number): Place[] =>
  Array.from({ length: n }, (_, i) => ({ kind: 'share', value: (i + 1) / (n + 1) }));

interface Directed {
  readonly axes: 'global' | 'local';
  readonly direction: 'x' | 'y' | 'z';
}

/** What is put on members; positions left out are the start and the end. Units as in the loads. */
export type MemberPut =
  | (Directed & {
      readonly kind: 'uniform';
      readonly value: number;
      readonly projected: boolean;
      readonly from?: Place;
      readonly to?: Place;
    })
  | (Directed & {
      readonly kind: 'trapezoid';
      readonly valueFrom: number;
      readonly valueTo: number;
      readonly projected: boolean;
      readonly from?: Place;
      readonly to?: Place;
    })
  | (Directed & { readonly kind: 'point' | 'moment'; readonly value: number; readonly places: readonly Place[] })
  | {
      readonly kind: 'temperature';
      readonly change: number;
      readonly differenceY: number;
      readonly differenceZ: number;
    }
  | { readonly kind: 'strain'; readonly axial: number; readonly curvatureY: number; readonly curvatureZ: number };

/** What is put on nodes. */
export type NodePut =
  | { readonly kind: 'node'; readonly force: Vector; readonly moment: Vector }
  | { readonly kind: 'settlement'; readonly displacement: Vector; readonly rotation: Vector };

export type Put =
  { readonly ok: true; readonly act: Act; readonly words: string } | { readonly ok: false; readonly error: string };

const refuse = (error: string): Put => ({ ok: false, error });

/**
 * Puts a load on members, each at its own positions. A position a little past the end is set to the end and counted; one that is farther is
 * refused with the case, the member, its length and, where it fits, the unit it may have been meant in.
 */
export function putOnMembers(model: Model, caseId: string, members: readonly string[], put: MemberPut): Put {
  if (members.length === 0) return refuse('Select the members first.');
  const next = idSource(model);
  const { units } = model.settings;
  const show = (value: number) => formatQuantity(value, 'length', units);
  let atEnd = 0;
  let problem: string | undefined;
  const loads: MemberLoad[] = [];
  for (const member of members) {
    const length = memberLength(model, model.members[member]);
    const metres = (place: Place): number => {
      const value = place.kind === 'share' ? place.value * length : place.value;
      if (value < 0)
        problem ??= `${show(value)} is negative; positions are measured from the start of member ${member}.`;
      else if (value > length + endTolerance) {
        const other = positionInOtherUnit(value, length, units);
        problem ??= `Case ${model.cases[caseId].label}: ${show(value)} is past the end of member ${member}, which is ${show(length)} long.${other}`;
      } else if (value > length) {
        atEnd++;
        return length;
      }
      return value;
    };
    const base = { id: next('loads'), case: caseId, member };
    if (put.kind === 'temperature')
      loads.push({
        ...base,
        type: 'temperature',
        change: put.change,
        differenceY: put.differenceY,
        differenceZ: put.differenceZ,
      });
    else if (put.kind === 'strain')
      loads.push({ ...base, type: 'strain', axial: put.axial, curvatureY: put.curvatureY, curvatureZ: put.curvatureZ });
    else if ('places' in put) {
      if (put.places.length === 0) return refuse('Say where: a length, a share such as L/3, or several of them.');
      put.places.forEach((place, i) =>
        loads.push({
          ...base,
          id: i === 0 ? base.id : next('loads'),
          type: put.kind,
          axes: put.axes,
          direction: put.direction,
          value: put.value,
          at: metres(place),
        }),
      );
    } else {
      const from = put.from ? metres(put.from) : 0;
      const end = put.to ? metres(put.to) : undefined;
      if (end !== undefined && end <= from + 1e-9)
        problem ??= `On member ${member} the load would end at ${show(end)}, where it starts or before.`;
      const spread = {
        ...base,
        axes: put.axes,
        direction: put.direction,
        from,
        to: end === undefined || Math.abs(end - length) < 1e-9 ? null : end,
        ...(put.projected && put.axes === 'global' ? { projected: true } : {}),
      };
      loads.push(
        put.kind === 'uniform'
          ? { ...spread, type: 'uniform', value: put.value }
          : { ...spread, type: 'trapezoid', valueFrom: put.valueFrom, valueTo: put.valueTo },
      );
    }
  }
  if (problem !== undefined) return refuse(problem);
  const nothing =
    put.kind === 'temperature'
      ? !(put.change || put.differenceY || put.differenceZ)
      : put.kind === 'strain'
        ? !(put.axial || put.curvatureY || put.curvatureZ)
        : put.kind === 'trapezoid'
          ? !(put.valueFrom || put.valueTo)
          : !put.value;
  if (
    nothing ||
    loads.some((load) => Object.values(load).some((value) => typeof value === 'number' && !Number.isFinite(value)))
  )
    return refuse('Type the value of the load.');
  const ends = atEnd > 0 ? `; ${count(atEnd, 'position')} a little past the end set to the end` : '';
  return {
    ok: true,
    act: {
      edits: [{ kind: 'add', records: { loads } }],
      sentence: `Put ${valueOf(put, units)} on ${count(members.length, 'member')} in case ${model.cases[caseId].label}${ends}`,
    },
    words: `${count(loads.length, 'load')} on ${count(members.length, 'member')}${ends}`,
  };
}

function valueOf(put: MemberPut, units: UnitSystem): string {
  switch (put.kind) {
    case 'uniform':
      return formatQuantity(put.value, 'lineLoad', units);
    case 'trapezoid':
      return `${formatQuantity(put.valueFrom, 'lineLoad', units)} to ${formatQuantity(put.valueTo, 'lineLoad', units)}`;
    case 'point':
      return formatQuantity(put.value, 'force', units);
    case 'moment':
      return formatQuantity(put.value, 'moment', units);
    case 'temperature':
      return 'a temperature';
    case 'strain':
      return 'an initial strain';
  }
}

/** Puts a force or a settlement on nodes; a settlement only where a support holds, since elsewhere it has no effect. */
export function putOnNodes(model: Model, caseId: string, nodes: readonly string[], put: NodePut): Put {
  if (nodes.length === 0) return refuse('Select the nodes first.');
  const next = idSource(model);
  const label = model.cases[caseId].label;
  const six = put.kind === 'node' ? [...put.force, ...put.moment] : [...put.displacement, ...put.rotation];
  if (!six.some((part) => part !== 0)) return refuse('Type one value at least.');
  if (put.kind === 'settlement') {
    const directions = ['ux', 'uy', 'uz', 'rx', 'ry', 'rz'] as const;
    for (const id of nodes) {
      const free = directions.find((direction, i) => six[i] !== 0 && model.nodes[id].support?.[direction] !== true);
      if (free)
        return refuse(
          `Node ${id} has no support in ${free}: only a support can settle. Hold the node there first, or leave that part empty.`,
        );
    }
  }
  const triple = (from: number): [number, number, number] => [six[from], six[from + 1], six[from + 2]];
  const loads = nodes.map((node): Load =>
    put.kind === 'node'
      ? { id: next('loads'), case: caseId, type: 'node', node, force: triple(0), moment: triple(3) }
      : { id: next('loads'), case: caseId, type: 'settlement', node, displacement: triple(0), rotation: triple(3) },
  );
  return {
    ok: true,
    act: {
      edits: [{ kind: 'add', records: { loads } }],
      sentence: `Put ${put.kind === 'node' ? 'a force' : 'a settlement'} on ${count(nodes.length, 'node')} in case ${label}`,
    },
    words: count(loads.length, 'load'),
  };
}

/** Copies a case with all loads that were put in it, times a factor. Rules stay with the case they were made for. */
export function copyCase(model: Model, caseId: string, label: string, name: string, factor: number): Put {
  const source = model.cases[caseId];
  if (!Number.isFinite(factor) || factor === 0) return refuse('The factor must be a number other than 0.');
  if (label.trim() === '' || Object.values(model.cases).some((one) => one.label === label.trim()))
    return refuse(
      label.trim() === ''
        ? 'Give the copy a short name.'
        : `There is a case ${label.trim()} already. Choose another short name.`,
    );
  const next = idSource(model);
  const id = next('cases');
  const times = (value: number) => value * factor;
  const three = (vector: readonly number[]): [number, number, number] => [
    times(vector[0]),
    times(vector[1]),
    times(vector[2]),
  ];
  const scaled = (load: Load): Load => {
    switch (load.type) {
      case 'node':
        return { ...load, force: three(load.force), moment: three(load.moment) };
      case 'spot':
        return { ...load, force: three(load.force), moment: three(load.moment) };
      case 'panelTemperature':
        return {
          ...load,
          change: times(load.change),
          difference: times(load.difference),
          ...(load.strain === undefined ? {} : { strain: times(load.strain) }),
        };
      case 'settlement':
      case 'lineSettlement':
        return { ...load, displacement: three(load.displacement), rotation: three(load.rotation) };
      case 'temperature':
        return {
          ...load,
          change: times(load.change),
          differenceY: times(load.differenceY),
          differenceZ: times(load.differenceZ),
        };
      case 'strain':
        return {
          ...load,
          axial: times(load.axial),
          curvatureY: times(load.curvatureY),
          curvatureZ: times(load.curvatureZ),
        };
      case 'trapezoid':
      case 'line':
        return { ...load, valueFrom: times(load.valueFrom), valueTo: times(load.valueTo) };
      case 'area':
        return scaledArea(load, factor);
      default:
        return { ...load, value: times(load.value) };
    }
  };
  const loads = Object.values(model.loads)
    .filter((load) => load.case === caseId)
    .map((load): Load => ({ ...scaled(load), id: next('loads'), case: id }));
  const left = source.selfWeight ? '; self-weight stays in the original' : '';
  const wet = Object.values(model.loads).find(
    (load) =>
      load.case === caseId &&
      load.type === 'area' &&
      load.pressure.type === 'earth' &&
      load.pressure.waterLevel !== undefined,
  );
  if (wet && Math.abs(factor) !== 1)
    return refuse(
      `${wet.id} is earth with water, whose weight is not the soil’s: it cannot be copied with a factor other than 1 or −1.`,
    );
  return {
    ok: true,
    act: {
      edits: [
        {
          kind: 'add',
          records: {
            cases: [{ ...source, id, label: label.trim(), name: name.trim() || source.name, selfWeight: false }],
            loads,
          },
        },
      ],
      sentence: `Copied case ${source.label} to ${label.trim()} with factor ${factor}${left}`,
    },
    words: `${count(loads.length, 'load')}${left}`,
  };
}

function scaledArea(load: Extract<Load, { type: 'area' }>, factor: number): Load {
  const { pressure } = load;
  if (pressure.type === 'uniform') return { ...load, pressure: { ...pressure, value: pressure.value * factor } };
  if (pressure.type === 'linear') {
    const [a, b, c] = pressure.points.map((one) => ({ ...one, value: one.value * factor }));
    return { ...load, pressure: { ...pressure, points: [a, b, c] } };
  }
  const reversed = factor < 0 ? !load.reversed : load.reversed === true;
  const size = Math.abs(factor);
  // a fluid or a soil that weighs more or less makes more or less pressure
  if (pressure.type === 'fluid')
    return { ...load, reversed, pressure: { ...pressure, density: pressure.density * size } };
  return {
    ...load,
    reversed,
    pressure: {
      ...pressure,
      unitWeight: pressure.unitWeight * size,
      surcharge: pressure.surcharge * size,
      ...(pressure.submergedWeight === undefined ? {} : { submergedWeight: pressure.submergedWeight * size }),
    },
  };
}
