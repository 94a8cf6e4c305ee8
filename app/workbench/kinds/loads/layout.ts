import { loadForce, loadWords, parsePlace, targetOf } from '~core/loading';
import { isPlaced, memberLength, positionTolerance, type Load, type Model } from '~core/model';
import {
  formatInput,
  formatQuantity,
  formatValue,
  parseQuantity,
  unitLabel,
  type QuantityKind,
  positionInOtherUnit,
} from '~core/units';
import type { Batch, CellColumn, CellRead, RowLayout } from '../../cells/cells';
import { bad, good } from '../../cells/columns';

const kindNames: Readonly<Record<Load['type'], string>> = {
  node: 'force',
  uniform: 'uniform',
  point: 'point',
  trapezoid: 'trapezoid',
  moment: 'moment',
  temperature: 'temperature',
  strain: 'strain',
  settlement: 'settlement',
  area: 'area',
  line: 'line',
  spot: 'force',
  panelTemperature: 'temperature',
  lineSettlement: 'settlement',
};
const typed: readonly Load['type'][] = ['uniform', 'trapezoid', 'point', 'moment', 'node'];

const valueKind = (load: Pick<Load, 'type'>): QuantityKind =>
  load.type === 'point' || load.type === 'node'
    ? 'force'
    : load.type === 'moment'
      ? 'moment'
      : load.type === 'area'
        ? 'pressure'
        : 'lineLoad';

/** What a load's first value is: of a force at a node the part along z when that is all there is. */
function firstValue(load: Load): number | undefined {
  if (load.type === 'trapezoid' || load.type === 'line') return load.valueFrom;
  if (load.type === 'area') return load.pressure.type === 'uniform' ? load.pressure.value : undefined;
  return 'value' in load ? load.value : undefined;
}

/** Guards cells of loads that a rule makes, and of kinds that have no such cell. */
const ofLoad =
  (read: (text: string, batch: Batch, row: Load) => CellRead, make?: (text: string, batch: Batch) => CellRead) =>
  (text: string, batch: Batch, row: Load | undefined): CellRead => {
    if (!row) return make ? make(text, batch) : bad('This follows from the load.');
    return row.id in batch.model.loads
      ? read(text, batch, row)
      : bad('A rule makes this load. Change the inputs of the rule in the details.');
  };

function caseCell(text: string, { model }: Batch): CellRead {
  const found = Object.values(model.cases).find((one) => one.label.toLowerCase() === text.toLowerCase());
  return found
    ? good({ case: found.id })
    : bad(
        `There is no case “${text}”. There are ${
          Object.values(model.cases)
            .map((one) => one.label)
            .join(', ') || 'none yet'
        }.`,
      );
}

function targetCell(text: string, { model }: Batch, row?: Load): CellRead {
  const id = text.toLowerCase();
  if (row?.type === 'area' || row?.type === 'line') return good({ label: text === '' ? null : text });
  if (id in model.members) return row && 'node' in row ? bad('This load acts on a node.') : good({ member: id });
  if (id in model.nodes) return row && !('node' in row) ? bad('This load acts on a member.') : good({ node: id });
  return bad(`“${text}” is neither a member nor a node, such as m4 or n2.`);
}

function directionCell(text: string): CellRead {
  const match = /^(global|local)?\s*([xyz])$/.exec(text.trim().toLowerCase());
  return match
    ? good({ ...(match[1] ? { axes: match[1] } : {}), direction: match[2] })
    : bad('Type a direction such as global z or local y.');
}

/** Reads a position against the member's length. */
function place(text: string, model: Model, member: string): { ok: true; value: number } | { ok: false; error: string } {
  const { units } = model.settings;
  const read = parsePlace(text, units);
  if (!read.ok) return read;
  const length = memberLength(model, model.members[member]);
  const value = read.value.kind === 'share' ? read.value.value * length : read.value.value;
  if (value < 0) return { ok: false, error: 'A position is measured from the start and cannot be negative.' };
  if (value > length + positionTolerance)
    return {
      ok: false,
      error: `${formatQuantity(value, 'length', units)} is past the end of ${member}, ${formatQuantity(length, 'length', units)} long.${positionInOtherUnit(value, length, units)}`,
    };
  return { ok: true, value: Math.min(value, length) };
}

const number = (text: string, kind: QuantityKind, model: Model, field: string): CellRead => {
  const read = parseQuantity(text, kind, model.settings.units);
  return read.ok ? good({ [field]: read.value }) : bad(read.error);
};

/** Every load with its case, target, values, positions and resultant. */
export function loadLayout(model: Model, resultants: boolean): RowLayout<Load> {
  const { units } = model.settings;
  const columns: CellColumn<Load>[] = [
    {
      title: 'Load',
      width: 48,
      text: (load) => load.id,
      order: (load) => Number(load.id.replace(/^[a-z]+/, '').replace('-', '.')),
    },
    {
      title: 'Case',
      width: 50,
      text: (load) => model.cases[load.case].label,
      read: ofLoad(caseCell, caseCell),
      choices: Object.values(model.cases).map((one) => one.label),
    },
    { title: 'On', width: 104, text: (load) => targetOf(load, model), read: ofLoad(targetCell, targetCell) },
    {
      title: 'Kind',
      width: 60,
      text: (load) => kindNames[load.type],
      read: ofLoad(
        () => bad('The kind of a load stays; delete it and put another.'),
        (text) =>
          typed.includes(typeOf(text)!)
            ? good({ type: typeOf(text) })
            : bad(`“${text}” is none of ${typed.map((type) => kindNames[type]).join(', ')}.`),
      ),
      choices: typed.map((type) => kindNames[type]),
    },
    {
      title: 'Direction',
      width: 74,
      text: (load) => loadWords(load, units).direction,
      read: ofLoad(
        (text, _, load) =>
          isPlaced(load)
            ? directionCell(text)
            : load.type === 'area' || load.type === 'line'
              ? onlyGlobal(text)
              : bad('Change this in the details of what it acts on.'),
        directionCell,
      ),
      choices: ['global x', 'global y', 'global z', 'local x', 'local y', 'local z'],
    },
    {
      title: 'Value',
      width: 98,
      numeric: true,
      text: (load) => {
        const value = firstValue(load);
        return value === undefined
          ? loadWords(load, units).value
          : `${formatInput(value, valueKind(load), units)} ${unitLabel(valueKind(load), units)}`;
      },
      show: (load) =>
        load.type === 'trapezoid' || load.type === 'line'
          ? formatQuantity(load.valueFrom, 'lineLoad', units)
          : loadWords(load, units).value,
      order: (load) => firstValue(load) ?? 0,
      read: ofLoad(
        (text, _, load) => {
          if (load.type === 'area') {
            if (load.pressure.type !== 'uniform') return bad('Change this in the form of the area load.');
            const read = parseQuantity(text, 'pressure', units);
            return read.ok ? good({ pressure: { ...load.pressure, value: read.value } }) : bad(read.error);
          }
          return firstValue(load) === undefined
            ? bad('It has several values; change them in the details of what it acts on.')
            : number(
                text,
                valueKind(load),
                model,
                load.type === 'trapezoid' || load.type === 'line' ? 'valueFrom' : 'value',
              );
        },
        (text) => good({ valueText: text }),
      ),
    },
    {
      title: 'to',
      width: 74,
      numeric: true,
      text: (load) =>
        load.type === 'trapezoid' || load.type === 'line'
          ? `${formatInput(load.valueTo, 'lineLoad', units)} ${unitLabel('lineLoad', units)}`
          : '',
      show: (load) =>
        load.type === 'trapezoid' || load.type === 'line' ? formatQuantity(load.valueTo, 'lineLoad', units) : '',
      read: ofLoad(
        (text, _, load) =>
          load.type === 'trapezoid' || load.type === 'line'
            ? number(text, 'lineLoad', model, 'valueTo')
            : bad('Only a trapezoidal load has a second value.'),
        (text) => good({ secondText: text }),
      ),
    },
    {
      title: 'From',
      unit: unitLabel('length', units),
      width: 58,
      numeric: true,
      text: (load) => (isPlaced(load) ? formatInput('at' in load ? load.at : load.from, 'length', units) : ''),
      show: (load) => (isPlaced(load) ? formatValue('at' in load ? load.at : load.from, 'length', units) : ''),
      read: ofLoad(
        (text, _, load) => {
          if (!isPlaced(load)) return bad('This load has no position along a member.');
          const read = place(text, model, load.member);
          if (!read.ok) return bad(read.error);
          if (!('at' in load) && read.value >= (load.to ?? memberLength(model, model.members[load.member])))
            return bad('The start must lie before the end.');
          return good({ ['at' in load ? 'at' : 'from']: read.value });
        },
        (text) => good({ fromText: text }),
      ),
    },
    {
      title: 'To',
      unit: unitLabel('length', units),
      width: 58,
      numeric: true,
      text: (load) =>
        isPlaced(load) && !('at' in load) ? (load.to === null ? 'end' : formatInput(load.to, 'length', units)) : '',
      show: (load) =>
        isPlaced(load) && !('at' in load) ? (load.to === null ? 'end' : formatValue(load.to, 'length', units)) : '',
      read: ofLoad(
        (text, _, load) => {
          if (!isPlaced(load) || 'at' in load) return bad('This load acts at one place.');
          if (text === '' || text.toLowerCase() === 'end') return good({ to: null });
          const read = place(text, model, load.member);
          return !read.ok
            ? bad(read.error)
            : read.value <= load.from
              ? bad('The end must lie beyond the start.')
              : good({ to: read.value });
        },
        (text) => good({ toText: text }),
      ),
    },
    {
      title: 'of',
      unit: unitLabel('length', units),
      width: 58,
      numeric: true,
      text: (load) =>
        'member' in load ? formatInput(memberLength(model, model.members[load.member]), 'length', units) : '',
      show: (load) =>
        'member' in load ? formatValue(memberLength(model, model.members[load.member]), 'length', units) : '',
      order: (load) => ('member' in load ? memberLength(model, model.members[load.member]) : -1),
    },
    ...(resultants
      ? (['x', 'y', 'z'] as const).map((axis, i): CellColumn<Load> => ({
          title: `Σ ${axis}`,
          unit: unitLabel('force', units),
          width: 68,
          numeric: true,
          text: (load) => formatInput(loadForce(model, load)[i], 'force', units),
          show: (load) => formatValue(loadForce(model, load)[i], 'force', units),
          order: (load) => loadForce(model, load)[i],
        }))
      : []),
    ...(Object.keys(model.loadRules).length === 0
      ? []
      : [
          {
            title: 'By',
            width: 58,
            text: (load: Load) =>
              load.id in model.loads ? '' : (model.loadRules[load.id.split('-')[0]]?.label ?? 'rule'),
          },
        ]),
  ];
  return { table: 'loads', noun: 'load', columns, create: (fields, batch) => newLoad(fields, batch) };
}

const typeOf = (text: string): Load['type'] | undefined =>
  (Object.keys(kindNames) as Load['type'][]).find(
    (type) => kindNames[type] === text.trim().toLowerCase() || type === text.trim().toLowerCase(),
  );

const onlyGlobal = (text: string): CellRead => {
  const match = /^(?:global)?\s*([xyz])$/.exec(text.trim().toLowerCase());
  return match ? good({ direction: match[1] }) : bad('Type global x, global y or global z.');
};

/** A load from the cells of a new row. */
function newLoad(
  fields: Readonly<Record<string, unknown>>,
  { model, collector }: Batch,
): { ok: true; record: Load } | { ok: false; error: string } {
  const refuse = (error: string) => ({ ok: false as const, error });
  const { units } = model.settings;
  const text = (key: string) => (typeof fields[key] === 'string' ? (fields[key] as string) : '');
  if (typeof fields.case !== 'string') return refuse('A new load needs its case.');
  const node = typeof fields.node === 'string' ? fields.node : undefined;
  const member = typeof fields.member === 'string' ? fields.member : undefined;
  if (!node && !member) return refuse('A new load needs what it acts on, such as m4 or n2.');
  const type = (fields.type as Load['type'] | undefined) ?? (node ? 'node' : 'uniform');
  if ((type === 'node') !== (node !== undefined))
    return refuse(node ? 'On a node only a force can be put here.' : 'A force of that kind acts on a node.');
  const value = parseQuantity(text('valueText'), valueKind({ type }), units);
  if (!value.ok) return refuse(value.error);
  const direction = (fields.direction as 'x' | 'y' | 'z' | undefined) ?? 'z';
  const base = { id: collector.nextId('loads'), case: fields.case };
  if (node) {
    const force: [number, number, number] = [0, 0, 0];
    force[{ x: 0, y: 1, z: 2 }[direction]] = value.value;
    return { ok: true, record: { ...base, type: 'node', node, force, moment: [0, 0, 0] } };
  }
  const on = {
    ...base,
    member: member!,
    axes: (fields.axes as 'global' | 'local' | undefined) ?? ('global' as const),
    direction,
  };
  const from = text('fromText') === '' ? undefined : place(text('fromText'), model, member!);
  if (from && !from.ok) return from;
  if (type === 'point' || type === 'moment')
    return {
      ok: true,
      record: { ...on, type, value: value.value, at: from?.value ?? memberLength(model, model.members[member!]) / 2 },
    };
  const to =
    text('toText') === '' || text('toText').toLowerCase() === 'end' ? undefined : place(text('toText'), model, member!);
  if (to && !to.ok) return to;
  const span = { from: from?.value ?? 0, to: to?.value ?? null };
  if (span.to !== null && span.to <= span.from) return refuse('The end must lie beyond the start.');
  if (type !== 'trapezoid') return { ok: true, record: { ...on, ...span, type: 'uniform', value: value.value } };
  const second = parseQuantity(text('secondText') || '0', 'lineLoad', units);
  return second.ok
    ? { ok: true, record: { ...on, ...span, type: 'trapezoid', valueFrom: value.value, valueTo: second.value } }
    : refuse(second.error);
}
