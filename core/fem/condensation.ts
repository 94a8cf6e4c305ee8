/** One freedom of a member's end that is joined to its node by a spring: what its elimination needs, and leaves for later. */
interface Step {
  readonly freedom: number;
  readonly spring: number;
  /** row of the stiffness at this stage, without the spring */
  readonly row: Float64Array;
}

/** The elimination of released and sprung end freedoms from a member's stiffness (static condensation), kept for its loads and displacements. */
export interface Condensation {
  readonly steps: readonly Step[];
  /** freedoms in which the member can move by itself: nothing inside it resists */
  readonly loose: readonly number[];
  /** whether the member buckles between its ends under the axial force the stiffness was made with */
  readonly unstable: boolean;
}

/** Below this share of a rigid joint's stiffness a spring is a release, and what is left of a diagonal entry is what rounding leaves of zero. */
const zero = 1e-10;

/**
 * Joins the ends of a member to its nodes by springs, changing its stiffness (12 × 12, by rows, local) into that between the nodes. With
 * s (v − u) = K_ii u + Σ K_ij u_j + f_i the end's own movement u is eliminated, and the node's v takes its place.
 * @param springs 12 stiffnesses, N/m and N·m/rad; 0: released, Infinity: rigid
 */
export function condense(k: Float64Array, springs: Float64Array): Condensation {
  const first = Float64Array.from({ length: 12 }, (_, i) => k[13 * i]);
  const steps: Step[] = [];
  const loose: number[] = [];
  let unstable = false;
  for (let i = 0; i < 12; i++) {
    if (springs[i] === Infinity) continue;
    const spring = springs[i] > zero * first[i] ? springs[i] : 0;
    const row = k.slice(12 * i, 12 * i + 12);
    const pivot = row[i] + spring;
    if (Math.abs(pivot) <= zero * (first[i] + spring)) {
      for (let j = 0; j < 12; j++) k[12 * i + j] = k[12 * j + i] = 0;
      if (first[i] > 0) loose.push(i);
      continue;
    }
    if (pivot < 0) unstable = true;
    for (let a = 0; a < 12; a++) {
      if (a === i) continue;
      for (let b = 0; b < 12; b++) if (b !== i) k[12 * a + b] -= (row[a] * row[b]) / pivot;
    }
    for (let j = 0; j < 12; j++) k[12 * i + j] = k[12 * j + i] = (row[j] * spring) / pivot;
    steps.push({ freedom: i, spring, row });
  }
  // freedoms that the releases left without resistance: no rounding may pass for stiffness
  for (let i = 0; i < 12; i++) {
    if (Math.abs(k[13 * i]) > zero * first[i]) continue;
    for (let j = 0; j < 12; j++) k[12 * i + j] = k[12 * j + i] = 0;
  }
  return { steps, loose, unstable };
}

/** Turns forces on clamped ends (12, local) into those on the nodes. */
export function condenseForces({ steps }: Condensation, forces: Float64Array): void {
  for (const { freedom: i, spring, row } of steps) {
    const pivot = row[i] + spring;
    const own = forces[i];
    for (let j = 0; j < 12; j++) if (j !== i) forces[j] -= (row[j] * own) / pivot;
    forces[i] = (own * spring) / pivot;
  }
}

/**
 * Displacements of the member's own ends from those of its nodes.
 * @param displacements 12, local, of the nodes; becomes those of the ends
 * @param clamped       forces on clamped ends, before `condenseForces`
 */
export function recoverEnds(condensation: Condensation, displacements: Float64Array, clamped: Float64Array): void {
  const { steps } = condensation;
  if (steps.length === 0) return;
  const atStage: number[] = [];
  const forces = Float64Array.from(clamped);
  for (const { freedom: i, spring, row } of steps) {
    const pivot = row[i] + spring;
    atStage.push(forces[i]);
    for (let j = 0; j < 12; j++) if (j !== i) forces[j] -= (row[j] * atStage[atStage.length - 1]) / pivot;
    forces[i] *= spring / pivot;
  }
  for (let s = steps.length - 1; s >= 0; s--) {
    const { freedom: i, spring, row } = steps[s];
    let sum = spring * displacements[i] - atStage[s];
    for (let j = 0; j < 12; j++) if (j !== i) sum -= row[j] * displacements[j];
    displacements[i] = sum / (row[i] + spring);
  }
}
