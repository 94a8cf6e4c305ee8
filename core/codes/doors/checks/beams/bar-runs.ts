import { findBar } from '../../../../catalog';
import type { BarsBetween, StirrupsBetween } from '../beam-reinforcement';
import type { CheckedMember } from '../design-code';
import type { BeamBars, Face } from './beam-bars';
import type { BarRun, BarsPlace } from './bars-along';

/** Where bars stop that run to an end of a member, or beyond it to the end of its line. */
export interface BarLimit {
  /** m from the start of the flexible part; endless where that is not known */
  readonly at: number;
  /** support: within what carries the end of the line; tip: at a free end; assumed: at a support whose width is not known */
  readonly kind: 'support' | 'tip' | 'assumed';
  /** they go on into the next member of the line first */
  readonly isBeyond: boolean;
}

/** Where bars stop at both ends of a member, and how far moments are shifted against them. */
export interface BarLimits {
  readonly start: BarLimit;
  readonly end: BarLimit;
  readonly place: BarsPlace;
}

/** @param cover of bars to the far side of a support, m; at a free end, where hardly anything bends, it is left out */
export function barLimits({ lines, zones, member, lineEnds }: CheckedMember, cover: number): BarLimits {
  const { length } = lines[0].line;
  const [before, after] = [member.startRigid ?? 0, member.endRigid ?? 0];
  const zoneAt = (x: number) => zones.find(({ from, to }) => from < x + 1e-6 && to > x - 1e-6);
  const limit = (side: 'start' | 'end'): BarLimit => {
    const { at, isBeyond, isFree } = lineEnds[side];
    const zone = zoneAt(at);
    if (zone) return { at: side === 'start' ? zone.from + cover : zone.to - cover, kind: 'support', isBeyond };
    if (isFree) return { at, kind: 'tip', isBeyond };
    return { at: side === 'start' ? -Infinity : Infinity, kind: 'assumed', isBeyond };
  };
  const [start, end] = [limit('start'), limit('end')];
  // beyond a joint of the line, without a support there, bars and moments go on
  const [atStart, atEnd] = [zoneAt(-before) ?? zoneAt(0), zoneAt(length + after) ?? zoneAt(length)];
  const [from, to] = [
    start.isBeyond ? -Infinity : start.kind === 'tip' ? Infinity : 0,
    end.isBeyond ? Infinity : end.kind === 'tip' ? -Infinity : length,
  ];
  return {
    start,
    end,
    place: {
      length,
      from: atStart ? Math.max(0, atStart.to) : from,
      to: atEnd ? Math.min(length, atEnd.from) : to,
    },
  };
}

const canHook = ({ kind }: BarLimit): boolean => kind === 'support' || kind === 'tip';

/** The bars of a member as they run: those all along to where they stop, those added to it. */
export function barRuns(checked: CheckedMember, { start, end }: BarLimits, bars: BeamBars): BarRun[] {
  const all = (face: Face): BarRun[] => {
    const layer = bars[face];
    return layer
      ? [
          {
            face,
            bar: layer.bar,
            count: layer.count,
            from: start.at,
            to: end.at,
            hooked: { from: canHook(start), to: canHook(end) },
            tip: { from: start.kind === 'tip', to: end.kind === 'tip' },
          },
        ]
      : [];
  };
  return [...all('top'), ...all('bottom'), ...addedBars(checked).map((one, i) => runOf(checked, start, end, one, i))];
}

function runOf(
  { lineEnds, beyond }: CheckedMember,
  start: BarLimit,
  end: BarLimit,
  { face, bar, count, from, to }: BarsBetween,
  number: number,
): BarRun {
  const far = (side: 'start' | 'end', limit: BarLimit, at: number) => {
    if (Number.isFinite(at)) return { at, hooked: false, tip: false };
    const there = lineEnds[side].isBeyond ? beyond(number, side) : limit.at;
    // no further than to the end of the line
    return (side === 'start' ? there > limit.at : there < limit.at)
      ? { at: there, hooked: false, tip: false }
      : { at: limit.at, hooked: canHook(limit), tip: limit.kind === 'tip' };
  };
  const [a, b] = [far('start', start, from), far('end', end, to)];
  return {
    face,
    bar,
    count,
    from: a.at,
    to: b.at,
    hooked: { from: a.hooked, to: b.hooked },
    tip: { from: a.tip, to: b.tip },
  };
}

/** Nearer to an end than this bars reach it, m. */
const atEnd = 1e-3;

/** Bars added to a member, m from the start of its flexible part; endless where they reach its end. */
export function addedBars({ bars, member, lines }: CheckedMember): BarsBetween[] {
  const before = member.startRigid ?? 0;
  const whole = lines[0].line.length + before + (member.endRigid ?? 0);
  return (bars?.added ?? []).map(({ face, bar, count, from, to }) => ({
    face,
    bar: findBar(bar)!,
    count,
    from: from < atEnd ? -Infinity : from - before,
    to: to === null || to > whole - atEnd ? Infinity : to - before,
  }));
}

/** Zones of stirrups of a member, m from the start of its flexible part. */
export function stirrupZones({ bars, member }: CheckedMember): StirrupsBetween[] {
  const before = member.startRigid ?? 0;
  return (bars?.zones ?? []).map(({ from, to, legs, spacing }) => ({
    legs,
    spacing,
    from: from - before,
    to: to === null ? Infinity : to - before,
  }));
}
