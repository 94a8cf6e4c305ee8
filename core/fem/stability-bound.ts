import type { AnalysisModel } from './analysis-model';
import { assemble } from './assemble';
import { allAct, doAllAct } from './one-way';
import type { Felt } from './felt-forces';
import { pivotReferences, type BlockMatrix, type Factorisation } from './sparse';

/** What is found in second order may press harder than what first order expects, by this share of it and of the largest of all. */
const margin = { own: 0.1, ofLargest: 0.002 };

/**
 * Forces that press a structure harder than any of its combinations does, and under which it is stable. Where forces press less in every
 * direction of every place the stiffness is larger (½ ∫ nᵢⱼ u,ᵢ u,ⱼ grows with n), so that it is stable under them too: one factorisation
 * tells so for all combinations.
 */
export class StabilityBound {
  /** axial force of each piece that is still borne, N; what is less is compressed more */
  private readonly axial: Float64Array;
  /** even pressure in each element's plane, N/m */
  private readonly pressures: Float64Array | undefined;

  /** @param analysis nothing is felt in it now @param expected forces that combinations of first order make */
  constructor(
    private readonly analysis: AnalysisModel,
    expected: Iterable<Felt>,
  ) {
    const { frame, floors } = analysis;
    this.axial = new Float64Array(frame.pieces.length);
    this.pressures = floors && new Float64Array(floors.shells.ids.length);
    for (const felt of expected) {
      for (let e = 0; e < this.axial.length; e++) this.axial[e] = Math.min(this.axial[e], felt.axial[e]);
      if (floors && felt.inPlane)
        floors.shells.pressures(felt.inPlane).forEach((pressure, e) => {
          this.pressures![e] = Math.max(this.pressures![e], pressure);
        });
    }
    const most = this.axial.reduce((low, force) => Math.min(low, force), 0);
    for (let e = 0; e < this.axial.length; e++) this.axial[e] += margin.own * this.axial[e] + margin.ofLargest * most;
    if (!this.pressures) return;
    const highest = this.pressures.reduce((high, pressure) => Math.max(high, pressure), 0);
    for (let e = 0; e < this.pressures.length; e++)
      this.pressures[e] += margin.own * this.pressures[e] + margin.ofLargest * highest;
  }

  /**
   * Whether the structure is stable under the bound. Nothing is felt in it afterwards; the factorisation holds what was tried.
   * @param first stiffness while nothing is felt
   */
  *isStable(first: BlockMatrix, factorisation: Factorisation): Generator<void, boolean> {
    const { analysis, axial, pressures } = this;
    const { frame, floors } = analysis;
    allAct(analysis);
    frame.takeAxialLoads(analysis.memberIds.map(() => []));
    frame.feel(axial, 0);
    floors?.shells.feel(pressures && floors.shells.evenly(pressures), 1);
    let stable = !frame.pieces.some((_, e) => frame.buckles(e));
    if (stable) {
      const steps = factorisation.factorise(assemble(analysis), { references: pivotReferences(first) });
      let step = steps.next();
      while (!step.done) {
        yield;
        step = steps.next();
      }
      stable = !step.value && factorisation.negativePivots === 0;
    }
    frame.feel(new Float64Array(axial.length), 0);
    floors?.shells.feel(undefined, 0);
    return stable;
  }

  /** Whether forces press less than the bound everywhere, while all act. */
  covers(felt: Felt): boolean {
    const { analysis, axial, pressures } = this;
    const { frame, floors } = analysis;
    if (!doAllAct(analysis)) return false;
    for (let e = 0; e < axial.length; e++) {
      const inside = frame.stepsOf(e)?.beyond.reduce((low, beyond) => Math.min(low, beyond), 0) ?? 0;
      if (!(felt.axial[e] + inside >= axial[e])) return false;
    }
    return !pressures || !felt.inPlane || floors!.shells.pressures(felt.inPlane).every((one, e) => one <= pressures[e]);
  }
}
