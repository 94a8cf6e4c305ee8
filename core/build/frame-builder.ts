import type { CatalogueMaterial } from '../catalog';
import { count } from '../units';
import { distance, samePoint, type Act, type GridLine, type Member, type Model, type Node, type Storey, type Support } from '../model';
import { RecordCollector } from './records';
import type { SectionChoice } from './section-choice';

/** A regular frame from a few numbers; lengths in m. */
export interface FrameSpec {
  /** spacings along x; empty: one line of columns */
  readonly baysX: readonly number[];
  readonly baysY: readonly number[];
  /** heights from the bottom up, at least one */
  readonly storeys: readonly number[];
  readonly column: SectionChoice;
  readonly beamX: SectionChoice;
  readonly beamY: SectionChoice;
  readonly material: CatalogueMaterial;
  readonly feet: 'fixed' | 'pinned';
}

export interface BuiltFrame {
  /** undefined when everything was there already */
  readonly act: Act | undefined;
  readonly nodes: Node[];
  readonly members: Member[];
  readonly supports: number;
}

export const fixedSupport: Support = { ux: true, uy: true, uz: true, rx: true, ry: true, rz: true };
export const pinnedSupport: Support = { ux: true, uy: true, uz: true, rx: false, ry: false, rz: false };

/** 0 → A, 25 → Z, 26 → AA. */
function letters(index: number): string {
  return (index >= 26 ? letters(Math.floor(index / 26) - 1) : '') + String.fromCharCode(65 + (index % 26));
}

const running = (spacings: readonly number[]): number[] => spacings.reduce((places, spacing) => [...places, places[places.length - 1] + spacing], [0]);

/**
 * Builds columns on every grid crossing and beams along every grid line of each storey above the ground, with grid lines,
 * storeys and supports. Nodes and members that are in the model already are used, not doubled.
 */
export function buildFrame(model: Model, spec: FrameSpec): BuiltFrame {
  const xs = running(spec.baysX);
  const ys = running(spec.baysY);
  const zs = running(spec.storeys);
  const collector = new RecordCollector(model);
  const gridLines = [...newGridLines(model, collector, 'x', xs), ...newGridLines(model, collector, 'y', ys)];
  const storeys = newStoreys(model, collector, zs);
  const nodes = new NodeFinder(model, collector);
  const support = spec.feet === 'fixed' ? fixedSupport : pinnedSupport;
  const ids = zs.map((z, level) => ys.map((y) => xs.map((x) => nodes.at([x, y, z], level === 0 ? support : undefined))));

  const joined = new Set(Object.values(model.members).map((member) => [member.start, member.end].sort().join(' ')));
  const members: Member[] = [];
  const material = collector.material(spec.material);
  const join = (role: Member['role'], start: string, end: string, section: string) => {
    const pair = [start, end].sort().join(' ');
    if (joined.has(pair)) return;
    joined.add(pair);
    members.push({ id: collector.nextId('members'), role, start, end, section, material, angle: 0 });
  };
  const column = collector.section(spec.column);
  const beamX = spec.baysX.length > 0 ? collector.section(spec.beamX) : '';
  const beamY = spec.baysY.length > 0 ? collector.section(spec.beamY) : '';
  for (let level = 1; level < zs.length; level++) {
    ys.forEach((_, j) => xs.forEach((__, i) => join('column', ids[level - 1][j][i], ids[level][j][i], column)));
    ys.forEach((_, j) => spec.baysX.forEach((__, i) => join('beam', ids[level][j][i], ids[level][j][i + 1], beamX)));
    xs.forEach((_, i) => spec.baysY.forEach((__, j) => join('beam', ids[level][j][i], ids[level][j + 1][i], beamY)));
  }
  const supports = nodes.made.filter((node) => node.support).length;
  const records = { gridLines, storeys, materials: collector.materials, sections: collector.sections, nodes: nodes.made, members };
  const nothing = members.length === 0 && nodes.made.length === 0 && gridLines.length === 0 && storeys.length === 0;
  const sentence = `Built a frame of ${spec.baysX.length} × ${spec.baysY.length} bays and ${count(spec.storeys.length, 'storey')}: ${count(members.length, 'member')}`;
  return { act: nothing ? undefined : { edits: [{ kind: 'add', records }], sentence }, nodes: nodes.made, members, supports };
}

function newGridLines(model: Model, collector: RecordCollector, axis: GridLine['axis'], positions: number[]): GridLine[] {
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

/** Finds nodes by place, making those that are missing. */
export class NodeFinder {
  readonly made: Node[] = [];
  private readonly byPlace = new Map<string, Node[]>();

  constructor(
    model: Model,
    private readonly collector: RecordCollector,
  ) {
    for (const node of Object.values(model.nodes)) this.remember(node);
  }

  at(position: [number, number, number], support?: Support): string {
    const [i, j, k] = cell(position);
    for (let di = -1; di <= 1; di++) {
      for (let dj = -1; dj <= 1; dj++) {
        for (let dk = -1; dk <= 1; dk++) {
          const found = this.byPlace.get(`${i + di} ${j + dj} ${k + dk}`)?.find((node) => distance(node.position, position) < samePoint);
          if (found) return found.id;
        }
      }
    }
    const node: Node = { id: this.collector.nextId('nodes'), position, ...(support ? { support } : {}) };
    this.made.push(node);
    this.remember(node);
    return node.id;
  }

  private remember(node: Node): void {
    const key = cell(node.position).join(' ');
    const present = this.byPlace.get(key);
    if (present) present.push(node);
    else this.byPlace.set(key, [node]);
  }
}

/** Cells of one metre, so that a search looks at a place and its neighbours only. */
const cell = (position: readonly number[]): number[] => position.map(Math.floor);
