import type { Solution } from '../fem';
import { caseWeights, superpose, type LoadState } from './state';
import { lineIndex, lineWidth as width, MemberLine, type ForceComponent, type LineValues } from './member-line';
import { cubic, parabolaPeak, peaksBetween, stationsOf, type Extreme, type Station } from './stations';

/** Largest and smallest of one quantity at each station, over several combinations. */
export interface Band {
  readonly stations: readonly Station[];
  readonly max: Float64Array;
  readonly min: Float64Array;
}

const partsOfSets = new WeakMap<Float64Array, Int32Array>();

/** The states that take part in a set of weights; sets never change once they are made. */
function takingPart(weights: Float64Array): Int32Array {
  let parts = partsOfSets.get(weights);
  if (!parts) {
    parts = Int32Array.from([...weights.keys()].filter((c) => weights[c] !== 0));
    partsOfSets.set(weights, parts);
  }
  return parts;
}

/** Values at one place on their way into a table. */
const place = new Float64Array(width);

/** What is known of one member: its stations, and for each state that was asked for its values, quantity by quantity, station by station. */
interface MemberValues {
  readonly stations: Station[];
  readonly byState: (Float64Array | undefined)[];
}

/**
 * Values of the solved states at every station, kept member by member and state by state as they are asked for, so that combinations and
 * envelopes are weighted sums and nothing is integrated twice.
 */
export class StationTable {
  private readonly states: (LoadState | undefined)[];
  private readonly members = new Map<number, MemberValues>();
  private lines: { readonly member: number; readonly byState: (MemberLine | undefined)[] } | undefined;

  constructor(readonly solution: Solution) {
    this.states = new Array<LoadState | undefined>(solution.cases.length);
  }

  stations(member: number): readonly Station[] {
    return this.of(member).stations;
  }

  /** Every quantity of a member under one set of weights, quantity by quantity: that with index q at station s stands at q × stations + s. */
  values(member: number, weights: Float64Array): Float64Array {
    const { stations } = this.of(member);
    const sum = new Float64Array(stations.length * width);
    for (let c = 0; c < weights.length; c++) {
      if (weights[c] === 0) continue;
      const values = this.stateValues(member, c);
      for (let i = 0; i < sum.length; i++) sum[i] += weights[c] * values[i];
    }
    return sum;
  }

  /** Every quantity of a member at one place, exact: where a point load acts, just before it. @param x m from the start of the flexible part */
  at(member: number, weights: Float64Array, x: number): LineValues {
    const sum = new Float64Array(width);
    for (let c = 0; c < weights.length; c++) {
      if (weights[c] === 0) continue;
      const values = new MemberLine(this.solution, this.stateOf(c), member).at(x);
      for (let i = 0; i < width; i++) sum[i] += weights[c] * values[i];
    }
    return sum;
  }

  /** Every quantity of a member at one place in one solved state. @param after just past a point load rather than just before it */
  stateAt(member: number, state: number, x: number, after: boolean): LineValues {
    return this.lineOf(member, state).at(x, after);
  }

  /** A member in one solved state; those of the member that was asked for last are kept. */
  private lineOf(member: number, state: number): MemberLine {
    if (this.lines?.member !== member) this.lines = { member, byState: [] };
    return (this.lines.byState[state] ??= new MemberLine(this.solution, this.stateOf(state), member));
  }

  /** One quantity of a member over sets of case weights, station by station. */
  band(member: number, weights: readonly Float64Array[], quantity: keyof typeof lineIndex): Band {
    const { stations } = this.of(member);
    const at = lineIndex[quantity];
    const [only] = weights;
    if (weights.length === 1) {
      // one solved state as it is needs no sums: its values serve as they are kept
      const parts = takingPart(only);
      if (parts.length === 1 && only[parts[0]] === 1) {
        const values = this.stateValues(member, parts[0]).subarray(at * stations.length, (at + 1) * stations.length);
        return { stations, max: values, min: values };
      }
      const sums = new Float64Array(stations.length);
      this.sum(member, only, at, sums);
      return { stations, max: sums, min: sums };
    }
    const max = new Float64Array(stations.length).fill(-Infinity);
    const min = new Float64Array(stations.length).fill(Infinity);
    const { length } = stations;
    const sums = new Float64Array(length);
    for (const set of weights) {
      this.sum(member, set, at, sums);
      for (let s = 0; s < length; s++) {
        if (sums[s] > max[s]) max[s] = sums[s];
        if (sums[s] < min[s]) min[s] = sums[s];
      }
    }
    return { stations, max, min };
  }

  /**
   * Largest and smallest of an internal force over sets of case weights. Between neighbouring stations a moment is the cubic of its values
   * and slopes, a shear the parabola of its values and its mean, which the moments give: exact for loads that change linearly. `by` is the
   * number of the set.
   */
  extremes(
    member: number,
    weights: readonly Float64Array[],
    component: ForceComponent,
  ): { max: Extreme & { by: number }; min: Extreme & { by: number } } {
    const { stations } = this.of(member);
    const max = { value: -Infinity, x: 0, by: 0 };
    const min = { value: Infinity, x: 0, by: 0 };
    const momentOf = component === 'Vz' ? 'My' : component === 'Vy' ? 'Mz' : undefined;
    const slopeOf = component === 'My' ? 'dMy' : component === 'Mz' ? 'dMz' : undefined;
    const { length } = stations;
    const values = new Float64Array(length);
    const others = new Float64Array(length);
    const otherOf = slopeOf ?? momentOf;
    let by = 0;
    const note = (value: number, x: number) => {
      if (value > max.value) Object.assign(max, { value, x, by });
      if (value < min.value) Object.assign(min, { value, x, by });
    };
    for (; by < weights.length; by++) {
      this.sum(member, weights[by], lineIndex[component], values);
      if (otherOf) this.sum(member, weights[by], lineIndex[otherOf], others);
      for (let s = 0; s < length; s++) {
        note(values[s], stations[s].x);
        if (s === 0 || !otherOf) continue;
        const from = stations[s - 1].x;
        const h = stations[s].x - from;
        if (h <= 0) continue;
        const a = values[s - 1];
        const b = values[s];
        if (slopeOf) {
          for (const t of peaksBetween(a, others[s - 1], b, others[s], h))
            note(cubic(a, others[s - 1] * h, b, others[s] * h, t), from + t * h);
        } else {
          const mean = (others[s] - others[s - 1]) / h;
          for (const t of parabolaPeak(a, mean, b))
            note(a + (6 * mean - 4 * a - 2 * b) * t + 3 * (a + b - 2 * mean) * t * t, from + t * h);
        }
      }
    }
    return { max, min };
  }

  /** One quantity of a member under one set of weights, station by station. */
  private sum(member: number, set: Float64Array, quantity: number, into: Float64Array): void {
    const known = this.of(member).byState;
    const from = quantity * into.length;
    into.fill(0);
    for (const c of takingPart(set)) {
      const factor = set[c];
      const values = known[c] ?? this.stateValues(member, c);
      for (let s = 0; s < into.length; s++) into[s] += factor * values[from + s];
    }
  }

  /** Integrates a member under a state ahead of need. @returns whether anything was left to do */
  prepare(member: number, state: number): boolean {
    if (this.of(member).byState[state]) return false;
    this.stateValues(member, state);
    return true;
  }

  private of(member: number): MemberValues {
    let found = this.members.get(member);
    if (!found) {
      found = {
        stations: stationsOf(this.solution, member),
        byState: new Array<Float64Array | undefined>(this.solution.cases.length),
      };
      this.members.set(member, found);
    }
    return found;
  }

  private stateOf(c: number): LoadState {
    return (this.states[c] ??= superpose(this.solution, caseWeights(this.solution, this.solution.cases[c].id)));
  }

  /** Values of one solved state along a member, integrated when they are first asked for. */
  private stateValues(member: number, c: number): Float64Array {
    const { stations, byState } = this.of(member);
    let values = byState[c];
    if (!values) {
      const line = new MemberLine(this.solution, this.stateOf(c), member);
      values = new Float64Array(stations.length * width);
      for (let s = 0; s < stations.length; s++) {
        line.at(stations[s].x, stations[s].after, place);
        for (let q = 0; q < width; q++) values[q * stations.length + s] = place[q];
      }
      byState[c] = values;
    }
    return values;
  }
}
