import type { CatalogueMaterial } from '../catalog';
import { count } from '../units';
import {
  applyAct,
  fixedSupport,
  pinnedFoot,
  samePoint,
  type Act,
  type Edit,
  type GridLine,
  type Member,
  type Model,
  type Node,
  type Storey,
} from '../model';
import type { MemberFields } from './draft';
import { freeFloors, rigidFloors } from './floors';
import { NodeFinder } from './node-finder';
import { RecordCollector } from './records';
import type { SectionChoice } from './section-choice';

/** A regular frame from a few numbers; lengths in m. */
export interface FrameSpec {
  /** corner of the first grid lines on the ground; left out: 0, 0, 0 */
  readonly origin?: readonly [number, number, number];
  /** spacings along x; empty: one line of columns */
  readonly baysX: readonly number[];
  readonly baysY: readonly number[];
  /** heights from the bottom up, at least one */
  readonly storeys: readonly number[];
  readonly column: SectionChoice;
  /** left out where no beams run along x, or along y: trusses may take their place */
  readonly beamX?: SectionChoice;
  readonly beamY?: SectionChoice;
  /** of all members, or by what each section is made of */
  readonly material: CatalogueMaterial | ((section: SectionChoice, role: 'column' | 'beam') => CatalogueMaterial);
  readonly feet: 'fixed' | 'pinned';
  /** whether every floor above the ground is rigid in its plane */
  readonly rigidFloors?: boolean;
  /** what else columns and beams get: connections of their ends, behaviour, axis position */
  readonly columns?: Partial<MemberFields>;
  readonly beams?: Partial<MemberFields>;
}

export interface BuiltFrame {
  /** undefined when everything was there already */
  readonly act: Act | undefined;
  readonly nodes: Node[];
  readonly members: Member[];
  readonly supports: number;
}

/** 0 → A, 25 → Z, 26 → AA. */
export function letters(index: number): string {
  return (index >= 26 ? letters(Math.floor(index / 26) - 1) : '') + String.fromCharCode(65 + (index % 26));
}

/** Places one after another: where it begins, then each spacing on. */
export const running = (spacings: readonly number[], from = 0): number[] =>
  spacings.reduce((places, spacing) => [...places, places[places.length - 1] + spacing], [from]);

/**
 * Builds columns on every grid crossing and beams along every grid line of each storey above the ground, with grid lines,
 * storeys and supports. Nodes and members that are in the model already are used, not doubled.
 */
export function buildFrame(model: Model, spec: FrameSpec): BuiltFrame {
  const [x0, y0, z0] = spec.origin ?? [0, 0, 0];
  const xs = running(spec.baysX, x0);
  const ys = running(spec.baysY, y0);
  const zs = running(spec.storeys, z0);
  const collector = new RecordCollector(model);
  const gridLines = [...newGridLines(model, collector, 'x', xs), ...newGridLines(model, collector, 'y', ys)];
  const storeys = newStoreys(model, collector, zs);
  const nodes = new NodeFinder(model, collector);
  const support = spec.feet === 'fixed' ? fixedSupport : pinnedFoot;
  const ids = zs.map((z, level) =>
    ys.map((y) => xs.map((x) => nodes.at([x, y, z], level === 0 ? support : undefined))),
  );

  const joined = new Set(Object.values(model.members).map((member) => [member.start, member.end].sort().join(' ')));
  const members: Member[] = [];
  const { material } = spec;
  const materialOf = (choice: SectionChoice, role: 'column' | 'beam') =>
    collector.material(typeof material === 'function' ? material(choice, role) : material);
  const join = (
    role: Member['role'],
    start: string,
    end: string,
    { section, material }: { section: string; material: string },
  ) => {
    const pair = [start, end].sort().join(' ');
    if (joined.has(pair)) return;
    joined.add(pair);
    members.push({
      id: collector.nextId('members'),
      role,
      start,
      end,
      section,
      material,
      angle: 0,
      ...(role === 'column' ? spec.columns : spec.beams),
    });
  };
  const made = (choice: SectionChoice, role: 'column' | 'beam') => ({
    material: materialOf(choice, role),
    section: collector.section(choice),
  });
  const column = made(spec.column, 'column');
  const beamX = spec.baysX.length > 0 && spec.beamX ? made(spec.beamX, 'beam') : undefined;
  const beamY = spec.baysY.length > 0 && spec.beamY ? made(spec.beamY, 'beam') : undefined;
  for (let level = 1; level < zs.length; level++) {
    ys.forEach((_, j) => xs.forEach((__, i) => join('column', ids[level - 1][j][i], ids[level][j][i], column)));
    if (beamX)
      ys.forEach((_, j) => spec.baysX.forEach((__, i) => join('beam', ids[level][j][i], ids[level][j][i + 1], beamX)));
    if (beamY)
      xs.forEach((_, i) => spec.baysY.forEach((__, j) => join('beam', ids[level][j][i], ids[level][j + 1][i], beamY)));
  }
  const supports = nodes.made.filter((node) => node.support).length;
  const records = {
    gridLines,
    storeys,
    materials: collector.materials,
    sections: collector.sections,
    nodes: nodes.made,
    members,
  };
  const nothing = members.length === 0 && nodes.made.length === 0 && gridLines.length === 0 && storeys.length === 0;
  const sentence = `Built a frame of ${spec.baysX.length} × ${spec.baysY.length} bays and ${count(spec.storeys.length, 'storey')}: ${count(members.length, 'member')}`;
  const edits: Edit[] = [{ kind: 'add', records }];
  const built = !nothing && spec.rigidFloors ? applyAct(model, { edits }) : undefined;
  if (built?.ok) edits.push(...rigidFloors(built.model, freeFloors(built.model)).edits);
  return { act: nothing ? undefined : { edits, sentence }, nodes: nodes.made, members, supports };
}

function newGridLines(
  model: Model,
  collector: RecordCollector,
  axis: GridLine['axis'],
  positions: number[],
): GridLine[] {
  const present = Object.values(model.gridLines).filter((line) => line.axis === axis);
  const labels = new Set(present.map((line) => line.label));
  let index = 0;
  return positions
    .filter((position) => !present.some((line) => Math.abs(line.position - position) < samePoint))
    .map((position) => {
      let label: string;
      do label = axis === 'x' ? String(index + 1) : letters(index);
      while (index++ >= 0 && labels.has(label));
      return { id: collector.nextId('gridLines'), label, axis, position };
    });
}

function newStoreys(model: Model, collector: RecordCollector, elevations: number[]): Storey[] {
  const present = Object.values(model.storeys);
  return elevations
    .map((elevation, i) => ({ label: i === 0 ? 'Ground' : `Storey ${i}`, elevation }))
    .filter(({ elevation }) => !present.some((storey) => Math.abs(storey.elevation - elevation) < samePoint))
    .map(({ label, elevation }) => ({ id: collector.nextId('storeys'), label, elevation }));
}
