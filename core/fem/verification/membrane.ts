import type { ElementSource } from '../elements';

/**
 * A four-node bilinear membrane in the x–z plane (plane stress, 2 × 2 Gauss points; Cook et al., §6.2): the first element that is not a
 * member, to prove that numbering, assembly, constraints and results take elements with any number of nodes.
 * @param E Pa, t m
 */
export class Membrane implements ElementSource {
  readonly kind = 'membrane';

  constructor(
    readonly ids: readonly string[],
    private readonly nodes: readonly (readonly number[])[],
    private readonly position: (node: number) => readonly number[],
    private readonly E: number,
    private readonly poisson: number,
    private readonly t: number,
  ) {}

  nodesOf(e: number): readonly number[] {
    return this.nodes[e];
  }

  stiffness(e: number, into: Float64Array): void {
    into.fill(0, 0, 576);
    const points = this.nodes[e].map((node) => this.position(node));
    const { E, poisson, t } = this;
    const c = E / (1 - poisson * poisson);
    const D = [
      [c, c * poisson, 0],
      [c * poisson, c, 0],
      [0, 0, (c * (1 - poisson)) / 2],
    ];
    const gauss = 1 / Math.sqrt(3);
    for (const r of [-gauss, gauss]) {
      for (const s of [-gauss, gauss]) {
        const dr = [-(1 - s), 1 - s, 1 + s, -(1 + s)].map((value) => value / 4);
        const ds = [-(1 - r), -(1 + r), 1 + r, 1 - r].map((value) => value / 4);
        const sum = (shape: number[], axis: number) =>
          shape.reduce((total, value, i) => total + value * points[i][axis], 0);
        const [xr, zr, xs, zs] = [sum(dr, 0), sum(dr, 2), sum(ds, 0), sum(ds, 2)];
        const area = xr * zs - zr * xs;
        const dx = dr.map((value, i) => (zs * value - zr * ds[i]) / area);
        const dz = dr.map((value, i) => (-xs * value + xr * ds[i]) / area);
        for (let a = 0; a < 4; a++) {
          const Ba = [
            [dx[a], 0],
            [0, dz[a]],
            [dz[a], dx[a]],
          ];
          for (let b = 0; b < 4; b++) {
            const Bb = [
              [dx[b], 0],
              [0, dz[b]],
              [dz[b], dx[b]],
            ];
            for (const i of [0, 1]) {
              for (const j of [0, 1]) {
                let k = 0;
                for (let p = 0; p < 3; p++) for (let q = 0; q < 3; q++) k += Ba[p][i] * D[p][q] * Bb[q][j];
                into[(6 * a + 2 * i) * 24 + 6 * b + 2 * j] += k * t * area;
              }
            }
          }
        }
      }
    }
  }
}
