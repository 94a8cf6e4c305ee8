import { dot, inOrder, localAxes, memberLength, memberEnds, positionTolerance, type Axes, type Member, type MemberLoad, type Model, type Vector } from '../model';
import { sectionProperties } from '../catalog';

/** Standard gravity, m/s². */
export const gravity = 9.80665;

/** A load on a member in one of its local directions: spread over `from`–`to` (N/m) or, when `isPoint`, acting at `from` (N). Distances in m from the start. */
export interface MemberTerm {
  readonly axis: 0 | 1 | 2;
  readonly value: number;
  readonly from: number;
  readonly to: number;
  readonly isPoint: boolean;
}

/** What acts in one load case, by node and by member. Forces N, moments N·m, global for nodes, local for members. */
export interface CaseLoads {
  readonly nodes: ReadonlyMap<string, Float64Array>;
  readonly members: ReadonlyMap<string, readonly MemberTerm[]>;
}

const unit: Readonly<Record<'x' | 'y' | 'z', Vector>> = { x: [1, 0, 0], y: [0, 1, 0], z: [0, 0, 1] };

/** The loads of every case of the model, by case id, in the members' own axes. The model has no stopping findings. */
export function loadsByCase(model: Model): Map<string, CaseLoads> {
  const axes = new Map<string, Axes>();
  const axesOf = (member: Member): Axes => {
    let found = axes.get(member.id);
    if (!found) {
      const ends = memberEnds(model, member)!;
      found = localAxes(ends.start.position, ends.end.position, member.angle);
      axes.set(member.id, found);
    }
    return found;
  };
  const result = new Map<string, { nodes: Map<string, Float64Array>; members: Map<string, MemberTerm[]> }>();
  for (const loadCase of inOrder(model.cases)) {
    const members = new Map<string, MemberTerm[]>();
    if (loadCase.selfWeight) {
      for (const member of Object.values(model.members)) members.set(member.id, components(axesOf(member), unit.z, -ownWeight(model, member), 0, memberLength(model, member), false));
    }
    result.set(loadCase.id, { nodes: new Map(), members });
  }
  for (const load of Object.values(model.loads)) {
    const loads = result.get(load.case)!;
    if (load.type === 'node') {
      const sum = loads.nodes.get(load.node) ?? new Float64Array(6);
      for (let i = 0; i < 3; i++) {
        sum[i] += load.force[i];
        sum[i + 3] += load.moment[i];
      }
      loads.nodes.set(load.node, sum);
    } else {
      const member = model.members[load.member];
      const terms = termsOf(load, axesOf(member), memberLength(model, member));
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

function termsOf(load: MemberLoad, axes: Axes, length: number): MemberTerm[] {
  const from = load.type === 'point' ? atMost(load.at, length) : load.from;
  const to = load.type === 'point' ? from : load.to === null ? length : atMost(load.to, length);
  const isPoint = load.type === 'point';
  if (load.axes === 'local') {
    const axis = ({ x: 0, y: 1, z: 2 } as const)[load.direction];
    return [{ axis, value: load.value, from, to, isPoint }];
  }
  return components(axes, unit[load.direction], load.value, from, to, isPoint);
}

/** A position a rounding error past the end is the end. */
const atMost = (position: number, length: number) => (position > length && position <= length + positionTolerance ? length : position);

function components(axes: Axes, direction: Vector, value: number, from: number, to: number, isPoint: boolean): MemberTerm[] {
  return ([axes.x, axes.y, axes.z] as const)
    .map((axis, i): MemberTerm => ({ axis: i as 0 | 1 | 2, value: value * dot(axis, direction), from, to, isPoint }))
    .filter((term) => Math.abs(term.value) > 1e-14 * Math.abs(value));
}
