import { samePlace } from '../../mesh';
import type { Vector } from '../../model';

/** Squares in which places are looked up, m. */
const cell = 0.5;

/** A number for the square i, j, k. */
const keyOf = (i: number, j: number, k: number): number =>
  (Math.imul(i, 73856093) ^ Math.imul(j, 19349663) ^ Math.imul(k, 83492791)) >>> 0;

/** Numbered places in space, each once. */
export class Places {
  /** by a number made of the square's; two squares may share one, for what is found is measured */
  private readonly cells = new Map<number, { at: Vector; number: number }[]>();

  put(at: Vector, number: number): void {
    const key = keyOf(Math.floor(at[0] / cell), Math.floor(at[1] / cell), Math.floor(at[2] / cell));
    const list = this.cells.get(key);
    if (list) list.push({ at, number });
    else this.cells.set(key, [{ at, number }]);
  }

  /** The number of the place within a millimetre or two of this one. */
  at(at: Vector): number | undefined {
    let found: number | undefined;
    let nearest = 2 * samePlace;
    const low = at.map((value) => Math.floor((value - nearest) / cell));
    const high = at.map((value) => Math.floor((value + nearest) / cell));
    for (let i = low[0]; i <= high[0]; i++)
      for (let j = low[1]; j <= high[1]; j++)
        for (let k = low[2]; k <= high[2]; k++)
          for (const { at: place, number } of this.cells.get(keyOf(i, j, k)) ?? []) {
            const away = Math.hypot(place[0] - at[0], place[1] - at[1], place[2] - at[2]);
            if (away <= nearest) [nearest, found] = [away, number];
          }
    return found;
  }

  /** Places on the straight line between two, ends left out, in order, with their share of its length. */
  between(a: Vector, b: Vector): { share: number; number: number }[] {
    const d = [b[0] - a[0], b[1] - a[1], b[2] - a[2]];
    const squared = d[0] * d[0] + d[1] * d[1] + d[2] * d[2];
    const end = (2 * samePlace) / Math.sqrt(squared);
    const found: { share: number; number: number }[] = [];
    this.about(a, b, (place, number) => {
      const r = [place[0] - a[0], place[1] - a[1], place[2] - a[2]];
      const share = (r[0] * d[0] + r[1] * d[1] + r[2] * d[2]) / squared;
      if (share <= end || share >= 1 - end) return;
      if (Math.hypot(r[0] - share * d[0], r[1] - share * d[1], r[2] - share * d[2]) <= 2 * samePlace)
        found.push({ share, number });
    });
    return found.sort((p, q) => p.share - q.share);
  }

  /** Visits places near a straight line. */
  private about(a: Vector, b: Vector, visit: (at: Vector, number: number) => void): void {
    const length = Math.hypot(b[0] - a[0], b[1] - a[1], b[2] - a[2]);
    const steps = Math.max(1, Math.ceil(length / cell));
    const seen = new Set<number>();
    for (let step = 0; step <= steps; step++) {
      const t = step / steps;
      const at = [0, 1, 2].map((k) => Math.floor((a[k] + t * (b[k] - a[k])) / cell));
      for (let i = -1; i <= 1; i++)
        for (let j = -1; j <= 1; j++)
          for (let k = -1; k <= 1; k++) {
            const key = keyOf(at[0] + i, at[1] + j, at[2] + k);
            if (seen.has(key)) continue;
            seen.add(key);
            for (const one of this.cells.get(key) ?? []) visit(one.at, one.number);
          }
    }
  }
}
