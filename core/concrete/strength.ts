import {
  directionAt,
  sectionAt,
  type ReinforcedSection,
  type SectionAtStrength,
  type SectionForces,
  type SectionLaws,
} from './section';

/** A section at the strength that demands grow to when all of them grow together. */
export interface StrengthFound {
  /** from z towards y, rad: which side is compressed */
  readonly angle: number;
  /** depth of the neutral axis, m */
  readonly c: number;
  readonly at: SectionAtStrength;
}

/** Depths of the neutral axis from nothing to without end, by a number between 0 and 1. */
const depthAt = (t: number, reach: number): number => (reach * t) / (1 - t);
const [first, last] = [1e-9, 1 - 1e-7];
/** So near to each other ends of a search are one. */
const near = 1e-12;

/** Where a function that has other signs at two places is nothing, by false position with halved ends. */
function rootOf(of: (t: number) => number, from: number, to: number, fromValue: number, toValue: number): number {
  let [a, b, fa, fb] = [from, to, fromValue, toValue];
  let [best, least] = Math.abs(fa) < Math.abs(fb) ? [a, Math.abs(fa)] : [b, Math.abs(fb)];
  let side = 0;
  let before = NaN;
  for (let step = 0; step < 120 && Math.abs(b - a) > near * Math.min(Math.abs(a), 1); step++) {
    // false position creeps along steep ends: every third step halves
    const isHalf = step % 3 === 2;
    const t = isHalf ? (a + b) / 2 : (fb * a - fa * b) / (fb - fa);
    // false position comes from one side: where it stays, the ends need not meet
    if (!isHalf && Math.abs(t - before) <= near * Math.min(Math.abs(t), 1)) break;
    if (!isHalf) before = t;
    const value = of(t);
    if (Math.abs(value) < least) [best, least] = [t, Math.abs(value)];
    if (value === 0) return t;
    if (value > 0 === fb > 0) {
      [b, fb] = [t, value];
      if (side === 1) fa /= 2;
      side = 1;
    } else {
      [a, fa] = [t, value];
      if (side === -1) fb /= 2;
      side = -1;
    }
  }
  return best;
}

/** As `rootOf`, looked for around a place first, in a stretch that widens. */
function rootNear(
  of: (t: number) => number,
  from: number,
  to: number,
  fromValue: number,
  toValue: number,
  guess: number | undefined,
): number {
  if (guess === undefined || guess <= from || guess >= to) return rootOf(of, from, to, fromValue, toValue);
  const value = of(guess);
  if (value === 0) return guess;
  let [a, b, fa, fb] = [from, to, fromValue, toValue];
  const isBeyond = value > 0 === toValue > 0;
  if (isBeyond) [b, fb] = [guess, value];
  else [a, fa] = [guess, value];
  for (let width = firstWidth; ; width *= 4) {
    const t = isBeyond ? guess - width : guess + width;
    if (t <= from || t >= to) break;
    const there = of(t);
    if (there === 0) return t;
    if (there > 0 === toValue > 0) {
      [b, fb] = [t, there];
      if (!isBeyond) break;
    } else {
      [a, fa] = [t, there];
      if (isBeyond) break;
    }
  }
  return rootOf(of, a, b, fa, fb);
}
const firstWidth = 1e-3;

/** Places of the neutral axis that were found last, near which it may be again: without axial force, and with what is asked. */
interface Guess {
  bent?: number;
  found?: number;
}

/** Angles of the neutral axis are looked for in so many steps. */
const steps = 16;

/** How deep sections are searched, m. */
function reachOf({ concrete }: ReinforcedSection): number {
  let [low, high] = [
    [Infinity, Infinity],
    [-Infinity, -Infinity],
  ];
  for (const { from, to } of concrete) {
    low = [Math.min(low[0], from.y), Math.min(low[1], from.z)];
    high = [Math.max(high[0], to.y), Math.max(high[1], to.z)];
  }
  return Math.max(high[0] - low[0], high[1] - low[1]);
}

/**
 * The place of the neutral axis at an angle where axial force and moment stand to each other as asked. The moment counts along `way`, a direction of moments.
 * @returns undefined: the angle has no such place
 */
function depthFor(
  section: ReinforcedSection,
  laws: SectionLaws,
  angle: number,
  asked: { readonly N: number; readonly M: number },
  way: { readonly y: number; readonly z: number },
  guess: Guess = {},
): StrengthFound | undefined {
  const direction = directionAt(section, angle);
  const reach = reachOf(section);
  const at = (t: number) => sectionAt(section, laws, direction, depthAt(t, reach));
  const found = (t: number): StrengthFound => ({ angle, c: depthAt(t, reach), at: at(t) });
  const [pulled, pressed] = [at(first), at(last)];
  if (!(pulled.N > 0) || !(pressed.N < 0)) return undefined;
  const bent = rootNear((t) => at(t).N, first, last, pulled.N, pressed.N, guess.bent);
  guess.bent = bent;
  if (asked.N === 0) return found(bent);
  // between the place without axial force and the end that the asked force points to
  const across = (t: number) => {
    const { N, My, Mz } = at(t);
    return (My * way.y + Mz * way.z) * asked.N - N * asked.M;
  };
  const end = asked.N > 0 ? first : last;
  const [atBent, atEnd] = [across(bent), across(end)];
  if (atBent === 0) return found(bent);
  if (atBent > 0 === atEnd > 0) return undefined;
  const t =
    end > bent
      ? rootNear(across, bent, end, atBent, atEnd, guess.found)
      : rootNear(across, end, bent, atEnd, atBent, guess.found);
  guess.found = t;
  return found(t);
}

/**
 * The strength of a section bent about y, its neutral axis kept level, in the proportion of N to My that is asked: where N and My end when they grow
 * together.
 * @param N  tension positive, N
 * @param My positive with tension at −z, N·m
 * @returns undefined: nothing is asked, or the section has no strength that way
 */
export function strengthAbout(
  section: ReinforcedSection,
  laws: SectionLaws,
  N: number,
  My: number,
): StrengthFound | undefined {
  if (N === 0 && My === 0) return undefined;
  if (isNothing(section, N, Math.abs(My))) return strengthAbout(section, laws, 0, My);
  const sides = My < 0 ? [Math.PI, 0] : [0, Math.PI];
  for (const angle of sides) {
    const found = depthFor(section, laws, angle, { N, M: My }, { y: 1, z: 0 });
    if (found && (N !== 0 || My * found.at.My > 0)) return found;
    if (N === 0) return undefined;
  }
  return atPole(section, laws, N);
}

/** Whether an axial force is too small beside a moment to tell it from none. */
const isNothing = (section: ReinforcedSection, N: number, M: number): boolean =>
  N !== 0 && Math.abs(N) * reachOf(section) < 1e-7 * M;

/** All bars pulled, or all of the section pressed: where the search from both sides ends at the same place. */
function atPole(section: ReinforcedSection, laws: SectionLaws, N: number): StrengthFound | undefined {
  const c = depthAt(N > 0 ? first : last, reachOf(section));
  const at = sectionAt(section, laws, directionAt(section, 0), c);
  return at.N * N > 0 ? { angle: 0, c, at } : undefined;
}

/**
 * The strength of a section under bending about both axes, in the proportions that are asked; the neutral axis lies as it must.
 * @param between angles that the neutral axis most likely lies between, rad: looked at first; left out: nothing is known of it
 * @returns undefined: nothing is asked, or the section has no strength that way
 */
export function strengthTowards(
  section: ReinforcedSection,
  laws: SectionLaws,
  asked: SectionForces,
  between?: readonly [number, number],
): StrengthFound | undefined {
  const M = Math.hypot(asked.My, asked.Mz);
  if (M <= 1e-7 * Math.abs(asked.N) * reachOf(section)) return strengthAbout(section, laws, asked.N, 0);
  if (isNothing(section, asked.N, M)) return strengthTowards(section, laws, { ...asked, N: 0 }, between);
  const toward = Math.atan2(asked.Mz, asked.My);
  const way = { y: Math.cos(toward), z: Math.sin(toward) };
  const guess: Guess = {};
  const found = (angle: number) => depthFor(section, laws, angle, { N: asked.N, M }, way, guess);
  // the moment across the one that is asked, by the angle of the neutral axis
  const aside = (angle: number): number => {
    const one = found(angle);
    return one ? one.at.Mz * way.y - one.at.My * way.z : NaN;
  };
  if (between) {
    const [below, above] = between.map(aside);
    if (below < 0 && above > 0) return found(rootOf(aside, between[0], between[1], below, above));
  }
  const angleAt = (step: number) => toward + Math.PI * (step / steps - 0.5) * (1 - 1e-9);
  // mostly it grows from one end to the other: by halves; else step by step
  let [low, high] = [0, steps];
  let [below, above] = [aside(angleAt(0)), aside(angleAt(steps))];
  while (high - low > 1 && below < 0 && above > 0) {
    const middle = (low + high) >> 1;
    const value = aside(angleAt(middle));
    if (Number.isNaN(value)) break;
    if (value > 0) [high, above] = [middle, value];
    else [low, below] = [middle, value];
  }
  if (high - low === 1 && below < 0 && above > 0)
    return found(rootOf(aside, angleAt(low), angleAt(high), below, above));
  let before: { angle: number; value: number } | undefined;
  for (let i = 0; i <= steps; i++) {
    const angle = angleAt(i);
    const value = aside(angle);
    if (value === 0) return found(angle);
    if (before && before.value < 0 && value > 0) return found(rootOf(aside, before.angle, angle, before.value, value));
    before = Number.isNaN(value) ? undefined : { angle, value };
  }
  return asked.N === 0 ? undefined : atPole(section, laws, asked.N);
}

/**
 * How often a section at strength goes into the forces that led to it: their utilisation.
 * @param share of the strength that may be counted, φ
 * @param level bending across is left to something else
 */
export function timesInto(asked: SectionForces, { at }: StrengthFound, share: number, level = false): number {
  const [across, askedAcross] = level ? [0, 0] : [at.Mz, asked.Mz];
  const size = at.N * at.N + at.My * at.My + across * across;
  return (asked.N * at.N + asked.My * at.My + askedAcross * across) / (share * size);
}
