/** How often it is looked whether anything was heard, ms. A machine asleep does not count: nothing ticks there. */
const tick = 5000;

/**
 * Watches over something that should speak while it works.
 * @param longest after so long a silence, ms, it is given up
 * @param giveUp  called once then
 */
export class Silence {
  private quiet = 0;
  private timer: ReturnType<typeof setInterval> | undefined;

  constructor(
    private readonly longest: number,
    private readonly giveUp: () => void,
  ) {}

  /** It begins to work. */
  begin(): void {
    this.heard();
    this.timer ??= setInterval(() => {
      this.quiet += tick;
      if (this.quiet < this.longest) return;
      this.end();
      this.giveUp();
    }, tick);
  }

  /** It spoke. */
  heard(): void {
    this.quiet = 0;
  }

  /** It has done its work. */
  end(): void {
    clearInterval(this.timer);
    this.timer = undefined;
  }
}
