/** Places closer than this are one where shapes are compared, m. */
const grain = 1e-9;

/** A shape that was met: where its corners lie from the first, in grains. */
interface Known<Made> {
  readonly shape: Float64Array;
  readonly made: Made;
}

/**
 * What is made of elements, kept by their shape: elements whose corners lie alike from the first share it.
 * @param make makes it of the corners of one
 */
export class ByShape<Made> {
  private readonly known = new Map<number, Known<Made>[]>();
  private readonly shape = new Float64Array(9);

  constructor(private readonly make: (corners: readonly ArrayLike<number>[]) => Made) {}

  of(corners: readonly ArrayLike<number>[]): Made {
    const { shape } = this;
    const length = 3 * (corners.length - 1);
    let hash = length;
    for (let i = 0; i < length; i++) {
      const [corner, k] = [corners[1 + Math.floor(i / 3)], i % 3];
      shape[i] = Math.round((corner[k] - corners[0][k]) / grain);
      hash = (Math.imul(hash, 31) + shape[i]) | 0;
    }
    let alike = this.known.get(hash);
    if (!alike) this.known.set(hash, (alike = []));
    for (const one of alike)
      if (one.shape.length === length && one.shape.every((v, i) => v === shape[i])) return one.made;
    const made = this.make(corners);
    alike.push({ shape: shape.slice(0, length), made });
    return made;
  }
}
