import { barDirection, type Model, type Panel, type PanelFactors, type StiffnessSet } from '../../model';
import type { ElementSource } from '../elements';
import { ByShape } from '../shell/alike';
import { shellElement, shellStiffness } from '../shell/shell-element';
import { panelStiffness, type ShellStiffness } from '../shell/shell-stiffness';
import {
  evenPressure,
  forcesInPlane,
  geometricStiffness,
  leastPrincipal,
  parameters,
  softeningOf,
  stiffnessByParameter,
  summedStiffness,
  type Softening,
} from '../shell/shell-softening';
import type { PanelMesh } from './floor-mesh';

/** A panel's own factors, times those of the first rule of a set that fits it. */
function factorsOf({ id, factors: own = {} }: Panel, set: StiffnessSet | undefined): NumberedFactors {
  const table = id.startsWith('w') ? 'walls' : 'slabs';
  const rule = set?.panels?.find(({ of }) => of === 'any' || of === table)?.factors ?? {};
  const both = (name: keyof PanelFactors) => (own[name] ?? 1) * (rule[name] ?? 1);
  return {
    bendingX: both('bendingX'),
    bendingY: both('bendingY'),
    membraneX: both('membraneX'),
    membraneY: both('membraneY'),
  };
}

type NumberedFactors = { readonly [K in keyof PanelFactors]-?: number };

/** The elements of all meshed slabs and walls. Elements of one shape in one panel share their matrices. */
export class ShellSource implements ElementSource {
  readonly kind = 'shell';
  readonly ids: readonly string[];
  readonly keepsForces = false;
  /** number of the first element of each panel, and after the last */
  readonly starts: Int32Array;
  /** of each panel, in the directions of its bars */
  readonly sections: ShellStiffness[] = [];
  private readonly nodes: Int32Array[] = [];
  private readonly matrices: Float64Array[] = [];
  /** by what they are made of, and in which direction */
  private readonly byShape = new Map<string, ByShape<Float64Array>>();
  /** what each element needs to feel forces in its plane; made when it is asked for first */
  private softenings: readonly (Softening | undefined)[] | undefined;
  /** geometric stiffness by parameter, of shapes that many elements have */
  private readonly ofMany = new Map<Softening, Float64Array>();
  /** forces in the planes that the elements feel, `parameters` an element; none: first order */
  private felt: Float64Array | undefined;
  private share = 0;

  /** @param earlier elements made before, whose matrices serve again where shape and stiffness are the same */
  constructor(
    model: Model,
    readonly panels: readonly PanelMesh[],
    private readonly position: (node: number) => ArrayLike<number>,
    set?: StiffnessSet,
    earlier?: ShellSource,
  ) {
    const ids: string[] = [];
    this.starts = new Int32Array(panels.length + 1);
    panels.forEach(({ panel, zone, offset, plane, mesh, nodes }, p) => {
      const material = model.materials[panel.material!];
      const made = panelStiffness({
        E: material.elasticModulus,
        poisson: material.poissonRatio,
        thickness: zone.thickness,
        behaviour: panel.behaviour === 'load' || panel.behaviour === undefined ? 'shell' : panel.behaviour,
        factors: factorsOf(panel, set),
      });
      const along = barDirection(plane, panel.barAngle ?? 0);
      this.sections.push(made);
      const making = makingOf(made, along, offset);
      const alike =
        this.byShape.get(making) ??
        new ByShape((corners) => {
          const matrix = new Float64Array(36 * corners.length * corners.length);
          shellStiffness(shellElement(corners, made, along, offset), matrix);
          return matrix;
        }, earlier?.byShape.get(making));
      this.byShape.set(making, alike);
      for (let e = 0; e + 1 < mesh.start.length; e++) {
        const own = Int32Array.from(mesh.corners.subarray(mesh.start[e], mesh.start[e + 1]), (corner) => nodes[corner]);
        this.nodes.push(own);
        this.matrices.push(alike.of(Array.from(own, position)));
        ids.push(panel.id);
      }
      this.starts[p + 1] = ids.length;
    });
    this.ids = ids;
    for (const alike of this.byShape.values()) alike.forgetEarlier();
  }

  nodesOf(e: number): Int32Array {
    return this.nodes[e];
  }

  stiffness(e: number, into: Float64Array): void {
    const matrix = this.matrices[e];
    into.set(matrix);
    if (!this.felt) return;
    this.geometric(e, this.felt, this.share, change);
    for (let i = 0; i < matrix.length; i++) into[i] += change[i];
  }

  /** Whether element e has stiffness in its plane, and so rotations about its normal. */
  isMembrane(e: number): boolean {
    return this.sections[this.panelOf(e)].membrane !== undefined;
  }

  private panelOf(e: number): number {
    let [low, high] = [0, this.starts.length - 1];
    while (high - low > 1) {
      const middle = (low + high) >> 1;
      if (this.starts[middle] <= e) low = middle;
      else high = middle;
    }
    return low;
  }

  /** How the stiffness of element e changes under a multiple of forces in its plane, 6n × 6n by rows. */
  geometric(e: number, forces: Float64Array, share: number, into: Float64Array): void {
    const softening = this.allSoftenings()[e];
    if (softening) geometricStiffness(softening, forces, parameters * e, share, into);
    else into.fill(0, 0, this.matrices[e].length);
  }

  /** Whether forces that element e feels change its stiffness. */
  softens(e: number): boolean {
    return this.felt !== undefined && this.allSoftenings()[e] !== undefined;
  }

  /** Writes what the forces that element e feels change in its stiffness: the lower half of 6n × 6n by rows. It has to soften. */
  softening(e: number, into: Float64Array): void {
    const softening = this.allSoftenings()[e]!;
    const size = 6 * softening.corners;
    const byParameter = this.ofMany.get(softening);
    if (byParameter) {
      summedStiffness(byParameter, (size * (size + 1)) / 2, this.felt!, parameters * e, this.share, into);
      return;
    }
    geometricStiffness(softening, this.felt!, parameters * e, this.share, change);
    for (let i = 0, to = 0; i < size; i++) for (let j = 0; j <= i; j++) into[to++] = change[i * size + j];
  }

  /**
   * Most compression in each element, N/m, compression positive; nought where nothing is compressed.
   * @param forces as `forcesInPlanes` gives them
   */
  pressures(forces: Float64Array): Float64Array {
    return Float64Array.from(this.allSoftenings(), (softening, e) =>
      softening ? Math.max(0, -leastPrincipal(softening, forces, parameters * e)) : 0,
    );
  }

  /** Forces in the planes of all elements that press each evenly from all sides, as `forcesInPlanes` gives them. @param pressures N/m, compression positive */
  evenly(pressures: Float64Array): Float64Array {
    const forces = new Float64Array(parameters * pressures.length);
    this.allSoftenings().forEach((softening, e) => {
      if (softening) evenPressure(softening, pressures[e], forces, parameters * e);
    });
    return forces;
  }

  /** The forces in the planes that the elements feel from now on, times `share`; none: first order. */
  feel(forces: Float64Array | undefined, share = 1): void {
    this.felt = forces;
    this.share = share;
  }

  /**
   * Forces in the plane of every element, `parameters` an element, N/m, tension positive.
   * @param displacements six a node, global, m and rad
   * @param warmed        free strains of panels, by id
   */
  forcesInPlanes(displacements: Float64Array, warmed: ReadonlyMap<string, { readonly strain: number }> | undefined) {
    const softenings = this.allSoftenings();
    const forces = new Float64Array(parameters * softenings.length);
    const global = new Float64Array(24);
    for (let e = 0; e < softenings.length; e++) {
      const softening = softenings[e];
      if (!softening) continue;
      const nodes = this.nodes[e];
      for (let a = 0; a < nodes.length; a++)
        for (let k = 0, from = 6 * nodes[a]; k < 6; k++) global[6 * a + k] = displacements[from + k];
      forcesInPlane(softening, global, warmed?.get(this.ids[e])?.strain ?? 0, forces, parameters * e);
    }
    return forces;
  }

  /** The force in its plane that a strain makes in the stiffest panel, N/m: below that of a very small one, forces are rounding. */
  forceOf(strain: number): number {
    return (
      strain * this.sections.reduce((most, { membrane }) => Math.max(most, membrane?.[0] ?? 0, membrane?.[4] ?? 0), 0)
    );
  }

  /** Whether some place is compressed by more than rounding. */
  isCompressed(forces: Float64Array): boolean {
    const least = -this.forceOf(1e-10);
    return this.allSoftenings().some(
      (softening, e) => softening && leastPrincipal(softening, forces, parameters * e) < least,
    );
  }

  private allSoftenings(): readonly (Softening | undefined)[] {
    if (this.softenings) return this.softenings;
    const made: (Softening | undefined)[] = [];
    const byShape = new Map<string, ByShape<Softening | undefined>>();
    this.panels.forEach(({ panel, offset, plane, zone }, p) => {
      const section = this.sections[p];
      const along = barDirection(plane, panel.barAngle ?? 0);
      const making = makingOf(section, along, offset);
      const alike =
        byShape.get(making) ??
        new ByShape((corners) => softeningOf(shellElement(corners, section, along, offset, false)));
      byShape.set(making, alike);
      for (let e = this.starts[p]; e < this.starts[p + 1]; e++)
        // what moves as one with its column is under no force of its own
        made.push(zone.rigidAt === undefined ? alike.of(Array.from(this.nodes[e], this.position)) : undefined);
    });
    const uses = new Map<Softening, number>();
    for (const one of made) if (one) uses.set(one, (uses.get(one) ?? 0) + 1);
    for (const [one, count] of uses) if (count >= many) this.ofMany.set(one, stiffnessByParameter(one));
    this.softenings = made;
    return made;
  }
}

/** What elements of one shape have in common where they are made alike. */
const makingOf = ({ membrane, bending, shear }: ShellStiffness, along: ArrayLike<number>, offset: number): string =>
  JSON.stringify([membrane, bending, shear, along, offset]);

const change = new Float64Array(24 * 24);

/** From so many elements of one shape on it pays to keep their geometric stiffness by the parameters of the forces. */
const many = 4;
