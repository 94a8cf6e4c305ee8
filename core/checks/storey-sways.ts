import type { StoreySway } from '../codes/checks';
import type { Solution } from '../fem';
import { inOrder, type Model, type Vector } from '../model';
import { caseWeights, StoreyBook, superpose, type LoadState, type StoreyResult } from '../results';
import { countsCracked } from './counts-cracked';

/** What stands upright moves along a direction of the plan with this cosine at least. */
const alongEnough = 0.3;
/** A case pushes along a direction with this share of all its shear at least. */
const pushes = 0.2;
/** Heights nearer than this are one, m. */
const near = 1e-6;

/** Natures of cases that push sideways, and of those that last. */
export const sideways: ReadonlySet<string> = new Set(['wind', 'seismic', 'notional']);
export const lasting: ReadonlySet<string> = new Set(['dead', 'superimposedDead']);

/** What each solved state counts of the cases of some natures in a sum. */
export const weightsOfNature = (
  { cases }: Model,
  solution: Solution,
  { caseFactors }: LoadState,
  natures: ReadonlySet<string>,
): Float64Array =>
  Float64Array.from(solution.cases, ({ id }, c) =>
    id in cases && natures.has(cases[id].nature) ? (caseFactors[c] ?? 0) : 0,
  );

/** How storeys give way; what all columns and walls share is found once. */
export class StoreySways {
  private found: StoreyBook | undefined;
  private readonly results = new Map<LoadState, { now: StoreyResult[]; first: StoreyResult[] | undefined }>();
  private softness: Map<string, [number | undefined, number | undefined]> | undefined;
  private readonly cracked = new Map<string, boolean>();

  constructor(
    private readonly model: Model,
    private readonly solution: Solution,
  ) {}

  /** The storeys, once they are asked for. */
  private get book(): StoreyBook {
    return (this.found ??= new StoreyBook(this.model, this.solution));
  }

  private storeysUnder(state: LoadState) {
    let found = this.results.get(state);
    if (!found) {
      const first = this.book.firstOrder(state);
      found = { now: this.book.results(state), first: first && this.book.results(first) };
      this.results.set(state, found);
    }
    return found;
  }

  /** The storey that gives way most between two heights, m, along a direction, under a state. */
  between(low: number, high: number, axis: Vector, state: LoadState): StoreySway {
    const ways = ([0, 1] as const).filter((way) => Math.abs(axis[way]) >= alongEnough);
    const { now, first } = this.storeysUnder(state);
    const isCracked = this.countsCracked(undefined);
    let worst: StoreySway = {
      storey: '',
      index: undefined,
      unknown: 'it stands in no storey that is modelled',
      isCracked,
      amplification: undefined,
    };
    let unpushed: string | undefined;
    now.forEach((one, i) => {
      if (one.storey.elevation <= low + near || one.below.elevation >= high - near) return;
      for (const way of ways) {
        const soft = this.softnessOf(one.storey.id)[way];
        if (soft === undefined) {
          unpushed = `no wind, earthquake or notional case pushes ${one.storey.label} along ${way === 0 ? 'x' : 'y'}`;
          continue;
        }
        const index = (Math.max(0, one.gravity) * soft) / one.height;
        const before = first?.[i];
        const moved = before && one.stability[way] !== null ? before.meanDrift[way] : 0;
        const times = Math.abs(moved) > near * one.height ? Math.abs(one.meanDrift[way] / moved) : undefined;
        const amplification = Math.max(times ?? 0, worst.amplification ?? 0) || undefined;
        worst =
          worst.index === undefined || index > worst.index
            ? { storey: one.storey.label, index, unknown: '', isCracked, amplification }
            : { ...worst, amplification };
      }
    });
    return unpushed === undefined ? worst : { ...worst, index: undefined, unknown: unpushed };
  }

  /** Mean drift of a storey over the shear that makes it, along x and y, of the cases that push it: the largest of them, m/N. */
  private softnessOf(storey: string): [number | undefined, number | undefined] {
    this.softness ??= this.findSoftness();
    return this.softness.get(storey) ?? [undefined, undefined];
  }

  private findSoftness() {
    const { model, solution, book } = this;
    const found = new Map<string, [number | undefined, number | undefined]>();
    for (const { id, nature } of inOrder(model.cases)) {
      if (!sideways.has(nature) || !solution.cases.some((one) => one.id === id)) continue;
      for (const { storey, shear, meanDrift } of book.results(superpose(solution, caseWeights(solution, id)))) {
        const all = Math.hypot(...shear);
        const before = found.get(storey.id) ?? [undefined, undefined];
        for (const way of [0, 1] as const)
          if (all > 1 && Math.abs(shear[way]) >= pushes * all)
            before[way] = Math.max(before[way] ?? 0, Math.abs(meanDrift[way] / shear[way]));
        found.set(storey.id, before);
      }
    }
    return found;
  }

  /** Whether all concrete that bends counts with less than its whole stiffness. @param set id of a stiffness set; undefined: none */
  countsCracked(set: string | undefined): boolean {
    const key = set ?? '';
    let found = this.cracked.get(key);
    if (found === undefined) this.cracked.set(key, (found = countsCracked(this.model, set)));
    return found;
  }
}
