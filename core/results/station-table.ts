import type { Solution } from '../fem';
import { caseWeights, superpose, type LoadState } from './state';
import { lineIndex, MemberLine, type ForceComponent } from './member-line';
import { stationsOf, type Extreme, type Station } from './stations';

const width = 9;

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
   * Largest and smallest of an internal force over sets of case weights, exact: between neighbouring stations the shear is linear,
   * so a moment peaks where the shear vanishes and follows from it. `by` is the number of the set.
   */
  extremes(member: number, weights: readonly Float64Array[], component: ForceComponent): { max: Extreme & { by: number }; min: Extreme & { by: number } } {
    const { stations } = this.of(member);
    const max = { value: -Infinity, x: 0, by: 0 };
    const min = { value: Infinity, x: 0, by: 0 };
    const shearOf = component === 'My' ? 'Vz' : component === 'Mz' ? 'Vy' : undefined;
    weights.forEach((set, by) => {
      const note = (value: number, x: number) => {
        if (value > max.value) Object.assign(max, { value, x, by });
        if (value < min.value) Object.assign(min, { value, x, by });
      };
      const { max: values } = this.band(member, [set], component);
      const shear = shearOf && this.band(member, [set], shearOf).max;
      stations.forEach(({ x }, s) => {
        note(values[s], x);
        if (!shear || s === 0 || shear[s - 1] * shear[s] >= 0) return;
        const before = stations[s - 1].x;
        const along = ((x - before) * shear[s - 1]) / (shear[s - 1] - shear[s]);
        note(values[s - 1] + (shear[s - 1] * along) / 2, before + along);
      });
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
