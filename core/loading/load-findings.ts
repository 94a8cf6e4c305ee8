import { sectionProperties } from '../catalog';
import { count, formatNumber, formatQuantity, formatValue, unitSize } from '../units';
import {
  inOrder,
  isSpread,
  isMeshed,
  isPlaced,
  panelAt,
  type AreaLoad,
  type Finding,
  type Load,
  type LoadCase,
  type Model,
  type PanelTemperatureLoad,
  type SpotLoad,
} from '../model';
import { spreadOf } from './acting-loads';
import { targetOf } from './load-words';
import { actingLoads, ruleResults } from './member-terms';

/** What a load or a rule says that an engineer should know: settlements without support, areas without members, values in other units, weight counted twice. */
export function loadFindings(model: Model): Finding[] {
  const found: Finding[] = [...selfWeightTwice(model)];
  const rules = Object.keys(model.loadRules).length > 0 ? ruleResults(model) : undefined;
  for (const rule of inOrder(model.loadRules)) {
    for (const problem of rules?.get(rule.id)?.problems ?? [])
      found.push({
        key: `rule ${rule.id} ${problem}`,
        rule: 'load-rule',
        severity: 'remark',
        sentence: problem.startsWith(rule.label) ? problem : `${rule.label}: ${problem}`,
        why: 'A part of what the rule should make is missing. Change its inputs, or delete it.',
        place: { case: 'case' in rule ? rule.case : undefined },
      });
  }
  found.push(...lostByRules(model));
  for (const load of actingLoads(model)) {
    // what a rule makes is as its inputs say
    if (!(load.id in model.loads)) continue;
    const place = { loads: [load.id], case: load.case };
    const base = { key: '', severity: 'remark' as const, place };
    const { label } = model.cases[load.case];
    if (isSpread(load)) {
      const { remarks, given, taken } = spreadOf(model, load);
      if (remarks.length > 0) {
        const short = Math.abs(given - taken) > 1e-6 * Math.max(1, Math.abs(given));
        found.push({
          ...base,
          key: `spread ${load.id}`,
          rule: 'area-load',
          sentence: `Case ${label}: ${load.type === 'area' ? 'the area load' : 'the line load'} ${load.id} (${targetOf(load, model)}) ${short ? 'does not reach members whole' : 'has an edge without a member, or an odd shape'}.`,
          why: remarks.join(' '),
        });
      }
    }
    if (load.type === 'spot' || load.type === 'panelTemperature') found.push(...onNoPanel(model, load, label));
    if (load.type === 'settlement') found.push(...withoutSupport(model, load, label));
    if (load.type === 'temperature') {
      const member = model.members[load.member];
      const material = member.material === null ? undefined : model.materials[member.material];
      if (material && material.expansion === 0)
        found.push({
          ...base,
          key: `expansion ${load.id}`,
          rule: 'no-expansion',
          sentence: `Case ${label}: ${load.id} warms member ${load.member}, whose material ${material.name} has no coefficient of expansion.`,
          why: 'It has no effect. Give the material its coefficient, or delete the load.',
          place: { ...place, members: [load.member] },
        });
    }
    found.push(...units(model, load, label), ...upward(model, load, label));
  }
  return found;
}

/** What areas that a rule makes do not hand to members, told once a rule: an edge without a member does not matter while the others carry everything. */
function lostByRules(model: Model): Finding[] {
  const lost = new Map<string, { force: number; areas: number; case: string }>();
  for (const load of actingLoads(model)) {
    if (!isSpread(load) || load.id in model.loads) continue;
    const { given, taken } = spreadOf(model, load);
    if (Math.abs(given - taken) <= 1e-6 * Math.max(1, Math.abs(given))) continue;
    const id = load.id.split('-')[0];
    const sum = lost.get(id) ?? { force: 0, areas: 0, case: load.case };
    lost.set(id, { force: sum.force + Math.abs(given - taken), areas: sum.areas + 1, case: sum.case });
  }
  return [...lost].map(([id, { force, areas, case: caseId }]): Finding => ({
    key: `rule lost ${id}`,
    rule: 'area-load',
    severity: 'remark',
    sentence: `${model.loadRules[id].label}: ${formatQuantity(force, 'force', model.settings.units)} of ${count(areas, 'area')} reach no member, all cases together.`,
    why: 'Walls or roofs of the building lie where no members bound them. Draw what carries them, or change the measures of the building.',
    place: { case: caseId },
  }));
}

/** A force where no slab is analysed, or warmth that changes nothing. */
function onNoPanel(model: Model, load: SpotLoad | PanelTemperatureLoad, label: string): Finding[] {
  const tell = (key: string, sentence: string, why: string): Finding[] => [
    {
      key: `${key} ${load.id}`,
      rule: key,
      severity: 'remark',
      sentence,
      why,
      place: { loads: [load.id], case: load.case },
    },
  ];
  if (load.type === 'spot') {
    if (panelAt(model, load.at) !== undefined) return [];
    const place = load.at.map((part) => formatQuantity(part, 'length', model.settings.units)).join(', ');
    return tell(
      'load-beside-slab',
      `Case ${label}: ${load.id} acts at ${place}, where no slab or wall is analysed.`,
      'It has no effect. Move it onto a slab, or have the slab under it analysed as a shell or a plate.',
    );
  }
  const panel = load.slab === undefined ? model.walls[load.wall!] : model.slabs[load.slab];
  const material = panel.material === null ? undefined : model.materials[panel.material];
  if (!isMeshed(panel))
    return tell(
      'warmed-outline',
      `Case ${label}: ${load.id} warms ${panel.label ?? panel.id}, which is not analysed.`,
      'It has no effect. Have it analysed as a shell or a plate, or delete the load.',
    );
  return material && material.expansion === 0
    ? tell(
        'no-expansion',
        `Case ${label}: ${load.id} warms ${panel.label ?? panel.id}, whose material ${material.name} has no coefficient of expansion.`,
        'It has no effect. Give the material its coefficient, or delete the load.',
      )
    : [];
}

function withoutSupport(model: Model, load: Extract<Load, { type: 'settlement' }>, label: string): Finding[] {
  const { support } = model.nodes[load.node];
  const names = ['ux', 'uy', 'uz', 'rx', 'ry', 'rz'] as const;
  const moved = [...load.displacement, ...load.rotation];
  const free = names.filter((name, i) => moved[i] !== 0 && support?.[name] !== true);
  if (free.length === 0) return [];
  return [
    {
      key: `settlement ${load.id}`,
      rule: 'settlement-without-support',
      severity: 'remark',
      sentence: `Case ${label}: ${load.id} moves node ${load.node} in ${free.join(', ')}, where no support holds it.`,
      why: 'Only a support can be moved; in a direction that is free this has no effect. Hold the node there, or take that part away.',
      place: { nodes: [load.node], loads: [load.id], case: load.case },
    },
  ];
}

/** Beyond these a value was most likely typed in another unit: floors in Pa, member loads in N/m, forces in N. */
const usual = { area: 5e4, floor: 1e4, line: 5e5, point: 2e7, thin: 0.02 };

function units(model: Model, load: Load, label: string): Finding[] {
  const system = model.settings.units;
  const tell = (what: string, other: string): Finding[] => [
    {
      key: `units ${load.id}`,
      rule: 'suspected-units',
      severity: 'remark',
      sentence: `Case ${label}: ${load.id} is ${what}, which is unusual.`,
      why: other,
      place: { loads: [load.id], case: load.case },
    },
  ];
  const size = (value: number) => Math.abs(value);
  if (load.type === 'area' && load.pressure.type === 'uniform') {
    const value = size(load.pressure.value);
    const nature = model.cases[load.case].nature;
    const isFloor = load.direction === 'z' && (nature === 'live' || nature === 'superimposedDead');
    if (isFloor && value >= usual.floor && value <= usual.area) {
      const typed = value / unitSize('pressure', system);
      return tell(
        `${formatQuantity(value, 'pressure', system)} on a floor`,
        `Floors seldom carry that. If ${formatNumber(typed, 1)} was meant in ${system === 'si' ? 'psf' : 'kg/m²'}, it would be ${formatQuantity(typed * (system === 'si' ? 47.88025898 : 9.80665), 'pressure', system)}. Accept the finding if it is meant.`,
      );
    }
    if (value > usual.area)
      return tell(
        `${formatQuantity(value, 'pressure', system)} over an area`,
        `If it was meant in Pa or kg/m², ${formatQuantity(value / 1000, 'pressure', system)} or ${formatQuantity((value / 1000) * 9.80665, 'pressure', system)} would be usual.`,
      );
    if (value > 0 && value < 20)
      return tell(
        `${formatValue(value, 'pressure', system, 4)} ${system === 'si' ? 'kPa' : 'psf'} over an area`,
        `If it was meant in kPa, ${formatQuantity(value * 1000, 'pressure', system)} would be usual.`,
      );
  }
  if (
    (load.type === 'uniform' && size(load.value) > usual.line) ||
    (load.type === 'trapezoid' && Math.max(size(load.valueFrom), size(load.valueTo)) > usual.line)
  ) {
    const value = load.type === 'uniform' ? load.value : Math.max(size(load.valueFrom), size(load.valueTo));
    return tell(
      `${formatQuantity(value, 'lineLoad', system)} on a member`,
      `If it was meant in N/m, ${formatQuantity(value / 1000, 'lineLoad', system)} would be usual.`,
    );
  }
  const force = load.type === 'point' ? size(load.value) : load.type === 'node' ? Math.hypot(...load.force) : 0;
  if (force > usual.point)
    return tell(
      formatQuantity(force, 'force', system),
      `If it was meant in N, ${formatQuantity(force / 1000, 'force', system)} would be usual.`,
    );
  return [];
}

const isGravity = ({ nature }: LoadCase): boolean =>
  nature === 'dead' ||
  nature === 'superimposedDead' ||
  nature === 'live' ||
  nature === 'roofLive' ||
  nature === 'snow' ||
  nature === 'rain';

/** A gravity load that points up. */
function upward(model: Model, load: Load, label: string): Finding[] {
  if (!isGravity(model.cases[load.case])) return [];
  const lifts =
    load.type === 'node'
      ? load.force[2] > 0
      : isPlaced(load) && load.type !== 'moment'
        ? load.axes === 'global' &&
          load.direction === 'z' &&
          (load.type === 'trapezoid' ? Math.max(load.valueFrom, load.valueTo) : load.value) > 0
        : load.type === 'line'
          ? load.direction === 'z' && Math.max(load.valueFrom, load.valueTo) > 0
          : load.type === 'area'
            ? load.direction === 'z' &&
              load.pressure.type === 'uniform' &&
              load.pressure.value * (load.reversed ? -1 : 1) > 0
            : false;
  if (!lifts) return [];
  const turned = turnedOver(load);
  return [
    {
      key: `upward ${load.id}`,
      rule: 'gravity-upward',
      severity: 'remark',
      sentence: `Case ${label}: ${load.id} on ${targetOf(load, model)} points up in a case of gravity loads.`,
      why: 'Downward is −z. Accept the finding if it is meant.',
      place: { loads: [load.id], case: load.case },
      ...(turned
        ? {
            mend: {
              label: 'Turn it downward',
              act: { edits: [{ kind: 'change', table: 'loads', changes: [{ id: load.id, fields: turned }] }] },
            },
          }
        : {}),
    },
  ];
}

function turnedOver(load: Load): Record<string, unknown> | undefined {
  if (load.type === 'node') return { force: [load.force[0], load.force[1], -load.force[2]] };
  if (load.type === 'uniform' || load.type === 'point') return { value: -load.value };
  if (load.type === 'trapezoid' || load.type === 'line') return { valueFrom: -load.valueFrom, valueTo: -load.valueTo };
  return load.type === 'area' && load.pressure.type === 'uniform'
    ? { pressure: { ...load.pressure, value: -load.pressure.value } }
    : undefined;
}

/** Own weight in several cases, or beside an allowance that stands for it. */
function selfWeightTwice(model: Model): Finding[] {
  const found: Finding[] = [];
  const own = inOrder(model.cases).filter((one) => one.selfWeight);
  const drop = (id: string) => ({
    edits: [{ kind: 'change' as const, table: 'cases' as const, changes: [{ id, fields: { selfWeight: false } }] }],
  });
  if (own.length > 1) {
    found.push({
      key: 'self-weight twice',
      rule: 'self-weight-twice',
      severity: 'remark',
      sentence: `The members’ own weight acts in ${count(own.length, 'case')}: ${own.map((one) => one.label).join(', ')}.`,
      why: 'Where these cases are combined it counts more than once.',
      place: { case: own[1].id },
      mend: {
        label: `Keep it in ${own[0].label} only`,
        act: { edits: own.slice(1).flatMap((one) => drop(one.id).edits) },
      },
    });
  }
  const allowances = inOrder(model.loads).filter(
    (load): load is AreaLoad => load.type === 'area' && load.allowance === true,
  );
  if (own.length > 0 && allowances.length > 0) {
    found.push({
      key: 'self-weight allowance',
      rule: 'self-weight-twice',
      severity: 'remark',
      sentence: `The members’ own weight acts in case ${own[0].label}, and ${count(allowances.length, 'area load')} (${allowances[0].id}) ${allowances.length === 1 ? 'stands' : 'stand'} for it.`,
      why: 'It counts twice. Take it out of the case, or the allowance away.',
      place: { loads: allowances.map((load) => load.id), case: own[0].id },
      mend: { label: `Take it out of ${own[0].label}`, act: drop(own[0].id) },
    });
  }
  return found;
}

/** Members whose section is so thin that it was most likely typed in another unit; walls and slabs likewise. */
export function thicknessFindings(model: Model): Finding[] {
  const panels = [...Object.values(model.slabs), ...Object.values(model.walls)]
    .filter((panel) => panel.thickness < usual.thin)
    .map((panel): Finding => ({
      key: `thin ${panel.id}`,
      rule: 'suspected-units',
      severity: 'remark',
      sentence: `${panel.id in model.slabs ? 'Slab' : 'Wall'} ${panel.label ?? panel.id} is ${formatQuantity(panel.thickness, 'sectionLength', model.settings.units)} thick.`,
      why: `If it was meant in another unit, ${formatQuantity(panel.thickness * 100, 'sectionLength', model.settings.units, 0)} would be usual.`,
      place: { nodes: panel.corners },
    }));
  const concrete = inOrder(model.sections)
    .filter(
      (section) =>
        (section.shape.type === 'rectangle' || section.shape.type === 'circle') &&
        sectionProperties(section.shape).depth > 5,
    )
    .map((section): Finding => ({
      key: `thick ${section.id}`,
      rule: 'suspected-units',
      severity: 'remark',
      sentence: `Section ${section.name} is ${formatQuantity(sectionProperties(section.shape).depth, 'length', model.settings.units)} deep.`,
      why: 'If it was typed in another unit, change its dimensions.',
      place: {
        members: Object.values(model.members)
          .filter((member) => member.section === section.id)
          .map((member) => member.id),
      },
    }));
  return [...panels, ...concrete];
}
