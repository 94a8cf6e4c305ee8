/**
 * Exact bending of a straight Timoshenko member in one plane under an axial force N (tension positive), after Engesser: the section's
 * shear is Q = (V + N ψ) / g with V the force square to the undisplaced axis and g = 1 + N / GA. Then
 *   M″ = λ M + …, λ = N / (EI g),  ψ′ = M / EI + κ,  w′ = (ψ − V / GA) / g,
 * which cₖ(x) = Σⱼ λʲ x^(2j+k) / (2j+k)! solves as x^k / k! solves the case without N: c₀ is cos or cosh, cₖ′ = cₖ₋₁. (Timoshenko & Gere,
 * Theory of Elastic Stability, §1.11 and §2.17; Livesley & Chandler 1956.)
 */

const factorials = [1, 1, 2, 6, 24, 120, 720];

/** c₀ … c₆ at x ≥ 0 (m) for λ (1/m²). */
export function columnFunctions(lambda: number, x: number, into: Float64Array): Float64Array {
  if (lambda === 0) {
    let power = 1;
    for (let k = 0; k <= 6; k++) {
      into[k] = power;
      power *= x / (k + 1);
    }
    return into;
  }
  const z = lambda * x * x;
  if (Math.abs(z) <= 10) {
    // the series, upwards from the two highest: cₖ = x^k / k! + λ cₖ₊₂
    let power = x ** 5;
    for (let k = 5; k <= 6; k++) {
      let term = power / factorials[k];
      let sum = term;
      for (let j = 1; j < 40 && Math.abs(term) > 1e-18 * Math.abs(sum); j++) {
        term *= z / ((2 * j + k - 1) * (2 * j + k));
        sum += term;
      }
      into[k] = sum;
      power *= x;
    }
    for (let k = 4; k >= 0; k--) into[k] = x ** k / factorials[k] + lambda * into[k + 2];
    return into;
  }
  const root = Math.sqrt(Math.abs(lambda));
  into[0] = lambda > 0 ? Math.cosh(root * x) : Math.cos(root * x);
  into[1] = (lambda > 0 ? Math.sinh(root * x) : Math.sin(root * x)) / root;
  for (let k = 2; k <= 6; k++) into[k] = (into[k - 2] - x ** (k - 2) / factorials[k - 2]) / lambda;
  return into;
}

/** Bending stiffness EI (N·m²), shear stiffness GA (N, Infinity: none), and the axial force the bending feels (N). */
export interface BendingPlane {
  readonly EI: number;
  readonly GA: number;
  readonly axial: number;
  readonly g: number;
  readonly lambda: number;
}

/** Beyond this √(λ L²) a member in tension is as stiff in bending as a string would make it, and its functions would overflow. */
const stringLike = 14;

/**
 * The plane of a member. In strong tension its bending feels only as much of N as keeps the functions exact to many digits; the rest acts
 * as a string (`stringForce`), which errs on the side of larger moments.
 */
export function bendingPlane(EI: number, GA: number, length: number, axialForce: number): BendingPlane {
  const most = (stringLike / length) ** 2 * EI;
  const axial = axialForce > most ? most : axialForce;
  const g = 1 + axial / GA;
  return { EI, GA, axial, g, lambda: axial / (EI * g) };
}

/** Effects of loads at a place, the start neither displaced nor stressed: force V, moment M, slope ψ, deflection w, and dM/dx. */
export interface Effects {
  V: number;
  M: number;
  psi: number;
  w: number;
  dM: number;
}

const scratchA = new Float64Array(7);
const scratchB = new Float64Array(7);

/** A load in the plane: `force` (N/m or N), `couple` (N·m/m or N·m, in the sense of M) or `curvature` (1/m). */
export type PlaneAction = 'force' | 'couple' | 'curvature';

/** Adds what one load does at distance x from the start. @param after just past a point load rather than just before */
export function addLoadEffects(
  { EI, GA, axial, g, lambda }: BendingPlane,
  action: PlaneAction,
  value: number,
  slope: number,
  from: number,
  to: number,
  isPoint: boolean,
  x: number,
  after: boolean,
  sum: Effects,
): void {
  const a = x - from;
  if (a < 0 || (a === 0 && !(isPoint && after))) return;
  const c = columnFunctions(lambda, a, scratchA);
  if (isPoint) {
    const unit = action === 'force' ? value / g : value;
    const k = action === 'force' ? 1 : 0;
    const V = action === 'force' ? value : 0;
    sum.V += V;
    sum.M += unit * c[k];
    sum.dM += k === 0 ? unit * lambda * c[1] : unit * c[0];
    sum.psi += (unit * c[k + 1]) / EI;
    sum.w += (unit * c[k + 2]) / (EI * g) - (V * a) / (GA * g);
    return;
  }
  const b = Math.max(0, x - to);
  const d = columnFunctions(lambda, b, scratchB);
  // q = value ⟨x − from⟩⁰ + slope ⟨x − from⟩¹, ended at `to`
  const atEnd = value + slope * (to - from);
  const spread = (k: number): number => value * c[k] + slope * c[k + 1] - (b > 0 ? atEnd * d[k] + slope * d[k + 1] : 0);
  const integral = (k: number): number =>
    (value * a ** k) / factorials[k] +
    (slope * a ** (k + 1)) / factorials[k + 1] -
    (b > 0 ? (atEnd * b ** k) / factorials[k] + (slope * b ** (k + 1)) / factorials[k + 1] : 0);
  if (action === 'couple') {
    sum.M += spread(1);
    sum.dM += spread(0);
    sum.psi += spread(2) / EI;
    sum.w += spread(3) / (EI * g);
    return;
  }
  const share = action === 'force' ? 1 / g : axial / g;
  sum.M += share * spread(2);
  sum.dM += share * spread(1);
  sum.psi += (share * spread(3)) / EI;
  sum.w += (share * spread(4)) / (EI * g);
  if (action === 'force') {
    sum.V += integral(1);
    sum.w -= integral(2) / (GA * g);
  } else {
    sum.psi += integral(1);
    sum.w += integral(2) / g;
  }
}

/** The member at x from its start's w, ψ, V and M, without loads between; added to `sum`. */
export function addStartEffects(
  { EI, GA, axial, g, lambda }: BendingPlane,
  w: number,
  psi: number,
  V: number,
  M: number,
  x: number,
  sum: Effects,
): void {
  const c = columnFunctions(lambda, x, scratchA);
  const Q = (V + axial * psi) / g;
  sum.V += V;
  sum.M += M * c[0] + Q * c[1];
  sum.dM += M * lambda * c[1] + Q * c[0];
  sum.psi += psi + (M * c[1] + Q * c[2]) / EI;
  sum.w += w + (psi * x + (M * c[2] + Q * c[3]) / EI - (V * x) / GA) / g;
}

/** Stiffness in the plane, 4 × 4 by rows, over w and ψ at the start and at the end; forces N, and couples that work on ψ. */
export function planeStiffness(plane: BendingPlane, length: number, stiffness: Float64Array): void {
  const { EI, axial, g, lambda } = plane;
  const [f11, f12, f21, f22] = startForcesOf(plane, length);
  const c = columnFunctions(lambda, length, scratchA);
  const psiOfPsi = 1 + (axial * c[2]) / (g * EI);
  const wOfPsi = (length + (axial * c[3]) / (g * EI)) / g;
  // columns: w₀, ψ₀, w_L, ψ_L
  const right = [
    [-1, 0],
    [-wOfPsi, -psiOfPsi],
    [1, 0],
    [0, 1],
  ];
  for (let j = 0; j < 4; j++) {
    const [w, psi] = right[j];
    const V = f11 * w + f12 * psi;
    const M = f21 * w + f22 * psi;
    const psi0 = j === 1 ? 1 : 0;
    const endM = M * c[0] + ((V + axial * psi0) / g) * c[1];
    // forces that go with w and ψ: V, −M at the start, −V, +M at the end
    stiffness[j] = V;
    stiffness[4 + j] = -M;
    stiffness[8 + j] = -V;
    stiffness[12 + j] = endM;
  }
}

/** F of [V₀, M₀] = F [w, ψ]: the start forces that move the end by w and ψ while the start stays; by rows. */
export function startForcesOf(
  { EI, GA, g, lambda }: BendingPlane,
  length: number,
): readonly [number, number, number, number] {
  const c = columnFunctions(lambda, length, scratchA);
  const a = (c[3] / (g * EI) - length / GA) / g;
  const b = c[2] / (g * EI);
  const d = c[1] / EI;
  const determinant = a * d - b * b;
  return [d / determinant, -b / determinant, -b / determinant, a / determinant];
}
