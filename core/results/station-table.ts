import type { Solution } from '../fem';
import { caseWeights, superpose, type LoadState } from './state';
import { lineIndex, lineWidth as width, MemberLine, type ForceComponent } from './member-line';
import { parabolaPeak, peaksBetween, stationsOf, type Extreme, type Station } from './stations';

/** Largest and smallest of one quantity at each station, over several combinations. */
export interface Band {
  readonly stations: readonly Station[];
  readonly max: Float64Array;
  readonly min: Float64Array;
}

/**
 * Values of every case at every station, kept member by member as they are asked for, so that combinations and envelopes are
 * weighted sums and nothing is integrated twice.
 */
export class StationTable {
  private readonly states: LoadState[];
  private readonly members = new Map<number, { stations: Station[]; values: Float64Array }>();

  constructor(readonly solution: Solution) {
    this.states = solution.cases.map((one) => superpose(solution, caseWeights(solution, one.id)));
  }

  stations(member: number): readonly Station[] {
    return this.of(member).stations;
  }

  /** One quantity of a member over sets of case weights, station by station. */
  band(member: number, weights: readonly Float64Array[], quantity: keyof typeof lineIndex): Band {
    const { stations, values } = this.of(member);
    const at = lineIndex[quantity];
    const max = new Float64Array(stations.length).fill(-Infinity);
    const min = new Float64Array(stations.length).fill(Infinity);
    for (const set of weights) {
      for (let s = 0; s < stations.length; s++) {
        let sum = 0;
        for (let c = 0; c < set.length; c++) sum += set[c] * values[(c * stations.length + s) * width + at];
        if (sum > max[s]) max[s] = sum;
        if (sum < min[s]) min[s] = sum;
      }
    }
    return { stations, max, min };
  }

  /**
   * Largest and smallest of an internal force over sets of case weights. Between neighbouring stations a moment is the cubic of its values
   * and slopes, a shear the parabola of its values and its mean, which the moments give: exact for loads that change linearly. `by` is the
   * number of the set.
   */
  extremes(member: number, weights: readonly Float64Array[], component: ForceComponent): { max: Extreme & { by: number }; min: Extreme & { by: number } } {
    const { stations } = this.of(member);
    const max = { value: -Infinity, x: 0, by: 0 };
    const min = { value: Infinity, x: 0, by: 0 };
    const momentOf = component === 'Vz' ? 'My' : component === 'Vy' ? 'Mz' : undefined;
    const slopeOf = component === 'My' ? 'dMy' : component === 'Mz' ? 'dMz' : undefined;
    weights.forEach((set, by) => {
      const note = (value: number, x: number) => {
        if (value > max.value) Object.assign(max, { value, x, by });
        if (value < min.value) Object.assign(min, { value, x, by });
      };
      const { max: values } = this.band(member, [set], component);
      const moments = momentOf && this.band(member, [set], momentOf).max;
      const slopes = slopeOf && this.band(member, [set], slopeOf).max;
      for (let s = 0; s < stations.length; s++) {
        note(values[s], stations[s].x);
        if (s === 0) continue;
        const from = stations[s - 1].x;
        const h = stations[s].x - from;
        if (h <= 0) continue;
        if (slopes) {
          for (const t of peaksBetween(values[s - 1], slopes[s - 1], values[s], slopes[s], h)) note(cubic(values[s - 1], slopes[s - 1] * h, values[s], slopes[s] * h, t), from + t * h);
        }
        if (moments) {
          const mean = (moments[s] - moments[s - 1]) / h;
          const [a, b] = [values[s - 1], values[s]];
          for (const t of parabolaPeak(a, mean, b)) note(a + (6 * mean - 4 * a - 2 * b) * t + 3 * (a + b - 2 * mean) * t * t, from + t * h);
        }
      }
    });
    return { max, min };
  }

  private of(member: number) {
    let found = this.members.get(member);
    if (!found) {
      const stations = stationsOf(this.solution, member);
      const values = new Float64Array(this.states.length * stations.length * width);
      this.states.forEach((state, c) => {
        const line = new MemberLine(this.solution, state, member);
        stations.forEach(({ x, after }, s) => {
          const from = (c * stations.length + s) * width;
          line.at(x, after, values.subarray(from, from + width));
        });
      });
      found = { stations, values };
      this.members.set(member, found);
    }
    return found;
  }
}

/** Cubic with given end values and end slopes (times the interval) at share t. */
function cubic(valueA: number, slopeA: number, valueB: number, slopeB: number, t: number): number {
  return valueA * (1 + 2 * t) * (1 - t) ** 2 + slopeA * t * (1 - t) ** 2 + valueB * t * t * (3 - 2 * t) - slopeB * t * t * (1 - t);
}
