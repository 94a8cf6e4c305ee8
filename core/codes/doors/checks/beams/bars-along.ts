import type { ReinforcingBar } from '../../../../catalog';
import type { BarGroup, BarLayer, FaceBars } from '../beam-reinforcement';
import { barSpacing, effectiveDepth, faceOf, steelOf, type BeamBars, type Face } from './beam-bars';
import type { BeamSection } from './beam-section';

/** Bars of a face from one place to another, m from the start of the member's flexible part; endless: they go on beyond the member. */
export interface BarRun extends BarLayer {
  readonly face: Face;
  readonly from: number;
  readonly to: number;
  /** whether an end may have a hook: it lies at the end of the line */
  readonly hooked: { readonly from: boolean; readonly to: boolean };
  /** whether an end is the free one of the beam: a pull that acts there is taken to be anchored where it enters */
  readonly tip: { readonly from: boolean; readonly to: boolean };
}

/** How bars lie, for their anchorage, m. */
export interface Lying {
  readonly face: Face;
  /** of the centres of neighbours; Infinity for a single bar */
  readonly apart: number;
  /** they end at a free end, not within a support */
  readonly isAtTip?: boolean;
}

/** What anchors a bar at one of its ends, m. */
export interface AnchorageLengths {
  readonly straight: number;
  readonly hook: number;
  readonly lying: Lying;
}

/** How a moment is held against bars at a place. */
export interface Reading {
  /** how far from the place bars must still be there, m */
  readonly shift: (bar: ReinforcingBar, d: number) => number;
  /** they count by how far they are anchored; else in full wherever they lie */
  readonly anchored: boolean;
}

/** What a code says of bars that end. */
export interface AnchorageRules {
  /** lengths over which a bar takes up its strength, m */
  readonly straight: (bar: ReinforcingBar, lying: Lying) => number;
  readonly hook: (bar: ReinforcingBar, lying: Lying) => number;
  /** how much longer than a straight anchorage a lap is, for quantities */
  readonly lap: number;
  /** leg of a hook at the end of a bar from the outside of its bend, in diameters */
  readonly leg: number;
  readonly readings: readonly Reading[];
}

/** Bars that are there at a place, and the least share of their strength that is anchored. */
export interface BarsThere {
  readonly bars: BeamBars;
  /** the same bars, fully anchored */
  readonly whole: BeamBars;
  readonly least: number;
  /** by face: its bars fully anchored, with those of the other face that are, and the least share of its own */
  readonly faces: Readonly<Record<Face, { readonly bars: BeamBars; readonly least: number }>>;
}

/** Bars that are anchored for less than this share of their strength do not count. */
const hardly = 0.05;

/** What a beam's bars are read along, m from the start of its flexible part. */
export interface BarsPlace {
  readonly length: number;
  /** moments are shifted no further than to these places: the faces of its last supports; not at all where they lie behind */
  readonly from: number;
  readonly to: number;
}

/** The bars of a beam along it. */
export class BarsAlong {
  private readonly known = new Map<string, BeamBars>();
  private readonly plainAt = new Map<number, readonly BarsThere[]>();
  private readonly pulledAt = new Map<number, readonly BarsThere[]>();
  private readonly lengths = new Map<BarRun, { from?: AnchorageLengths; to?: AnchorageLengths }>();
  /** bars of each face where most of them lie side by side, and effective depth with them, m */
  readonly fullest: BeamBars;
  private readonly depths: Record<Face, number>;
  /** places where bars begin or end within the member, m */
  readonly ends: readonly number[];

  constructor(
    private readonly section: BeamSection,
    readonly runs: readonly BarRun[],
    private readonly side: BeamBars['side'],
    private readonly rules: AnchorageRules | undefined,
    private readonly place: BarsPlace,
  ) {
    const inside = (x: number) => x > 1e-9 && x < place.length - 1e-9;
    this.ends = [...new Set(runs.flatMap(({ from, to }) => [from, to]).filter(inside))].sort((a, b) => a - b);
    const parts = this.sets;
    const most = (face: Face) =>
      parts.reduce<FaceBars | undefined>(
        (best, part) => (part[face] && (!best || part[face].count > best.count) ? part[face] : best),
        undefined,
      );
    this.fullest = { top: most('top'), bottom: most('bottom'), side };
    this.depths = { top: this.depthOf('top'), bottom: this.depthOf('bottom') };
  }

  private depthOf(face: Face): number {
    const bars = this.fullest[face];
    return bars ? effectiveDepth(this.section, bars) : 0.9 * this.section.depth;
  }

  /** Length of the member it is read along, m. */
  get whole(): number {
    return this.place.length;
  }

  /** Whether all bars are the same along the whole member, apart from their anchorage at its ends. */
  get isUniform(): boolean {
    return this.ends.length === 0;
  }

  /** Bars that lie at a place, anchored or not. */
  present(x: number): BeamBars {
    return this.of(this.runs.map(({ from, to }) => (x > from - 1e-9 && x < to + 1e-9 ? 1 : 0)));
  }

  /**
   * Bars that count at a place in each reading of a moment there; those that are alike once.
   * @param isPulled whether a pull acts along the beam
   */
  against(x: number, isPulled = false): readonly BarsThere[] {
    const key = isPulled ? this.pulledAt : this.plainAt;
    let found = key.get(x);
    if (!found) key.set(x, (found = this.findAgainst(x, isPulled)));
    return found;
  }

  private findAgainst(x: number, isPulled: boolean): readonly BarsThere[] {
    const { rules } = this;
    if (!rules) return [this.there(this.runs.map(() => 1))];
    const found: BarsThere[] = [];
    for (const reading of rules.readings) {
      if (!reading.anchored && this.isUniform) continue;
      const one = this.there(this.runs.map((run) => this.leastShare(run, x, reading, isPulled)));
      if (!found.some(({ bars }) => bars === one.bars)) found.push(one);
    }
    return found;
  }

  private leastShare(run: BarRun, x: number, { shift, anchored }: Reading, isPulled: boolean): number {
    const far = shift(run.bar, this.depths[run.face]);
    const share = (at: number) =>
      anchored ? this.share(run, at, isPulled) : at > run.from - 1e-9 && at < run.to + 1e-9 ? 1 : 0;
    // shares rise and fall once: the least is at an end of the stretch
    return Math.min(
      share(x),
      share(Math.min(x, Math.max(this.place.from, x - far))),
      share(Math.max(x, Math.min(this.place.to, x + far))),
    );
  }

  /** Bars that count at a place by how far they are anchored there. */
  developed(x: number): BeamBars {
    return this.of(this.runs.map((run) => this.share(run, x)));
  }

  /** How far moments are shifted against bars that end, m. */
  shiftOf({ bar, face }: BarRun): number {
    return Math.max(0, ...(this.rules?.readings ?? []).map(({ shift }) => shift(bar, this.depths[face])));
  }

  /** How much of the strength of bars is anchored at a place, 0 to 1. */
  share(run: BarRun, x: number, isPulled = false): number {
    const { hooked, tip } = run;
    const from = isPulled && tip.from ? -Infinity : run.from;
    const to = isPulled && tip.to ? Infinity : run.to;
    if (x < from - 1e-9 || x > to + 1e-9) return 0;
    if (from === -Infinity && to === Infinity) return 1;
    const taken = (length: number, end: 'from' | 'to') => {
      if (length === Infinity) return 1;
      const { straight, hook } = this.lengthsOf(run, end);
      return Math.max(0, length) / (hooked[end] ? Math.min(straight, hook) : straight);
    };
    const ends = [taken(x - from, 'from'), taken(to - x, 'to')];
    // at a free end, where the moment goes to nothing as well, what is hardly anchored counts as so little
    const share = Math.min(
      1,
      tip.from ? Math.max(hardly, ends[0]) : ends[0],
      tip.to ? Math.max(hardly, ends[1]) : ends[1],
    );
    // what is hardly missing is there, what hardly holds is not
    return share > 0.999 ? 1 : share < hardly ? 0 : Math.round(share * 1e4) / 1e4;
  }

  /** Lengths that anchor bars at one of their ends, straight and with a hook, m, and how they lie there; nothing where no code asks. */
  lengthsOf(run: BarRun, end: 'from' | 'to'): AnchorageLengths {
    let both = this.lengths.get(run);
    if (!both) this.lengths.set(run, (both = {}));
    return (both[end] ??= this.findLengths(run, end));
  }

  private findLengths(run: BarRun, end: 'from' | 'to'): AnchorageLengths {
    const { rules, place } = this;
    const { face, bar } = run;
    if (!rules) return { straight: 0, hook: 0, lying: { face, apart: Infinity } };
    const at = Math.min(place.length, Math.max(0, run[end]));
    const way = end === 'from' ? 1 : -1;
    // bars are anchored where they lie nearest to each other along that length
    const isAtTip = run.tip[end];
    let lying: Lying = { face, isAtTip, apart: this.apartBetween(face, at, at) };
    lying = { face, isAtTip, apart: this.apartBetween(face, at, at + way * rules.straight(bar, lying)) };
    return { straight: rules.straight(bar, lying), hook: rules.hook(bar, lying), lying };
  }

  /** The least distance of the centres of bars of a face between two places, m. */
  private apartBetween(face: Face, one: number, other: number): number {
    const [from, to] = [Math.min(one, other) - 1e-6, Math.max(one, other) + 1e-6];
    const marks = [from, ...this.ends.filter((x) => x > from && x < to), to];
    return Math.min(
      ...marks.slice(1).map((mark, i) => {
        const bars = this.present((marks[i] + mark) / 2)[face];
        return bars && bars.rows[0] > 1 ? barSpacing(this.section, bars) : Infinity;
      }),
    );
  }

  /** What the code says of bars that end; undefined: nothing. */
  get anchorage(): AnchorageRules | undefined {
    return this.rules;
  }

  private there(shares: readonly number[]): BarsThere {
    const some = shares.filter((share) => share > 0);
    return {
      bars: this.of(shares),
      whole: this.of(shares.map((share) => (share > 0 ? 1 : 0))),
      least: some.length > 0 ? Math.min(...some) : 1,
      faces: { top: this.ofFace(shares, 'top'), bottom: this.ofFace(shares, 'bottom') },
    };
  }

  private ofFace(shares: readonly number[], face: Face): { bars: BeamBars; least: number } {
    const own = shares.filter((share, i) => this.runs[i].face === face && share > 0);
    return {
      bars: this.of(shares.map((share, i) => (share === 1 || (share > 0 && this.runs[i].face === face) ? 1 : 0))),
      least: own.length > 0 ? Math.min(...own) : 1,
    };
  }

  private of(shares: readonly number[]): BeamBars {
    const key = shares.join(' ');
    let found = this.known.get(key);
    if (!found) {
      const face = (of: Face) =>
        faceOf(
          this.section,
          this.runs.flatMap(({ face: on, bar, count }, i): BarGroup[] =>
            on === of ? [{ bar, count, share: shares[i] }] : [],
          ),
        );
      this.known.set(key, (found = { top: face('top'), bottom: face('bottom'), side: this.side }));
    }
    return found;
  }

  /** Places where moments tell most against bars that end: where they begin to count and where they count in full, with the shift of moments, m. */
  get knots(): readonly number[] {
    const { rules, place } = this;
    if (!rules) return [];
    const found = this.runs.flatMap((run) => {
      const d = this.depths[run.face];
      return (['from', 'to'] as const).flatMap((end) => {
        if (!Number.isFinite(run[end])) return [];
        const { straight, hook } = this.lengthsOf(run, end);
        const offsets = rules.readings.flatMap(({ shift, anchored }) => {
          const far = shift(run.bar, d);
          // where they are only just missing
          return anchored ? [far, far + straight, far + hook] : [far - 1e-6];
        });
        return [0, ...offsets].map((offset) => run[end] + (end === 'from' ? offset : -offset));
      });
    });
    return [...new Set(found)].filter((x) => x > 1e-6 && x < place.length - 1e-6).sort((a, b) => a - b);
  }

  /** Every set of bars that lies somewhere along the member. */
  get sets(): readonly BeamBars[] {
    const marks = [0, ...this.ends, this.place.length];
    return [...new Set(marks.slice(1).map((mark, i) => this.present((marks[i] + mark) / 2)))];
  }
}

/** Area of the weaker face of bars, m²; 0 where there are none at all. */
export function weakerSteel({ top, bottom }: BeamBars): number {
  const areas = [steelOf(top), steelOf(bottom)].filter((area) => area > 0);
  return areas.length > 0 ? Math.min(...areas) : 0;
}
