import type { Model, Vector } from '../../model';
import type { ElementSource } from '../elements';
import type { FloorMesh } from './floor-mesh';

/** What lies on a bed: a mesh of a panel by its place among the meshes, or a line support by its id. */
export type Bedded = { readonly mesh: number } | { readonly line: string };

/** A bed's spring at one node. */
interface Spring {
  readonly node: number;
  /** the way the bed pushes: a unit vector, global */
  readonly normal: Vector;
  /** N/m: against the normal, and across it */
  readonly pressed: number;
  readonly sliding: number;
  /** what of the area or length it stands for, m² or m */
  readonly share: number;
  /** whether it pushes only: what lifts off it is free */
  readonly pushes: boolean;
}

/** Soil below slabs, and line supports that only push: springs at the nodes of meshes, each for the area or length that belongs to it (Winkler). */
export class BedSource implements ElementSource {
  readonly kind = 'bed';
  readonly ids: readonly string[];
  readonly keepsForces = false;
  /** which springs act; what is lifted off does not */
  readonly active: Uint8Array;
  /** share of their stiffness that springs keep where they do not act */
  slackShare = 0;

  /**
   * @param springs of all beds
   * @param beds    whose springs they are: from number `from` on, `to` excluded
   */
  constructor(
    readonly springs: readonly Spring[],
    readonly beds: readonly { readonly of: Bedded; readonly from: number; readonly to: number }[],
  ) {
    this.ids = springs.map((_, e) => String(e));
    this.active = new Uint8Array(springs.length).fill(1);
  }

  nodesOf(e: number): readonly number[] {
    return [this.springs[e].node];
  }

  stiffness(e: number, into: Float64Array): void {
    const { normal, sliding } = this.springs[e];
    const pressed = this.pressedOf(e);
    into.fill(0, 0, 36);
    for (let i = 0; i < 3; i++)
      for (let j = 0; j < 3; j++)
        into[6 * i + j] = (pressed - sliding) * normal[i] * normal[j] + (i === j ? sliding : 0);
  }

  /** Stiffness of a spring along its normal as it acts now, N/m. */
  private pressedOf(e: number): number {
    return this.springs[e].pressed * (this.active[e] ? 1 : this.slackShare);
  }

  /** What a spring would push with if it acted, N; below zero it would pull. @param displacements six a node, global */
  wouldPush(e: number, displacements: Float64Array): number {
    const { node, normal, pressed } = this.springs[e];
    return (
      -pressed *
      (normal[0] * displacements[6 * node] +
        normal[1] * displacements[6 * node + 1] +
        normal[2] * displacements[6 * node + 2])
    );
  }

  /** Adds what the springs give to the structure, six a node, global, N. */
  addForces(displacements: Float64Array, forces: Float64Array): void {
    const k = new Float64Array(36);
    this.springs.forEach(({ node }, e) => {
      this.stiffness(e, k);
      for (let i = 0; i < 3; i++)
        for (let j = 0; j < 3; j++) forces[6 * node + i] -= k[6 * i + j] * displacements[6 * node + j];
    });
  }

  /** Writes how the stiffness of a spring that does not act differs from that of one that does, 6 × 6. @returns whether it does */
  change(e: number, into: Float64Array): boolean {
    if (this.active[e]) return false;
    const { normal, pressed } = this.springs[e];
    into.fill(0, 0, 36);
    for (let i = 0; i < 3; i++)
      for (let j = 0; j < 3; j++) into[6 * i + j] = (this.slackShare - 1) * pressed * normal[i] * normal[j];
    return true;
  }

  /** What each spring pushes with over the area or length it stands for, N/m² or N/m; below zero it pulls. */
  pressures(displacements: Float64Array): Float64Array {
    return Float64Array.from(this.springs, ({ share }, e) =>
      share > 0 ? (this.wouldPush(e, displacements) * (this.active[e] ? 1 : this.slackShare)) / share : 0,
    );
  }
}

/** The beds of a structure: the soil of its slabs and the line supports that only push. @returns none where there is no bed */
export function bedSource(model: Model, floors: FloorMesh, place: (node: number) => Vector): BedSource | undefined {
  const springs: Spring[] = [];
  const beds: { of: Bedded; from: number; to: number }[] = [];
  floors.panels.forEach(({ panel, zone, plane, mesh, nodes }, p) => {
    const soil = soilOf(model, panel.id, zone.part);
    if (!soil) return;
    const areas = new Map<number, number>();
    for (let e = 0; e + 1 < mesh.start.length; e++) {
      const corners = Array.from(mesh.corners.subarray(mesh.start[e], mesh.start[e + 1]), (c) => nodes[c]);
      cornerAreas(corners.map(place)).forEach((area, i) => areas.set(corners[i], (areas.get(corners[i]) ?? 0) + area));
    }
    const from = springs.length;
    for (const node of [...areas.keys()].sort((a, b) => a - b)) {
      const share = areas.get(node)!;
      springs.push({
        node,
        normal: plane.normal,
        pressed: soil.across * share,
        sliding: (soil.along ?? 0) * share,
        share,
        pushes: soil.pushes,
      });
    }
    beds.push({ of: { mesh: p }, from, to: springs.length });
  });
  for (const { id, support, springs: own, pushes } of Object.values(model.lineSupports)) {
    const pressed = own?.uz ?? 0;
    if (!pushes || support.uz || pressed === 0) continue;
    const from = springs.length;
    for (const { node, length } of floors.lines.get(id) ?? [])
      springs.push({
        node,
        normal: [0, 0, 1],
        pressed: pressed * length,
        sliding: 0,
        share: length,
        pushes: true,
      });
    if (springs.length > from) beds.push({ of: { line: id }, from, to: springs.length });
  }
  return springs.length > 0 ? new BedSource(springs, beds) : undefined;
}

/** The soil below a slab, or below a thick part of it that has its own. */
function soilOf(model: Model, id: string, part: string | undefined) {
  const slab = id in model.slabs ? model.slabs[id] : undefined;
  const own = slab?.soil;
  // a membrane has no stiffness across its plane
  if (!own || slab.behaviour === 'membrane') return undefined;
  const ofPart = part !== undefined && part in model.thickParts ? model.thickParts[part].soil : undefined;
  return ofPart === undefined ? own : { ...own, across: ofPart };
}

/** Areas that belong to the corners of an element, as those of an even pressure do: of a quadrilateral the mean of both ways to halve it. */
function cornerAreas(places: readonly Vector[]): number[] {
  const area = (i: number, j: number, k: number): number => {
    const [a, b, c] = [places[i], places[j], places[k]];
    const [p, q] = [
      [b[0] - a[0], b[1] - a[1], b[2] - a[2]],
      [c[0] - a[0], c[1] - a[1], c[2] - a[2]],
    ];
    return Math.hypot(p[1] * q[2] - p[2] * q[1], p[2] * q[0] - p[0] * q[2], p[0] * q[1] - p[1] * q[0]) / 2;
  };
  if (places.length === 3) return [0, 1, 2].map(() => area(0, 1, 2) / 3);
  const [one, two, three, four] = [area(0, 1, 2), area(0, 2, 3), area(1, 2, 3), area(1, 3, 0)].map((a) => a / 6);
  return [one + two + four, one + three + four, one + two + three, two + three + four];
}

/** Whether something of a model only pushes where it lies: no results of combinations can be superposed then. */
export function hasLiftOff({ slabs, lineSupports }: Pick<Model, 'slabs' | 'lineSupports'>): boolean {
  return (
    Object.values(slabs).some(
      ({ soil, behaviour }) => soil?.pushes === true && (behaviour === 'shell' || behaviour === 'plate'),
    ) || Object.values(lineSupports).some(({ pushes, support, springs }) => pushes && !support.uz && springs?.uz)
  );
}
