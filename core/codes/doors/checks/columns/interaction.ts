import { directionAt, sectionAt, type ReinforcedSection } from '../../../../concrete';
import type { BendingLaws } from '../beams/bending';
import type { InteractionPoint } from '../column-reinforcement';

/** Places of the neutral axis between nothing and without end that a curve is drawn through. */
const places = 72;

/** Strength with the neutral axis at an angle from level, from pure tension to pure pressure: nominal, and what counts. */
function pointsAt({ laws, share }: BendingLaws, section: ReinforcedSection, angle: number) {
  const direction = directionAt(section, angle);
  const reach = 2 * direction.outermost;
  return Array.from({ length: places + 1 }, (_, i) => {
    const t = Math.min(1 - 1e-7, Math.max(1e-7, i / places));
    const at = sectionAt(section, laws, direction, (reach * t) / (1 - t));
    return { at, phi: share(at.strain) };
  });
}

/**
 * Strength about one axis with every axial force, from pure tension to pure pressure.
 * @param about y: tension at −z; z: tension at −y
 */
export const interactionCurve = (laws: BendingLaws, section: ReinforcedSection, about: 'y' | 'z'): InteractionPoint[] =>
  pointsAt(laws, section, about === 'y' ? 0 : Math.PI / 2).map(({ at, phi }): InteractionPoint => {
    const M = about === 'y' ? at.My : at.Mz;
    return { N: at.N, M, designN: phi * at.N, designM: phi * M };
  });

/** A point of the surface of what counts: N, N·m. */
type SurfacePoint = readonly [N: number, My: number, Mz: number];

/** What may be borne at one axial force: a point for each angle of the neutral axis, from one that is level to one that is upright. */
type Contour = readonly (readonly [My: number, Mz: number])[];

/** Angles of the neutral axis in a quarter of the surface, and axial forces at which it is known. */
const angles = 9;
const levels = 64;
/** φ by strain makes the surface a little hollow: what is told at once is told with this much to spare. */
const spare = 1.003;
/** Demands are made larger or smaller until they come so near to the surface, in so many steps at most. */
const enough = 0.985;
const mostSteps = 14;

/** What is told at once of a demand: how far it uses the section at most, and angles that the neutral axis most likely lies between, rad. */
export interface QuickLook {
  readonly bound: number;
  readonly between: readonly [number, number] | undefined;
}

/** How far moments reach towards a contour, and in which of its corners they lie. */
interface Gauged {
  bent: number;
  corner: number | undefined;
}

/** The angle of the neutral axis of that number: those of a slender section lie closer where it turns from one of its sides to the other. */
const angleAt = (i: number, slender: number): number => {
  const even = ((Math.PI / 2) * i) / (angles - 1);
  return i <= 0 || i >= angles - 1 ? even : Math.atan(Math.tan(even) * slender);
};

/** Height of a section over its width. */
function slenderOf({ concrete }: ReinforcedSection): number {
  const size = (way: 'y' | 'z') =>
    Math.max(...concrete.map(({ to }) => to[way])) - Math.min(...concrete.map(({ from }) => from[way]));
  return size('z') / size('y');
}

/** The surface of a section that is the same on all sides, coarsely: what it tells at once about a demand. */
export class QuickStrength {
  private readonly pull: number;
  private readonly press: number;
  private readonly contours: readonly (Contour | undefined)[];
  private readonly slender: number;

  constructor(laws: BendingLaws, section: ReinforcedSection) {
    this.slender = slenderOf(section);
    const curves = Array.from({ length: angles }, (_, i) =>
      pointsAt(laws, section, angleAt(i, this.slender)).map(({ at, phi }): SurfacePoint => [
        phi * at.N,
        phi * at.My,
        phi * at.Mz,
      ]),
    );
    this.pull = curves[0][0][0];
    this.press = -curves[0][places][0];
    this.contours = Array.from({ length: levels + 1 }, (_, i) => {
      const N = -this.press + ((this.press + this.pull) * i) / levels;
      const points = curves.flatMap((curve) => nearestCrossing(curve, N));
      return points.length === angles ? points : undefined;
    });
  }

  /** The section is used no more than this, and where about its neutral axis lies; Infinity where it cannot be told. N tension positive. */
  look({ N, My, Mz }: { readonly N: number; readonly My: number; readonly Mz: number }): QuickLook {
    const gauged: Gauged = { bent: Infinity, corner: undefined };
    let [bound, between]: [number, QuickLook['between']] = [Infinity, undefined];
    // the nearer to the surface, the closer it is told
    for (let step = 0, scale = 1; step < mostSteps; step++) {
      const within = this.within(scale * N, scale * Math.abs(My), scale * Math.abs(Mz), gauged);
      if (within <= 1) {
        if (within / scale < bound) [bound, between] = [within / scale, this.around(gauged.corner)];
        if (within > enough || within === 0) break;
        scale *= (enough + 1) / 2 / within;
      } else scale /= within === Infinity ? 2 : within * 1.005;
    }
    return { bound: bound * spare, between };
  }

  /** Angles around a corner of contours. */
  private around(corner: number | undefined): QuickLook['between'] {
    return corner === undefined ? undefined : [angleAt(corner - 2, this.slender), angleAt(corner + 1, this.slender)];
  }

  /** How far a demand reaches towards the surface: it is used no more than this if it lies within; above 1 it does not. */
  private within(N: number, My: number, Mz: number, gauged: Gauged): number {
    const at = ((N + this.press) / (this.press + this.pull)) * levels;
    const low = Math.floor(at);
    if (low < 0 || low >= levels) return Infinity;
    const [below, above] = [this.contours[low], this.contours[low + 1]];
    const share = at - low;
    // between levels their contours are mixed; where there is only one, at an end, it shrinks to nothing
    if (!below && !above) return Infinity;
    gauge(below ?? nothing(above!), above ?? nothing(below!), share, My, Mz, gauged);
    const { bent } = gauged;
    if (bent > 1) return bent;
    return bent + (1 - bent) * (N > 0 ? N / this.pull : -N / this.press);
  }
}

const nothing = (contour: Contour): Contour => contour.map(() => [0, 0] as const);

/** Where a curve has an axial force: of several places the one with the least moment. */
function nearestCrossing(curve: readonly SurfacePoint[], N: number): [number, number][] {
  let least: [number, number] | undefined;
  for (let i = 1; i < curve.length; i++) {
    const [a, b] = [curve[i - 1], curve[i]];
    if ((N - a[0]) * (N - b[0]) > 0) continue;
    const t = b[0] === a[0] ? 0 : (N - a[0]) / (b[0] - a[0]);
    const point: [number, number] = [a[1] + t * (b[1] - a[1]), a[2] + t * (b[2] - a[2])];
    if (!least || Math.hypot(...point) < Math.hypot(...least)) least = point;
  }
  return least ? [least] : [];
}

/** How far moments reach towards a contour that lies between two others. @param share of the way from the first to the second */
function gauge(from: Contour, to: Contour, share: number, My: number, Mz: number, into: Gauged): void {
  into.bent = My === 0 && Mz === 0 ? 0 : Infinity;
  into.corner = undefined;
  if (into.bent === 0) return;
  const at = (i: number): [number, number] => [
    Math.max(0, from[i][0] + share * (to[i][0] - from[i][0])),
    Math.max(0, from[i][1] + share * (to[i][1] - from[i][1])),
  ];
  let a = at(0);
  for (let i = 1; i < angles; i++) {
    const b = at(i);
    // within the corner between a and b: M = p a + q b
    const det = a[0] * b[1] - a[1] * b[0];
    if (det > 0) {
      const p = (My * b[1] - Mz * b[0]) / det;
      const q = (a[0] * Mz - a[1] * My) / det;
      if (p >= -1e-9 && q >= -1e-9) {
        into.bent = p + q;
        into.corner = i;
        return;
      }
    }
    a = b;
  }
}
