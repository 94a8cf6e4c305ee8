import { findBar } from '../catalog';
import type { BeamElevation, BeamLayout } from '../codes/checks';
import type { Solution } from '../fem';
import {
  designLines,
  layAlong,
  addedOnLine,
  zonesOnLine,
  type BarsOnLine,
  type DesignLine,
  type LinePiece,
  type ZoneOnLine,
} from '../lines';
import { applyAct, memberAxis, type Edit, type Model, type Reinforcement } from '../model';
import type { UnitSystem } from '../units';
import { MemberChecker, type MemberChecks } from './check-member';
import { usedBars } from './used-bars';

/** Bars laid out along a line, as the edits that take them over. */
export type LaidOut =
  | {
      readonly ok: true;
      readonly edits: readonly Edit[];
      /** what was laid out, in words */
      readonly words: string;
      /** whether every check holds with it */
      readonly holds: boolean;
    }
  | { readonly ok: false; readonly reason: string };

type Face = 'top' | 'bottom';

/** Bars end at multiples of this from the line's start, m. */
const step: Readonly<Record<UnitSystem, number>> = { us: 0.0762, si: 0.05 };
/** What bends the beam is taken so many times, one after the other, until it also does in service. */
const asked = [1, 1.2, 1.45, 1.75] as const;
/** How many sizes are tried. */
const tries = 4;
/** How often bars are made longer until every check of them holds. */
const rounds = 10;
/** Bars that leave less than this of a line free lie all along it; so do gaps between bars, m. */
const leastGap = 0.5;

/** A piece of a line with what its bars are laid out by. */
interface Piece {
  readonly piece: LinePiece;
  readonly elevation: BeamElevation;
  readonly layout: BeamLayout;
  readonly used: Reinforcement;
  /** m along the line of a place from the member's start node */
  readonly on: (x: number) => number;
  /** length of the member, m */
  readonly whole: number;
}

/** Bars of a face of a line: those all along, and those beside them. */
interface FaceLayout {
  readonly bar: string;
  readonly through: number;
  readonly added: readonly Omit<BarsOnLine, 'parts'>[];
}

/**
 * Lays out the bars of a design line: a few all along it, others over its supports and in its spans as the moments ask, the same from both sides of a support,
 * and stirrups in zones. What it finds is held by the checks of every member; bars are made longer, then more, until these hold.
 */
export function layOutLine(model: Model, solution: Solution, memberId: string): LaidOut {
  const line = designLines(model).of.get(memberId);
  if (!line || line.role !== 'beam') return { ok: false, reason: 'It is not a beam.' };
  // as if nothing were chosen: what is proposed all along shows sizes and what is asked
  const bare = withEdits(model, [
    {
      kind: 'change',
      table: 'members',
      changes: line.pieces.map(({ member }) => ({ id: member, fields: { reinforcement: null } })),
    },
  ]);
  const checker = new MemberChecker(bare, solution);
  const pieces = line.pieces.map((piece) => pieceOf(bare, piece, checker.check(piece.member)));
  const away = pieces.find((one): one is string => typeof one === 'string');
  if (away !== undefined) return { ok: false, reason: away };
  const beams = pieces as Piece[];
  let best: { readonly edits: Edit[]; readonly words: string; readonly worst: number } | undefined;
  let reason = 'Its bars cannot be laid out.';
  for (const sizes of sizesToTry(beams))
    for (const times of asked) {
      let before = Infinity;
      let last: readonly string[] = [];
      let longer = 0;
      let sheared = 1;
      for (let round = 0; round < rounds; round++) {
        const laid = layout(model, line, beams, sizes, { times, longer, sheared });
        if (typeof laid === 'string') {
          reason = laid;
          break;
        }
        const next = new MemberChecker(withEdits(model, laid.edits), solution);
        const broken = line.pieces.flatMap(({ member }) =>
          next.check(member).checks.flatMap((check) => (check.made && !(check.utilisation <= 1) ? [check] : [])),
        );
        if (broken.length === 0) return { ok: true, ...laid, holds: true };
        const worst = broken.reduce((sum, { utilisation }) => sum + utilisation, 0);
        if (!best || worst < best.worst) best = { ...laid, worst };
        last = broken.map(({ id }) => id);
        // bars that lie deeper than those proposed leave more to stirrups
        const short = Math.max(0, ...broken.filter(({ id }) => isOfStirrups(id)).map(({ utilisation }) => utilisation));
        // longer bars help only where bending and anchorage are above 1, and only as long as either does
        if (worst > before * 0.995 || (short === 0 && !last.some(isOfLength))) break;
        before = worst;
        if (last.some(isOfLength)) longer += 1 / 4;
        if (short > 0) sheared *= 1.01 * Math.min(short, 1.5);
      }
      if (!last.some((id) => isOfLength(id) || isOfService(id))) break;
    }
  return best ? { ok: true, edits: best.edits, words: best.words, holds: false } : { ok: false, reason };
}

const isOfLength = (id: string): boolean =>
  id === 'flexure-top' || id === 'flexure-bottom' || id === 'development' || id === 'termination';
const isOfStirrups = (id: string): boolean => id === 'shear' || id === 'torsion';
const isOfService = (id: string): boolean => id.startsWith('deflection') || id === 'cracks' || id === 'crack-width';

/** Sizes of both faces to be tried, one after the other: those proposed all along where most is asked first, then thicker and thinner ones. */
function sizesToTry(pieces: readonly Piece[]): Record<Face, string>[] {
  const [{ layout: own }] = pieces;
  const everywhere = own.sizes.filter((name) => pieces.every(({ layout: other }) => other.sizes.includes(name)));
  const allowed = (everywhere.length > 0 ? everywhere : own.sizes)
    .map((name) => findBar(name)!)
    .sort((a, b) => a.area - b.area);
  const ranked = (face: Face): string[] => {
    const layers = pieces.flatMap(({ used }) => used[face] ?? []);
    const areaOf = ({ bar, count }: { bar: string; count: number }) => count * findBar(bar)!.area;
    const proposed = [...layers].sort((a, b) => areaOf(b) - areaOf(a)).map(({ bar }) => bar);
    const first = allowed.findIndex(({ name }) => name === proposed.at(0));
    const near = allowed
      .map(({ name }, i) => ({ name, far: i > first ? i - first : first - i + 0.5 }))
      .sort((a, b) => a.far - b.far)
      .map(({ name }) => name);
    // what is proposed in one piece may be too thick for another
    return [...new Set([...proposed.slice(0, 1).filter((name) => near.includes(name)), ...near])];
  };
  const [top, bottom] = [ranked('top'), ranked('bottom')];
  return Array.from({ length: Math.min(tries, allowed.length) }, (_, i) => ({
    top: top[Math.min(i, top.length - 1)],
    bottom: bottom[Math.min(i, bottom.length - 1)],
  }));
}

function withEdits(model: Model, edits: readonly Edit[]): Model {
  const made = applyAct(model, { edits: [...edits] });
  if (!made.ok) throw new Error(made.error);
  return made.model;
}

function pieceOf(model: Model, piece: LinePiece, checks: MemberChecks): Piece | string {
  const { member, from, to, reversed } = piece;
  const [elevation, layout] = [checks.elevation?.(), checks.layout?.()];
  if (!elevation || !layout || !checks.reinforcement)
    return `${member}, a member of the line, is not checked as a beam of concrete.`;
  const whole = memberAxis(model, model.members[member])!.length;
  const scale = (to - from) / whole;
  return {
    piece,
    elevation,
    layout,
    used: usedBars(checks.reinforcement),
    on: (x) => (reversed ? to - x * scale : from + x * scale),
    whole,
  };
}

/** What a layout is made with. */
interface Trial {
  /** moments so many times theirs */
  readonly times: number;
  /** bars longer by so many anchorages than they need be */
  readonly longer: number;
  /** shear so many times its own */
  readonly sheared: number;
}

/** One layout. */
function layout(
  model: Model,
  line: DesignLine,
  pieces: readonly Piece[],
  sizes: Readonly<Record<Face, string>>,
  { times, longer, sheared }: Trial,
): { edits: Edit[]; words: string } | string {
  const { units } = model.settings;
  const faces = {} as Record<Face, FaceLayout>;
  for (const face of ['top', 'bottom'] as const) {
    const made = faceLayout(line, pieces, { face, bar: sizes[face] }, times, longer, step[units]);
    if (typeof made === 'string') return made;
    faces[face] = made;
  }
  const zones = pieces.map((piece) => zonesOf(piece, sheared));
  const base: Edit = {
    kind: 'change',
    table: 'members',
    changes: pieces.map(({ piece, used }, i) => ({
      id: piece.member,
      fields: {
        reinforcement: {
          ...(used.side ? { side: used.side } : {}),
          top: { bar: faces.top.bar, count: faces.top.through },
          bottom: { bar: faces.bottom.bar, count: faces.bottom.through },
          stirrups: zones[i].base ?? used.stirrups,
        },
      },
    })),
  };
  const bare = withEdits(model, [base]);
  const edits = layAlong(
    bare,
    line,
    {
      put: [...faces.top.added, ...faces.bottom.added],
      instead: addedOnLine(bare, line).flatMap(({ parts }) => parts),
    },
    { put: zones.flatMap(({ zones: own }) => own), instead: zonesOnLine(bare, line).flatMap(({ parts }) => parts) },
  );
  // one change a member, with all of its bars
  const whole = withEdits(bare, edits);
  const count = faces.top.added.length + faces.bottom.added.length;
  return {
    edits: [
      {
        kind: 'change',
        table: 'members',
        changes: pieces.map(({ piece: { member } }) => ({
          id: member,
          fields: { reinforcement: whole.members[member].reinforcement ?? null },
        })),
      },
    ],
    words: `top ${faces.top.through} ${faces.top.bar}, bottom ${faces.bottom.through} ${faces.bottom.bar} all along, ${count === 0 ? 'none' : `${count} ${count === 1 ? 'stretch' : 'stretches'}`} beside them`,
  };
}

/** A place of a line where a face is asked for more than nothing, N·m. */
interface Asked {
  readonly at: number;
  readonly piece: Piece;
  readonly x: number;
  readonly moment: number;
}

function faceLayout(
  line: DesignLine,
  pieces: readonly Piece[],
  { face, bar }: { readonly face: Face; readonly bar: string },
  times: number,
  longer: number,
  grid: number,
): FaceLayout | string {
  const places = pieces
    .flatMap((piece) =>
      piece.elevation.places.flatMap(({ x, sagging, hogging }): Asked[] => {
        const moment = face === 'top' ? hogging : sagging;
        return moment === undefined ? [] : [{ at: piece.on(x), piece, x, moment: moment * times }];
      }),
    )
    .sort((a, b) => a.at - b.at);
  const least = pieces.map(({ layout: own }) => own.least(face, bar));
  if (least.some((one) => one === undefined)) return `No number of ${bar} keeps the rules of the ${face} face.`;
  const countFor = ({ piece, x, moment }: Asked, from: number): number => {
    let count = from;
    while (piece.layout.strength(face, bar, count, x) < moment && piece.layout.fits(face, bar, count + 1)) count++;
    return count;
  };
  let through = Math.max(2, ...(least as number[]));
  const most = places.reduce((sum, place) => Math.max(sum, countFor(place, through)), through);
  through = Math.max(through, Math.ceil(most * Math.max(...pieces.map(({ layout: own }) => own.carried)) - 1e-9));
  // stretches where those all along do not do
  const stretches: { from: number; to: number; count: number; peakFrom: number; peakTo: number }[] = [];
  let open: (typeof stretches)[number] | undefined;
  for (const place of places) {
    const count = countFor(place, through);
    if (count === through) {
      open = undefined;
      continue;
    }
    if (!open || place.at - open.to > 2)
      stretches.push((open = { from: place.at, to: place.at, count, peakFrom: place.at, peakTo: place.at }));
    if (count > open.count) Object.assign(open, { count, peakFrom: place.at });
    if (count >= open.count) open.peakTo = place.at;
    open.to = place.at;
  }
  // as long as they need be, and with those they come near to as one
  const added: { from: number; to: number; count: number }[] = [];
  for (const { from, to, count, peakFrom, peakTo } of stretches) {
    const lengths = pieces.map(({ layout: own }) => own.past(face, bar, count));
    const [past, anchorage] = [
      Math.max(...lengths.map((one) => one.past)),
      Math.max(...lengths.map((one) => one.anchorage)),
    ];
    const more = longer * anchorage;
    const start = Math.min(from - past, peakFrom - anchorage) - more;
    const end = Math.max(to + past, peakTo + anchorage) + more;
    const [a, b] = [Math.floor(start / grid) * grid, Math.ceil(end / grid) * grid];
    const last = added.at(-1);
    if (last && a - last.to < leastGap) Object.assign(last, { to: b, count: Math.max(last.count, count) });
    else added.push({ from: a, to: b, count });
  }
  const whole = added.map(({ from, to, count }) => ({
    from: from < leastGap ? 0 : from,
    to: to > line.length - leastGap ? line.length : to,
    count,
  }));
  if (whole.some(({ from, to }) => from === 0 && to === line.length))
    return { bar, through: Math.max(...whole.map(({ count }) => count)), added: [] };
  return {
    bar,
    through,
    added: whole.map(({ from, to, count }) => ({ face, bar, count: count - through, from, to })),
  };
}

/** Stirrups of a piece: those of its middle, and zones at its ends where shear asks for closer ones. */
function zonesOf(
  { layout: own, on, whole }: Piece,
  times: number,
): {
  base: NonNullable<Reinforcement['stirrups']> | undefined;
  zones: Omit<ZoneOnLine, 'parts'>[];
} {
  const { shearPlaces: places } = own;
  if (places.length === 0) return { base: undefined, zones: [] };
  const [first, last] = [places[0], places[places.length - 1]];
  const third = (last - first) / 3;
  const middle = own.stirrups(first + third, last - third, times) ?? own.stirrups(first, last, times)!;
  const base = { bar: middle.bar.name, legs: middle.legs, spacing: middle.spacing };
  const isCloser = (x: number) => {
    const there = own.stirrups(x, x, times);
    return there !== undefined && (there.spacing < middle.spacing - 1e-9 || there.legs > middle.legs);
  };
  const zone = (from: number, to: number): Omit<ZoneOnLine, 'parts'>[] => {
    const there = own.stirrups(Math.max(from, first), Math.min(to, last), times);
    if (!there) return [];
    const ends = [on(from), on(to)].sort((a, b) => a - b);
    return [{ from: ends[0], to: ends[1], legs: there.legs, spacing: there.spacing }];
  };
  const closer = places.filter(isCloser);
  const near = closer.filter((x) => x < (first + last) / 2);
  const far = closer.filter((x) => x >= (first + last) / 2);
  const up = (x: number) => Math.ceil(x / 0.1) * 0.1;
  return {
    base,
    zones: [
      ...(near.length > 0 ? zone(0, up(near[near.length - 1] + middle.spacing)) : []),
      ...(far.length > 0 ? zone(Math.max(0, far[0] - middle.spacing - 0.1), whole) : []),
    ],
  };
}
