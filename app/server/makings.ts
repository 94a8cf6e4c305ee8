/** A document being made or read for somebody. */
interface Making {
  /** the window that asked; empty: a caller without one, such as a script */
  readonly asker: string;
  phase: string | undefined;
}

/** A window may have so many documents made at a time; callers without a window share twice as many. */
const most = 6;

/** What is being made for whom, and how far it is. Held in memory: what is asked for ends with its connection. */
export class Makings {
  private readonly all = new Map<string, Making>();
  private unnamed = 0;

  /** @returns whether one more may be begun for this asker */
  mayBegin(asker: string): boolean {
    const own = [...this.all.values()].filter((one) => one.asker === asker).length;
    return own < (asker === '' ? 2 * most : most);
  }

  /**
   * Begins one.
   * @param key by which its asker asks how far it is; one in use already is not taken twice
   * @returns tells its phase, or that it is over
   */
  begin(key: string | undefined, asker: string): { tell: (phase: string) => void; end: () => void } {
    const making: Making = { asker, phase: undefined };
    const name = key === undefined || this.all.has(key) ? `no key ${++this.unnamed}` : key;
    this.all.set(name, making);
    return { tell: (phase) => (making.phase = phase), end: () => void this.all.delete(name) };
  }

  /** How far it is, in words; nothing when it is not being made (any more). */
  phase(key: string): string | undefined {
    let before = 0;
    for (const [name, { phase }] of this.all) {
      if (name === key)
        return phase ?? (before === 0 ? 'waiting for its turn' : `waiting for its turn, ${before} before it`);
      before++;
    }
    return undefined;
  }
}
