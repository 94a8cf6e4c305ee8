/** Places closer than this are one where shapes are compared, m. */
const grain = 1e-9;

/**
 * What is made of elements, kept by their shape: elements whose corners lie alike from the first share it.
 * @param make makes it of the corners of one
 */
export class ByShape<Made> {
  private readonly known = new Map<string, Made>();

  constructor(private readonly make: (corners: readonly ArrayLike<number>[]) => Made) {}

  of(corners: readonly ArrayLike<number>[]): Made {
    const [first] = corners;
    let key = '';
    for (let i = 1; i < corners.length; i++) {
      const corner = corners[i];
      for (let k = 0; k < 3; k++) key += `${Math.round((corner[k] - first[k]) / grain)} `;
    }
    let found = this.known.get(key);
    if (found === undefined) this.known.set(key, (found = this.make(corners)));
    return found;
  }

  /** How many shapes there are. */
  get size(): number {
    return this.known.size;
  }
}
