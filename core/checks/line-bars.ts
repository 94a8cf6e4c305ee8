import type { AreasAlong, AreasThere, BeamElevation, CrossSection, ElevationCurve } from '../codes/checks';
import type { DesignLine, LinePiece } from '../lines';
import { memberAxis, type Model } from '../model';

/** What bends a place of a line and what its bars carry there, N·m; m from the line's start. */
export interface LineDemand {
  readonly at: number;
  readonly member: string;
  readonly sagging: number | undefined;
  readonly hogging: number | undefined;
  readonly strengthSagging: number;
  readonly strengthHogging: number;
}

/** Bars of both faces at a place of a line beside what is asked for, m²; m from its start. */
export interface LineAreas {
  readonly at: number;
  readonly member: string;
  readonly top: AreasThere;
  readonly bottom: AreasThere;
}

/** A cut across a member of a line; m from the line's start, seen along it. */
export interface LineSection extends CrossSection {
  readonly member: string;
}

/** A deflection along a part of a line, m from its start and downward, m. */
export interface LineCurve extends Omit<ElevationCurve, 'points'> {
  readonly member: string;
  readonly points: readonly { readonly at: number; readonly value: number }[];
}

/** Bars of one member of a line as they lie in it, m from its start; those that go on into the next member end at it. */
export interface LineBar {
  readonly member: string;
  /** their place among those added to the member; undefined: all along it */
  readonly added: number | undefined;
  readonly face: 'top' | 'bottom';
  readonly bar: string;
  readonly count: number;
  readonly from: number;
  readonly to: number;
  readonly hooked: { readonly from: boolean; readonly to: boolean };
  /** ends that go on into the next member, as far as their anchorage asks where nothing like them lies there */
  readonly goesOn: { readonly from: boolean; readonly to: boolean };
  readonly anchorage: number;
  readonly lap: number;
  readonly leg: number;
}

/** Stirrups along a part of a line, m from its start. */
export interface LineStirrups {
  readonly member: string;
  /** their place among the member's zones; undefined: what these leave */
  readonly zone: number | undefined;
  readonly bar: string;
  readonly legs: number;
  readonly spacing: number;
  readonly from: number;
  readonly to: number;
}

/** A piece of a line that is a beam of concrete with bars. */
export interface BeamPiece {
  readonly piece: LinePiece;
  readonly elevation: BeamElevation;
  readonly areas: AreasAlong;
}

/** The bars of a design line from the side. */
export interface LineBars {
  readonly demands: readonly LineDemand[];
  readonly bars: readonly LineBar[];
  readonly stirrups: readonly LineStirrups[];
  /** bars along the sides of members */
  readonly sides: readonly { readonly member: string; readonly bar: string; readonly count: number }[];
  /** how far moments are shifted against bars that end, m */
  readonly shift: number;
  /** of the deepest piece, m */
  readonly depth: number;
  readonly areas: readonly LineAreas[];
  /** one after the other */
  readonly sections: readonly LineSection[];
  readonly curves: readonly LineCurve[];
  /** least area of bars of a face, m², along each member */
  readonly minimums: readonly {
    readonly from: number;
    readonly to: number;
    readonly top: number;
    readonly bottom: number;
  }[];
  readonly pieces: readonly BeamPiece[];
}

/** Beams in line from the side, with their bars as they lie. */
export function lineBars(model: Model, line: DesignLine, pieces: readonly BeamPiece[]): LineBars {
  const on = ({ member, from, to, reversed }: LinePiece) => {
    const whole = memberAxis(model, model.members[member])!.length;
    return (x: number) => {
      const share = Math.min(Math.max(x / whole, -0.5), 1.5) * (to - from);
      return reversed ? to - share : from + share;
    };
  };
  return {
    demands: pieces
      .flatMap(({ piece, elevation }) => {
        const place = on(piece);
        return elevation.places.map(({ x, ...rest }) => ({ at: place(x), member: piece.member, ...rest }));
      })
      .sort((a, b) => a.at - b.at),
    bars: pieces.flatMap(({ piece, elevation }) => {
      const place = on(piece);
      const all = elevation.bars.length - (model.members[piece.member].reinforcement?.added?.length ?? 0);
      return elevation.bars.map(({ face, bar, count, from, to, hooked, anchorage, lap, leg }, i): LineBar => {
        const whole = memberAxis(model, model.members[piece.member])!.length;
        const [isFirst, isLast] = [piece.from < 1e-6, piece.to > line.length - 1e-6];
        const ends = piece.reversed
          ? [
              { at: to, hook: hooked.to, isEnd: isFirst },
              { at: from, hook: hooked.from, isEnd: isLast },
            ]
          : [
              { at: from, hook: hooked.from, isEnd: isFirst },
              { at: to, hook: hooked.to, isEnd: isLast },
            ];
        const isOut = (x: number) => x < -1e-6 || x > whole + 1e-6;
        const [a, b] = ends.map(({ at, hook, isEnd }) => {
          const goesOn = !isEnd && isOut(at);
          return {
            at: isEnd && Number.isFinite(at) ? place(at) : place(Math.min(whole, Math.max(0, at))),
            hook: hook && !goesOn,
            goesOn,
          };
        });
        return {
          member: piece.member,
          added: i < all ? undefined : i - all,
          face,
          bar,
          count,
          from: a.at,
          to: b.at,
          hooked: { from: a.hook, to: b.hook },
          goesOn: { from: a.goesOn, to: b.goesOn },
          anchorage,
          lap,
          leg,
        };
      });
    }),
    stirrups: pieces.flatMap(({ piece, elevation }) => stirrupsOf(model, piece, elevation, on(piece))),
    sides: pieces.flatMap(({ piece: { member }, elevation: { sideBars } }) =>
      sideBars ? [{ member, ...sideBars }] : [],
    ),
    shift: Math.max(0, ...pieces.map(({ elevation }) => elevation.shift)),
    depth: Math.max(0, ...pieces.map(({ elevation }) => elevation.depth)),
    areas: pieces
      .flatMap(({ piece, areas }) => {
        const place = on(piece);
        return areas.places.map(({ x, top, bottom }) => ({ at: place(x), member: piece.member, top, bottom }));
      })
      .sort((a, b) => a.at - b.at),
    sections: pieces
      .flatMap(({ piece, elevation }) => elevation.sections.map((one) => seenAlong(one, piece, on(piece))))
      .sort((a, b) => a.from - b.from),
    curves: pieces.flatMap(({ piece, elevation }) => {
      const place = on(piece);
      return elevation.curves.map(({ points, ...rest }) => ({
        ...rest,
        member: piece.member,
        points: points.map(({ x, value }) => ({ at: place(x), value })).sort((a, b) => a.at - b.at),
      }));
    }),
    minimums: pieces.map(({ piece: { from, to }, areas: { minimum } }) => ({ from, to, ...minimum })),
    pieces,
  };
}

/** A cut of a member as one looks along its line: of one that runs the other way left and right are changed over. */
function seenAlong(
  { from, to, concrete, bars, ...rest }: CrossSection,
  { member, reversed }: LinePiece,
  place: (x: number) => number,
): LineSection {
  const turn = reversed ? -1 : 1;
  const [start, end] = [place(from), place(to)];
  return {
    ...rest,
    member,
    from: Math.min(start, end),
    to: Math.max(start, end),
    concrete: concrete.map((one) => ({
      from: { y: Math.min(turn * one.from.y, turn * one.to.y), z: one.from.z },
      to: { y: Math.max(turn * one.from.y, turn * one.to.y), z: one.to.z },
    })),
    bars: bars.map((bar) => ({ ...bar, y: turn * bar.y })),
  };
}

/** Stirrups of a member between the faces of its supports: those of its zones, the first that holds, and between them the others. */
function stirrupsOf(
  model: Model,
  { member }: LinePiece,
  { stirrups, zones, faces }: BeamElevation,
  place: (x: number) => number,
): LineStirrups[] {
  const whole = memberAxis(model, model.members[member])!.length;
  const marks = new Set([0, whole]);
  for (const { from, to } of [...zones, ...faces]) for (const at of [from, to]) if (at > 0 && at < whole) marks.add(at);
  const sorted = [...marks].sort((a, b) => a - b);
  const found: LineStirrups[] = [];
  for (let i = 1; i < sorted.length; i++) {
    const middle = (sorted[i - 1] + sorted[i]) / 2;
    const isIn = ({ from, to }: { from: number; to: number }) => middle > from && middle < to;
    if (faces.some(isIn)) continue;
    const zone = zones.findIndex(isIn);
    const { legs, spacing } = zone < 0 ? stirrups : zones[zone];
    const [from, to] = [place(sorted[i - 1]), place(sorted[i])].sort((a, b) => a - b);
    found.push({ member, zone: zone < 0 ? undefined : zone, bar: stirrups.bar, legs, spacing, from, to });
  }
  return found.sort((a, b) => a.from - b.from);
}

/** The bars all along a line in words, once for members that follow each other with the same; m from its start. */
export function throughBars(
  bars: readonly LineBar[],
): { readonly face: 'top' | 'bottom'; readonly words: string; readonly from: number; readonly to: number }[] {
  return (['top', 'bottom'] as const).flatMap((face) => {
    const found: { face: 'top' | 'bottom'; words: string; from: number; to: number }[] = [];
    const through = bars.filter((one) => one.face === face && one.added === undefined);
    for (const { count, bar, from, to } of [...through].sort((a, b) => a.from - b.from)) {
      const words = `${count} ${bar}`;
      const last = found.at(-1);
      if (last?.words === words) last.to = to;
      else found.push({ face, words, from, to });
    }
    return found;
  });
}
