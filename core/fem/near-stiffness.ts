import type { AnalysisModel } from './analysis-model';
import { addElement, addElements, addHalf, placesOf } from './assemble';
import { multiply, type BlockMatrix, type Factorisation } from './sparse';
import type { Answer } from './statics';

/** A residual below this share of the load is as good as a direct solve. */
const settledResidual = 1e-12;
/** A residual that stays above this share of the load is no answer. */
const poorResidual = 1e-10;
/** The most steps that are quicker than a factor of its own. */
const mostSteps = 14;
/** How often the true residual is bettered. */
const mostBeginnings = 3;
/** Each step has to better the residual by this at least, or a factor of its own is quicker. */
const slowest = 0.35;

/**
 * Stiffnesses near to one whose factor is at hand: axial forces, forces in planes, and what is slack or lifted off change it a little. Equations are
 * solved by conjugate gradients with that factor (Golub & Van Loan, Matrix Computations, §11.5), which takes a few steps as long as the structure is
 * far from buckling; those of several loads go together, for the factor is read once for four.
 */
export class NearStiffness {
  private readonly before: Float64Array;
  /** where each slab's and wall's element lies in the matrix */
  private places: readonly (Int32Array | undefined)[] | undefined;
  /** the last stiffness that was asked for by `solve` */
  private now: BlockMatrix | undefined;

  /**
   * @param analysis      the structure; when this is made it is as it was factorised: nothing felt, all acting
   * @param matrix        its stiffness then
   * @param factorisation of that matrix; it has to stay so
   */
  constructor(
    private readonly analysis: AnalysisModel,
    private readonly matrix: BlockMatrix,
    private readonly factorisation: Factorisation,
  ) {
    this.before = analysis.frame.stiffnessNow();
  }

  /** Stiffness as it was when `solve` was called last, times a vector of the equations. */
  times(x: Float64Array): Float64Array {
    return multiply(this.now ?? this.matrix, x);
  }

  /** The stiffness of the structure as it is now. @param into one made before, to be written over */
  stiffnessNow(into?: BlockMatrix): BlockMatrix {
    const { analysis, matrix, before } = this;
    const { frame, floors, bed } = analysis;
    const made = into ?? { pattern: matrix.pattern, values: new Float64Array(matrix.values.length) };
    made.values.set(matrix.values);
    addElements(analysis, frame, made.values, (e, k) => frame.change(e, before, k));
    if (floors) this.addSoftening(floors.shells, made.values);
    if (bed) addElements(analysis, bed, made.values, (e, k) => bed.change(e, k));
    return made;
  }

  private addSoftening(shells: NonNullable<AnalysisModel['floors']>['shells'], values: Float64Array): void {
    const { analysis } = this;
    this.places ??= shells.ids.map((_, e) => placesOf(analysis, shells.nodesOf(e)));
    for (let e = 0; e < shells.ids.length; e++) {
      if (!shells.softens(e)) continue;
      shells.softening(e, half);
      const places = this.places[e];
      if (places) addHalf(half, places, values);
      else {
        const nodes = shells.nodesOf(e);
        mirror(half, 6 * nodes.length, whole);
        addElement(analysis, nodes, whole, values);
      }
    }
  }

  /**
   * The answer for the structure as it is now, or none where its stiffness lies too far from the factor at hand.
   * @param right loads over the equations
   * @param guess a first answer; none: nought
   */
  solve(right: Float64Array, guess?: Float64Array): Answer | undefined {
    this.now = this.stiffnessNow(this.now);
    return this.solveTogether([{ matrix: this.now, right, guess }])[0];
  }

  /**
   * Answers for several stiffnesses, or none for those that lie too far from the factor at hand.
   * @param enough residual at which each may stop, a share of its load
   */
  solveTogether(tasks: readonly NearTask[], enough = settledResidual): (Answer | undefined)[] {
    const runs = tasks.map((task) => new Run(task, enough));
    for (let step = 0; step < mostSteps; step++) {
      const going = runs.filter((run) => run.goesOn);
      if (going.length === 0) break;
      const towards = this.factorisation.solveMany(going.map(({ gap }) => gap));
      going.forEach((run, i) => run.step(towards[i]));
    }
    return runs.map((run) => run.answer());
  }
}

/** A stiffness with loads. */
export interface NearTask {
  readonly matrix: BlockMatrix;
  readonly right: Float64Array;
  /** a first answer; none: nought */
  readonly guess?: Float64Array | undefined;
}

/** Conjugate gradients on one stiffness. */
class Run {
  readonly gap: Float64Array;
  private readonly unknown: Float64Array;
  private readonly size: number;
  private residual: number;
  private along: Float64Array | undefined;
  private product = 0;
  private steps = 0;
  private failed = false;
  private beginnings = 0;
  /** whether nothing more is gained */
  private isTrue = false;

  constructor(
    private readonly task: NearTask,
    private readonly enough: number,
  ) {
    const { matrix, right, guess } = task;
    this.size = largest(right);
    this.unknown = guess && this.size > 0 ? guess.slice() : new Float64Array(right.length);
    this.gap = guess && this.size > 0 ? minus(right, multiply(matrix, guess)) : right.slice();
    this.residual = this.size > 0 ? largest(this.gap) / this.size : 0;
  }

  get goesOn(): boolean {
    return !this.failed && !this.isTrue && this.residual > this.enough;
  }

  /** @param towards the gap, solved with the factor at hand; it is written over */
  step(towards: Float64Array): void {
    const { gap, along, unknown } = this;
    const product = dot(gap, towards);
    if (along) {
      const share = product / this.product;
      for (let i = 0; i < towards.length; i++) towards[i] += share * along[i];
    }
    const image = multiply(this.task.matrix, towards);
    const curvature = dot(towards, image);
    // a stiffness that gives way, or rounding that rules
    if (!(product > 0) || !(curvature > 0)) {
      this.failed = true;
      return;
    }
    const length = product / curvature;
    for (let i = 0; i < unknown.length; i++) {
      unknown[i] += length * towards[i];
      gap[i] -= length * image[i];
    }
    [this.along, this.product] = [towards, product];
    const next = largest(gap) / this.size;
    this.failed = this.steps++ > 1 && next > slowest * this.residual && next > Math.max(this.enough, poorResidual);
    this.residual = next;
    if (next <= this.enough) this.beginAgain();
  }

  /** What was carried along drifts from the truth: that is found again, and bettered from there. */
  private beginAgain(): void {
    const { matrix, right } = this.task;
    this.gap.set(minus(right, multiply(matrix, this.unknown)));
    this.residual = largest(this.gap) / this.size;
    this.along = undefined;
    this.isTrue = ++this.beginnings === mostBeginnings;
  }

  answer(): Answer | undefined {
    const { residual } = this;
    if (this.failed) return undefined;
    return residual <= Math.max(10 * this.enough, poorResidual) ? { unknown: this.unknown, residual } : undefined;
  }
}

const half = new Float64Array(300);
const whole = new Float64Array(24 * 24);

function mirror(lower: Float64Array, size: number, into: Float64Array): void {
  for (let i = 0, from = 0; i < size; i++)
    for (let j = 0; j <= i; j++, from++) into[i * size + j] = into[j * size + i] = lower[from];
}

/** a − b, in place of b. */
const minus = (a: Float64Array, b: Float64Array): Float64Array => {
  for (let i = 0; i < b.length; i++) b[i] = a[i] - b[i];
  return b;
};

function largest(values: Float64Array): number {
  let most = 0;
  for (let i = 0; i < values.length; i++) most = Math.max(most, Math.abs(values[i]));
  return Number.isFinite(most) ? most : Infinity;
}

function dot(a: Float64Array, b: Float64Array): number {
  let sum = 0;
  for (let i = 0; i < a.length; i++) sum += a[i] * b[i];
  return sum;
}
