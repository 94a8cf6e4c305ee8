import { findBar } from '../../../../catalog';
import type { BarsBetween, StirrupsBetween } from '../beam-reinforcement';
import type { CheckedMember } from '../design-code';
import type { BeamBars, Face } from './beam-bars';
import type { BarRun, BarsPlace } from './bars-along';

/** Where bars that run to an end of a member stop. */
export interface BarLimit {
  /** m from the start of the flexible part; endless: beyond the member */
  readonly at: number;
  /** on: into the next member of its line; support: within what carries its end; tip: at a free end; assumed: at a support whose width is not known */
  readonly kind: 'on' | 'support' | 'tip' | 'assumed';
}

/** Where bars stop at both ends of a member, and how far moments are shifted against them. */
export interface BarLimits {
  readonly start: BarLimit;
  readonly end: BarLimit;
  readonly place: BarsPlace;
}

/** @param cover of bars to the far side of a support, m; at a free end, where hardly anything bends, it is left out */
export function barLimits({ lines, zones, free, member, goesOn }: CheckedMember, cover: number): BarLimits {
  const { length } = lines[0].line;
  const [before, after] = [member.startRigid ?? 0, member.endRigid ?? 0];
  const atStart = zones.find(({ from, to }) => from < 1e-6 && to > -before - 1e-6);
  const atEnd = zones.find(({ from, to }) => to > length - 1e-6 && from < length + after + 1e-6);
  const limit = (side: 'start' | 'end'): BarLimit => {
    if (goesOn[side]) return { at: side === 'start' ? -Infinity : Infinity, kind: 'on' };
    const zone = side === 'start' ? atStart : atEnd;
    if (zone) return { at: side === 'start' ? zone.from + cover : zone.to - cover, kind: 'support' };
    if (free[side]) return { at: side === 'start' ? -before : length + after, kind: 'tip' };
    return { at: side === 'start' ? -Infinity : Infinity, kind: 'assumed' };
  };
  const [start, end] = [limit('start'), limit('end')];
  return {
    start,
    end,
    place: {
      length,
      from: start.kind === 'tip' ? Infinity : Math.max(0, atStart?.to ?? 0),
      to: end.kind === 'tip' ? -Infinity : Math.min(length, atEnd?.from ?? length),
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
  { goesOn, beyond }: CheckedMember,
  start: BarLimit,
  end: BarLimit,
  { face, bar, count, from, to }: BarsBetween,
  number: number,
): BarRun {
  const far = (side: 'start' | 'end', limit: BarLimit, at: number) => {
    if (Number.isFinite(at)) return { at, hooked: false, tip: false };
    if (!goesOn[side]) return { at: limit.at, hooked: canHook(limit), tip: limit.kind === 'tip' };
    return { at: beyond(number, side), hooked: false, tip: false };
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
