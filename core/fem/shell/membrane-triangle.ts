import type { MembraneElement } from './membrane';

/**
 * The plane membrane of three corners with a rotation about its normal at each, whose in-plane bending is exact for a rectangle of two of them whatever
 * its sides: a basic part that passes every patch test and a higher part in natural strains with optimal parameters (Felippa 2003, Comput. Methods
 * Appl. Mech. Engng 192, 2125–2168: the template's instance OPT). Freedoms and results as those of `membraneElement`: the stress parameters are
 * nₓ, n_y, n_xy at the three corners, one corner after the other.
 * @param stiffness 3 × 3 by rows, N/m: nₓ, n_y, n_xy for εₓ, ε_y, γ_xy
 */
export function membraneTriangle(
  [x1, x2, x3]: ArrayLike<number> & Iterable<number>,
  [y1, y2, y3]: ArrayLike<number> & Iterable<number>,
  stiffness: ArrayLike<number>,
  withStiffness = true,
): MembraneElement {
  const [x12, x23, x31] = [x1 - x2, x2 - x3, x3 - x1];
  const [y12, y23, y31] = [y1 - y2, y2 - y3, y3 - y1];
  const [x21, x32, x13] = [-x12, -x23, -x31];
  const [y21, y32, y13] = [-y12, -y23, -y31];
  const area = (y21 * x13 - x21 * y13) / 2;
  // mean strains from freedoms, 3 × 9: the lumping of constant stresses to the corners, over the area
  const a = 1.5;
  const mean = Float64Array.of(
    ...[y23, 0, (a / 6) * y23 * (y13 - y21), y31, 0, (a / 6) * y31 * (y21 - y32), y12, 0, (a / 6) * y12 * (y32 - y13)],
    ...[0, x32, (a / 6) * x32 * (x31 - x12), 0, x13, (a / 6) * x13 * (x12 - x23), 0, x21, (a / 6) * x21 * (x23 - x31)],
    ...[x32, y23, (a / 3) * (x31 * y13 - x12 * y21)],
    ...[x13, y31, (a / 3) * (x12 * y21 - x23 * y32)],
    ...[x21, y12, (a / 3) * (x23 * y32 - x31 * y13)],
  ).map((value) => value / (2 * area));
  // corners' rotations beside that of the element
  const rotations = new Float64Array(27);
  [0, 1, 2].forEach((corner) => {
    const row = 9 * corner;
    [x32, y32, 0, x13, y13, 0, x21, y21, 0].forEach((value, i) => (rotations[row + i] = value / (4 * area)));
    rotations[row + 3 * corner + 2] += 1;
  });
  const [s21, s32, s13] = [x21 * x21 + y21 * y21, x32 * x32 + y32 * y32, x13 * x13 + y13 * y13];
  const natural = [
    ...[y23 * y13 * s21, y31 * y21 * s32, y12 * y32 * s13],
    ...[x23 * x13 * s21, x31 * x21 * s32, x12 * x32 * s13],
    ...[(y23 * x31 + x32 * y13) * s21, (y31 * x12 + x13 * y21) * s32, (y12 * x23 + x21 * y32) * s13],
  ].map((value) => value / (4 * area * area));
  // natural strains along the sides at each corner from the corners' rotations; parameters 1 2 1 0 1 −1 −1 −1 −2
  const q = (2 * area) / 3;
  const sides = [
    [1 / s21, 2 / s21, 1 / s21, 0, 1 / s32, -1 / s32, -1 / s13, -1 / s13, -2 / s13],
    [-2 / s21, -1 / s21, -1 / s21, 1 / s32, 1 / s32, 2 / s32, -1 / s13, 0, 1 / s13],
    [1 / s21, -1 / s21, 0, -1 / s32, -2 / s32, -1 / s32, 2 / s13, 1 / s13, 1 / s13],
  ];
  // 3/2 √β₀ times the natural strains, turned into the axes, from freedoms: 3 × 9 at each corner
  // Poisson's ratio of the mean over all directions, so that nothing depends on the axes
  const [direct, shear] = [stiffness[0] + stiffness[4], 4 * stiffness[8]];
  const poisson = (direct + 6 * stiffness[1] - shear) / (3 * direct + 2 * stiffness[1] + shear);
  const weight = 1.5 * Math.sqrt(Math.max(0.5 * (1 - 4 * poisson * poisson), 0.01));
  const higher = sides.map((Q) =>
    product(
      natural,
      product(Q, rotations, 9).map((value) => weight * q * value),
      9,
    ),
  );
  const k = new Float64Array(81);
  if (withStiffness) addEnergy(k, mean, stiffness, area);
  // the higher strains are linear: three mid-sides integrate their square
  for (let side = 0; withStiffness && side < 3; side++)
    addEnergy(
      k,
      higher[side].map((value, i) => (value + higher[(side + 1) % 3][i]) / 2),
      stiffness,
      area / 3,
    );
  const stress = new Float64Array(81);
  for (let corner = 0; corner < 3; corner++) {
    stress.set(
      product(
        stiffness,
        mean.map((value, i) => value + higher[corner][i]),
        9,
      ),
      27 * corner,
    );
  }
  const initial = new Float64Array(27);
  for (let i = 0; i < 9; i++)
    for (let c = 0; c < 3; c++)
      for (let s = 0; s < 3; s++) initial[3 * i + c] += area * mean[9 * s + i] * stiffness[3 * s + c];
  return { stiffness: k, stress, initial, terms: 9, size: 1 };
}

/** A B, A of 3 × 3, B of 3 × columns, by rows. */
function product(A: ArrayLike<number>, B: ArrayLike<number>, columns: number): Float64Array {
  const made = new Float64Array(3 * columns);
  for (let i = 0; i < 3; i++)
    for (let j = 0; j < columns; j++)
      made[i * columns + j] = A[3 * i] * B[j] + A[3 * i + 1] * B[columns + j] + A[3 * i + 2] * B[2 * columns + j];
  return made;
}

/** Adds w Bᵀ E B of nine freedoms. */
function addEnergy(k: Float64Array, B: Float64Array, E: ArrayLike<number>, w: number): void {
  const EB = product(E, B, 9);
  for (let i = 0; i < 9; i++)
    for (let j = 0; j < 9; j++) k[9 * i + j] += w * (B[i] * EB[j] + B[9 + i] * EB[9 + j] + B[18 + i] * EB[18 + j]);
}
