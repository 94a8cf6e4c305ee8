/** A browser window with a project open. */
export interface OpenWindow {
  readonly id: string;
  /** the smallest number that was free when it came: window 1, window 2 */
  readonly number: number;
}

interface Seat extends OpenWindow {
  /** tells it which windows are open; none while it is away, such as a hidden tab */
  tell: (() => void) | undefined;
  /** when it went away without a word, ms */
  awaySince: number | undefined;
}

/** A window that went away without saying goodbye is counted as open this long, ms: a hidden tab, a laptop asleep. */
const longestAway = 30 * 60_000;

/** Which windows have a variant open. Held in memory: after a restart they announce themselves again. */
export class Windows {
  private readonly rooms = new Map<number, Map<string, Seat>>();

  constructor(private readonly now: () => number = Date.now) {}

  /** A window comes, or comes back. @returns a function for when its line is cut */
  come(variant: number, id: string, tell: () => void): () => void {
    const room = this.room(variant);
    const before = room.get(id);
    const seat: Seat = { id, number: before?.number ?? freeNumber(room), tell, awaySince: undefined };
    room.set(id, seat);
    this.tellAll(variant);
    return () => {
      if (room.get(id) !== seat) return;
      seat.tell = undefined;
      seat.awaySince = this.now();
    };
  }

  /** A window is closed. */
  leave(variant: number, id: string): void {
    if (this.rooms.get(variant)?.delete(id)) this.tellAll(variant);
  }

  /** The windows that are open, the smallest number first. */
  open(variant: number): OpenWindow[] {
    return [...this.room(variant).values()]
      .map(({ id, number }) => ({ id, number }))
      .sort((a, b) => a.number - b.number);
  }

  /** All that are open but one. */
  others(variant: number, id: string): Set<string> {
    return new Set(
      this.open(variant)
        .map((window) => window.id)
        .filter((other) => other !== id),
    );
  }

  private room(variant: number): Map<string, Seat> {
    let room = this.rooms.get(variant);
    if (!room) this.rooms.set(variant, (room = new Map()));
    for (const seat of room.values())
      if (seat.awaySince !== undefined && this.now() - seat.awaySince > longestAway) room.delete(seat.id);
    return room;
  }

  private tellAll(variant: number): void {
    for (const seat of this.rooms.get(variant)?.values() ?? []) seat.tell?.();
  }
}

function freeNumber(room: ReadonlyMap<string, Seat>): number {
  const taken = new Set([...room.values()].map((seat) => seat.number));
  let number = 1;
  while (taken.has(number)) number++;
  return number;
}
