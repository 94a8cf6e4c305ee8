import { sectionProperties } from '../catalog';
import {
  dot,
  inOrder,
  isDirect,
  isOnFloor,
  memberAxis,
  panelAt,
  positionTolerance,
  type Axes,
  type FloorLoad,
  type Load,
  type Member,
  type MemberAxis,
  type MemberLoad,
  type Model,
  type PlacedLoad,
  type Vector,
} from '../model';
import { makeActing, reductionOf, spreadOf, type Reduction } from './acting-loads';
import type { PanelLoad } from './area/on-panels';
import { gravity } from './gravity';
import { panelResultant, panelShares, panelWeights } from './panel-weight';
import type { RuleResult } from '../codes/loads';

/** What a term does: forces along local x, y, z (N/m, N), moments about them (N·m/m, N·m), or strains: axial, w″ and v″ (–, 1/m). */
export const termActions = { x: 0, y: 1, z: 2, xx: 3, yy: 4, zz: 5, strain: 6, curvatureY: 7, curvatureZ: 8 } as const;

/**
 * A load on a member in one of its local directions: spread over `from`–`to`, `value` at `from` and growing by `slope` per metre, or, when
 * `isPoint`, acting at `from`. Distances in m from the start of the member's axis.
 */
export interface MemberTerm {
  readonly action: number;
  readonly value: number;
  readonly slope: number;
  readonly from: number;
  readonly to: number;
  readonly isPoint: boolean;
}

/** What acts in one load case, by node and by member. Forces N, moments N·m, global for nodes, local for members. */
export interface CaseLoads {
  readonly nodes: ReadonlyMap<string, Float64Array>;
  readonly members: ReadonlyMap<string, readonly MemberTerm[]>;
  /** what acts on meshed slabs and walls */
  readonly panels: readonly PanelLoad[];
  /** free strains of meshed slabs and walls: even (–), and the curvature that makes the side of z longer, 1/m */
  readonly warmed: ReadonlyMap<string, PanelWarming>;
  /** imposed displacements and rotations of nodes, in the directions of their supports, m and rad */
  readonly settlements: ReadonlyMap<string, Float64Array>;
  /** imposed displacements and rotations of line supports, global, m and rad */
  readonly lineSettlements: ReadonlyMap<string, Float64Array>;
}

/** What warmth does to a panel that is free to follow it, the same in all directions of its plane. */
export interface PanelWarming {
  readonly strain: number;
  /** 1/m */
  readonly curvature: number;
}

const unit: Readonly<Record<'x' | 'y' | 'z', Vector>> = { x: [1, 0, 0], y: [0, 1, 0], z: [0, 0, 1] };

/**
 * The loads of every case of the model, those of rules too, by case id, in the members' own axes. What acts on a member without length,
 * section or material is left out; findings tell of it.
 * @param only ids of the cases wanted; none: all
 */
export function loadsByCase(model: Model, only?: ReadonlySet<string>): Map<string, CaseLoads> {
  return gathered(model, actingLoads(model), only);
}

/** Every load of the model: those that were put and those that rules make. */
export const actingLoads = (model: Model): readonly Load[] => makeActing(model, downwardByNode).loads;

/** What each rule of the model comes to, by its id. */
export const ruleResults = (model: Model): ReadonlyMap<string, RuleResult> => makeActing(model, downwardByNode).results;

interface Gathered extends CaseLoads {
  readonly nodes: Map<string, Float64Array>;
  readonly members: Map<string, MemberTerm[]>;
  readonly panels: PanelLoad[];
  readonly warmed: Map<string, PanelWarming>;
  readonly settlements: Map<string, Float64Array>;
  readonly lineSettlements: Map<string, Float64Array>;
}

function gathered(model: Model, loads: readonly Load[], only: ReadonlySet<string> | undefined): Map<string, Gathered> {
  const axes = new Map<string, MemberAxis | undefined>();
  const axisOf = (member: Member): MemberAxis | undefined => {
    if (!axes.has(member.id)) axes.set(member.id, memberAxis(model, member));
    return axes.get(member.id);
  };
  const result = new Map<string, Gathered>();
  for (const loadCase of inOrder(model.cases)) {
    if (only && !only.has(loadCase.id)) continue;
    const members = new Map<string, MemberTerm[]>();
    if (loadCase.selfWeight) {
      for (const member of Object.values(model.members)) {
        const axis = axisOf(member);
        if (axis)
          members.set(member.id, components(axis.axes, unit.z, -ownWeight(model, member), 0, 0, axis.length, false, 0));
      }
    }
    const panels = loadCase.selfWeight ? panelWeights(model) : [];
    result.set(loadCase.id, {
      nodes: new Map(),
      members,
      panels,
      warmed: new Map(),
      settlements: new Map(),
      lineSettlements: new Map(),
    });
  }
  const smaller = new Map<string, Reduction>();
  for (const rule of Object.values(model.loadRules))
    if (rule.type === 'reduction' && result.has(rule.case)) smaller.set(rule.case, reductionOf(model, rule, loads));
  for (const load of loads) {
    const own = result.get(load.case);
    if (!own) continue;
    const put = (member: string, terms: MemberTerm[]) => {
      const present = own.members.get(member);
      if (present) present.push(...terms);
      else own.members.set(member, terms);
    };
    if (isOnFloor(load)) putOnFloor(model, load, own);
    else if (!isDirect(load)) {
      const spread = spreadOf(model, load);
      const { received } = spread;
      own.panels.push(...spread.onPanels);
      const reduced = smaller.get(load.case);
      const factors = reduced?.reduced.has(load.id) ? reduced.factors : undefined;
      for (const { member, direction, from, to, valueFrom, valueTo } of received) {
        const factor = factors?.get(member) ?? 1;
        const axis = axisOf(model.members[member]);
        if (axis)
          put(
            member,
            components(
              axis.axes,
              direction,
              factor * valueFrom,
              (factor * (valueTo - valueFrom)) / (to - from),
              from,
              to,
              false,
              0,
            ),
          );
      }
    } else if ('node' in load) {
      const [table, first, second] =
        load.type === 'node'
          ? ([own.nodes, load.force, load.moment] as const)
          : ([own.settlements, load.displacement, load.rotation] as const);
      addSix(table, load.node, first, second);
    } else {
      const member = model.members[load.member];
      const axis = axisOf(member);
      if (axis) put(load.member, termsOf(model, load, member, axis));
    }
  }
  return result;
}

function addSix(table: Map<string, Float64Array>, id: string, first: Vector, second: Vector): void {
  const sum = table.get(id) ?? new Float64Array(6);
  for (let i = 0; i < 3; i++) {
    sum[i] += first[i];
    sum[i + 3] += second[i];
  }
  table.set(id, sum);
}

/** What acts on a slab, a wall or a line support itself. A force where no panel is analysed has no effect; a finding tells of it. */
function putOnFloor(model: Model, load: FloorLoad, own: Gathered): void {
  if (load.type === 'lineSettlement')
    return addSix(own.lineSettlements, load.lineSupport, load.displacement, load.rotation);
  if (load.type === 'spot') {
    const panel = panelAt(model, load.at);
    if (panel !== undefined)
      own.panels.push({ kind: 'spot', panel, at: load.at, force: load.force, moment: load.moment });
    return;
  }
  const panel = load.slab === undefined ? model.walls[load.wall!] : model.slabs[load.slab];
  const material = panel.material === null ? undefined : model.materials[panel.material];
  if (!material) return;
  const { expansion } = material;
  const known = own.warmed.get(panel.id) ?? { strain: 0, curvature: 0 };
  own.warmed.set(panel.id, {
    strain: known.strain + expansion * load.change + (load.strain ?? 0),
    curvature: known.curvature + (expansion * load.difference) / panel.thickness,
  });
}

/**
 * Gravity load that comes in at each node, N downward: what acts on a member goes to its ends as to those of a simple beam.
 * @param withPanels whether what lies on slabs and walls is handed to nodes too
 */
export function downwardByNode(
  model: Model,
  loads: readonly Load[],
  factors: readonly { case: string; factor: number }[],
  withPanels = true,
): Map<string, number> {
  const sum = new Map<string, number>();
  const add = (node: string, value: number) => sum.set(node, (sum.get(node) ?? 0) + value);
  const byCase = gathered(model, loads, new Set(factors.map((one) => one.case)));
  for (const { case: id, factor } of factors) {
    const own = byCase.get(id);
    if (!own) continue;
    for (const [node, force] of own.nodes) add(node, -factor * force[2]);
    for (const load of withPanels ? own.panels : []) {
      const { force, at } = panelResultant(load);
      for (const [node, share] of panelShares(model, load.panel, at)) add(node, -factor * share * force[2]);
    }
    for (const [member, terms] of own.members) {
      const { start, end } = model.members[member];
      const axis = memberAxis(model, model.members[member]);
      if (!axis) continue;
      const { axes, length } = axis;
      for (const term of terms) {
        if (term.action > termActions.z) continue;
        const share = [axes.x, axes.y, axes.z][term.action][2];
        const total = term.isPoint
          ? term.value
          : (term.value + (term.slope * (term.to - term.from)) / 2) * (term.to - term.from);
        if (total === 0 || share === 0) continue;
        const run = term.to - term.from;
        const middle = term.isPoint
          ? term.from
          : term.from + ((term.value * run ** 2) / 2 + (term.slope * run ** 3) / 3) / total;
        add(end, (-factor * share * total * middle) / length);
        add(start, -factor * share * total * (1 - middle / length));
      }
    }
  }
  return sum;
}

/** Weight of a member per metre of its length, N/m. */
export function ownWeight(model: Model, member: Member): number {
  const section = member.section === null ? undefined : model.sections[member.section];
  const material = member.material === null ? undefined : model.materials[member.material];
  return section && material ? sectionProperties(section.shape).area * material.density * gravity : 0;
}

function termsOf(model: Model, load: MemberLoad, member: Member, { axes, length }: MemberAxis): MemberTerm[] {
  if (load.type === 'temperature' || load.type === 'strain') {
    const whole = (action: number, value: number): MemberTerm[] =>
      value === 0 ? [] : [{ action, value, slope: 0, from: 0, to: length, isPoint: false }];
    if (load.type === 'strain')
      return [
        ...whole(termActions.strain, load.axial),
        ...whole(termActions.curvatureY, load.curvatureY),
        ...whole(termActions.curvatureZ, load.curvatureZ),
      ];
    if (member.material === null || member.section === null) return [];
    const { expansion } = model.materials[member.material];
    const { width, depth } = sectionProperties(model.sections[member.section].shape);
    // the warmer side grows longer, and the member bends away from it
    return [
      ...whole(termActions.strain, expansion * load.change),
      ...whole(termActions.curvatureY, (-expansion * load.differenceZ) / depth),
      ...whole(termActions.curvatureZ, (-expansion * load.differenceY) / width),
    ];
  }
  return placedTerms(load, axes, length);
}

function placedTerms(load: PlacedLoad, axes: Axes, length: number): MemberTerm[] {
  const isPoint = load.type === 'point' || load.type === 'moment';
  const from = 'at' in load ? atMost(load.at, length) : load.from;
  const to = 'at' in load ? from : load.to === null ? length : atMost(load.to, length);
  const value = load.type === 'trapezoid' ? load.valueFrom : load.value;
  const slope = load.type === 'trapezoid' ? (load.valueTo - load.valueFrom) / (to - from) : 0;
  const firstAction = load.type === 'moment' ? 3 : 0;
  if (load.axes === 'local')
    return [{ action: firstAction + { x: 0, y: 1, z: 2 }[load.direction], value, slope, from, to, isPoint }];
  const direction = unit[load.direction];
  // per metre of the projection: a member that leans catches less of it
  const share = 'projected' in load && load.projected ? Math.hypot(...perpendicular(axes.x, direction)) : 1;
  return components(axes, direction, value * share, slope * share, from, to, isPoint, firstAction);
}

/** The part of v square to a unit vector. */
function perpendicular(v: Vector, direction: Vector): Vector {
  const along = dot(v, direction);
  return [v[0] - along * direction[0], v[1] - along * direction[1], v[2] - along * direction[2]];
}

/** A position a rounding error past the end is the end. */
const atMost = (position: number, length: number) =>
  position > length && position <= length + positionTolerance ? length : position;

function components(
  axes: Axes,
  direction: Vector,
  value: number,
  slope: number,
  from: number,
  to: number,
  isPoint: boolean,
  firstAction: number,
): MemberTerm[] {
  return [axes.x, axes.y, axes.z]
    .map((axis, i): MemberTerm => {
      const share = dot(axis, direction);
      return { action: firstAction + i, value: value * share, slope: slope * share, from, to, isPoint };
    })
    .filter((_, i) => Math.abs(dot([axes.x, axes.y, axes.z][i], direction)) > 1e-14 && (value !== 0 || slope !== 0));
}
