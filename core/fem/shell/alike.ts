/** Places closer than this are one where shapes are compared, m. */
const grain = 1e-9;

/** A shape that was met: where its corners lie from the first, in grains. */
interface Known<Made> {
  readonly shape: Float64Array;
  readonly made: Made;
}

/**
 * What is made of elements, kept by their shape: elements whose corners lie alike from the first share it.
 * @param make    makes it of the corners of one
 * @param earlier what was made of elements of the same making before; it serves again, until `forgetEarlier`
 */
export class ByShape<Made> {
  private readonly known = new Map<number, Known<Made>[]>();
  private readonly shape = new Float64Array(9);

  constructor(
    private readonly make: (corners: readonly ArrayLike<number>[]) => Made,
    private earlier?: ByShape<Made>,
  ) {}

  of(corners: readonly ArrayLike<number>[]): Made {
    const { shape } = this;
    const length = 3 * (corners.length - 1);
    let hash = length;
    const first = corners[0];
    for (let c = 1, i = 0; c < corners.length; c++)
      for (let k = 0; k < 3; k++, i++) {
        shape[i] = Math.round((corners[c][k] - first[k]) / grain);
        hash = (Math.imul(hash, 31) + shape[i]) | 0;
      }
    const known = this.find(hash, shape, length);
    if (known) return known.made;
    const found = this.earlier?.find(hash, shape, length) ?? {
      shape: shape.slice(0, length),
      made: this.make(corners),
    };
    const alike = this.known.get(hash);
    if (alike) alike.push(found);
    else this.known.set(hash, [found]);
    return found.made;
  }

  /** Lets go of what was made before and is not used any more. */
  forgetEarlier(): void {
    this.earlier = undefined;
  }

  private find(hash: number, shape: Float64Array, length: number): Known<Made> | undefined {
    const alike = this.known.get(hash);
    for (let k = 0; alike && k < alike.length; k++) {
      const one = alike[k].shape;
      let i = one.length === length ? 0 : length + 1;
      while (i < length && one[i] === shape[i]) i++;
      if (i === length) return alike[k];
    }
    return undefined;
  }
}
