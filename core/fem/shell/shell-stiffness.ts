/** Stiffness of a shell in axes of its own. A part that is left out has no stiffness at all. */
export interface ShellStiffness {
  /** nₓ, n_y, n_xy from εₓ, ε_y, γ_xy, 3 × 3 by rows, N/m */
  readonly membrane?: Float64Array;
  /** moments from curvatures, 3 × 3 by rows, N·m, and shear forces from shear strains, 2 × 2 by rows, N/m */
  readonly bending?: Float64Array;
  readonly shear?: Float64Array;
}

/** What an elastic slab or wall is made of. */
export interface PanelSection {
  /** Pa */
  readonly E: number;
  readonly poisson: number;
  /** m */
  readonly thickness: number;
  readonly behaviour: 'shell' | 'plate' | 'membrane';
  /** factors on the stiffness along the panel's x and y, of bending and in its plane */
  readonly factors?: {
    readonly bendingX?: number;
    readonly bendingY?: number;
    readonly membraneX?: number;
    readonly membraneY?: number;
  };
}

/** Share of the area that shear uses (Reissner). */
const shearShare = 5 / 6;

/**
 * Stiffness of a plate of one material. Factors make it orthotropic: what couples both directions, twist and shear in the plane take the root of both.
 * Shear across the thickness stays that of the full section: cracks bend a slab more, they hardly shear it.
 */
export function panelStiffness({ E, poisson, thickness, behaviour, factors = {} }: PanelSection): ShellStiffness {
  const plane = (depth: number, x: number, y: number) => {
    const c = (E * depth) / (1 - poisson * poisson);
    const both = Math.sqrt(x * y);
    return Float64Array.of(
      ...[c * x, c * poisson * both, 0],
      ...[c * poisson * both, c * y, 0],
      ...[0, 0, (c * both * (1 - poisson)) / 2],
    );
  };
  const { bendingX = 1, bendingY = 1, membraneX = 1, membraneY = 1 } = factors;
  const across = (shearShare * E * thickness) / (2 * (1 + poisson));
  return {
    ...(behaviour === 'plate' ? {} : { membrane: plane(thickness, membraneX, membraneY) }),
    ...(behaviour === 'membrane'
      ? {}
      : { bending: plane(thickness ** 3 / 12, bendingX, bendingY), shear: Float64Array.of(across, 0, 0, across) }),
  };
}

/** How strains (εₓ, ε_y, γ_xy) in turned axes follow from those in the old ones, 3 × 3 by rows. @param c cosine @param s sine of the angle by which the axes turn */
export const strainTurn = (c: number, s: number): Float64Array =>
  Float64Array.of(c * c, s * s, c * s, s * s, c * c, -c * s, -2 * c * s, 2 * c * s, c * c - s * s);

/** A stiffness in axes turned by an angle. @param c its cosine @param s its sine */
export function turnedStiffness(one: ShellStiffness, c: number, s: number): ShellStiffness {
  if ((s === 0 && c === 1) || isSameAllRound(one)) return one;
  // strains in the old axes from those in the new ones
  const back = strainTurn(c, -s);
  return {
    ...(one.membrane ? { membrane: congruent(one.membrane, back, 3) } : {}),
    ...(one.bending ? { bending: congruent(one.bending, back, 3) } : {}),
    ...(one.shear ? { shear: congruent(one.shear, Float64Array.of(c, -s, s, c), 2) } : {}),
  };
}

/** Whether a stiffness is the same in all axes. */
function isSameAllRound({ membrane, bending, shear }: ShellStiffness): boolean {
  const even = (D: Float64Array | undefined) =>
    !D ||
    (D[0] === D[4] &&
      D[2] === 0 &&
      D[5] === 0 &&
      Math.abs(D[8] - (D[0] - D[1]) / 2) <= Number.EPSILON * Math.abs(D[0]));
  return even(membrane) && even(bending) && (!shear || (shear[0] === shear[3] && shear[1] === 0));
}

/** Tᵀ D T. */
function congruent(D: Float64Array, T: Float64Array, n: number): Float64Array {
  const made = new Float64Array(n * n);
  for (let i = 0; i < n; i++)
    for (let j = 0; j < n; j++) {
      let sum = 0;
      for (let k = 0; k < n; k++) for (let l = 0; l < n; l++) sum += T[n * k + i] * D[n * k + l] * T[n * l + j];
      made[n * i + j] = sum;
    }
  return made;
}
