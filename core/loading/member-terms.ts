import { sectionProperties } from '../catalog';
import { dot, inOrder, memberAxis, positionTolerance, type Axes, type Member, type MemberAxis, type MemberLoad, type Model, type PlacedLoad, type Vector } from '../model';

/** Standard gravity, m/s². */
export const gravity = 9.80665;

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
  /** imposed displacements and rotations of nodes, in the directions of their supports, m and rad */
  readonly settlements: ReadonlyMap<string, Float64Array>;
}

const unit: Readonly<Record<'x' | 'y' | 'z', Vector>> = { x: [1, 0, 0], y: [0, 1, 0], z: [0, 0, 1] };

/**
 * The loads of every case of the model, by case id, in the members' own axes. The model has no stopping findings.
 * @param only ids of the cases wanted; none: all
 */
export function loadsByCase(model: Model, only?: ReadonlySet<string>): Map<string, CaseLoads> {
  const axes = new Map<string, MemberAxis>();
  const axisOf = (member: Member): MemberAxis => {
    let found = axes.get(member.id);
    if (!found) {
      found = memberAxis(model, member)!;
      axes.set(member.id, found);
    }
    return found;
  };
  const result = new Map<string, { nodes: Map<string, Float64Array>; members: Map<string, MemberTerm[]>; settlements: Map<string, Float64Array> }>();
  for (const loadCase of inOrder(model.cases)) {
    if (only && !only.has(loadCase.id)) continue;
    const members = new Map<string, MemberTerm[]>();
    if (loadCase.selfWeight) {
      for (const member of Object.values(model.members)) {
        const axis = axisOf(member);
        members.set(member.id, components(axis.axes, unit.z, -ownWeight(model, member), 0, 0, axis.length, false, 0));
      }
    }
    result.set(loadCase.id, { nodes: new Map(), members, settlements: new Map() });
  }
  for (const load of Object.values(model.loads)) {
    const loads = result.get(load.case);
    if (!loads) continue;
    if ('node' in load) {
      const [table, first, second] = load.type === 'node' ? ([loads.nodes, load.force, load.moment] as const) : ([loads.settlements, load.displacement, load.rotation] as const);
      const sum = table.get(load.node) ?? new Float64Array(6);
      for (let i = 0; i < 3; i++) {
        sum[i] += first[i];
        sum[i + 3] += second[i];
      }
      table.set(load.node, sum);
    } else {
      const member = model.members[load.member];
      const terms = termsOf(model, load, member, axisOf(member));
      const present = loads.members.get(load.member);
      if (present) present.push(...terms);
      else loads.members.set(load.member, terms);
    }
  }
  return result;
}

/** Weight of a member per metre of its length, N/m. */
export function ownWeight(model: Model, member: Member): number {
  const section = member.section === null ? undefined : model.sections[member.section];
  const material = member.material === null ? undefined : model.materials[member.material];
  return section && material ? sectionProperties(section.shape).area * material.density * gravity : 0;
}

function termsOf(model: Model, load: MemberLoad, member: Member, { axes, length }: MemberAxis): MemberTerm[] {
  if (load.type === 'temperature' || load.type === 'strain') {
    const whole = (action: number, value: number): MemberTerm[] => (value === 0 ? [] : [{ action, value, slope: 0, from: 0, to: length, isPoint: false }]);
    if (load.type === 'strain') return [...whole(termActions.strain, load.axial), ...whole(termActions.curvatureY, load.curvatureY), ...whole(termActions.curvatureZ, load.curvatureZ)];
    const { expansion } = model.materials[member.material!];
    const { width, depth } = sectionProperties(model.sections[member.section!].shape);
    // the warmer side grows longer, and the member bends away from it
    return [...whole(termActions.strain, expansion * load.change), ...whole(termActions.curvatureY, (-expansion * load.differenceZ) / depth), ...whole(termActions.curvatureZ, (-expansion * load.differenceY) / width)];
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
  if (load.axes === 'local') return [{ action: firstAction + { x: 0, y: 1, z: 2 }[load.direction], value, slope, from, to, isPoint }];
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
const atMost = (position: number, length: number) => (position > length && position <= length + positionTolerance ? length : position);

function components(axes: Axes, direction: Vector, value: number, slope: number, from: number, to: number, isPoint: boolean, firstAction: number): MemberTerm[] {
  return [axes.x, axes.y, axes.z]
    .map((axis, i): MemberTerm => {
      const share = dot(axis, direction);
      return { action: firstAction + i, value: value * share, slope: slope * share, from, to, isPoint };
    })
    .filter((_, i) => Math.abs(dot([axes.x, axes.y, axes.z][i], direction)) > 1e-14 && (value !== 0 || slope !== 0));
}
