import { barDirection, type Model, type Panel, type PanelFactors, type StiffnessSet } from '../../model';
import type { ElementSource } from '../elements';
import { ByShape } from '../shell/alike';
import { shellElement, shellStiffness } from '../shell/shell-element';
import { panelStiffness, type ShellStiffness } from '../shell/shell-stiffness';
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

  /** @param earlier elements made before, whose matrices serve again where shape and stiffness are the same */
  constructor(
    model: Model,
    readonly panels: readonly PanelMesh[],
    position: (node: number) => ArrayLike<number>,
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
      const making = JSON.stringify([made.membrane, made.bending, made.shear, along, offset]);
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
    into.set(this.matrices[e]);
  }
}
