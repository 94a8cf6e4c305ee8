import { memberAxis, type AddedBars, type Edit, type Model, type Reinforcement, type StirrupZone } from '../model';
import type { DesignLine } from './design-lines';
import type { LinePiece } from './line';

/** Nearer to each other than this places are one, m. */
const near = 1e-3;

/** Where a part of what lies along a line is recorded: its place in the list of a member. */
interface RecordedAt {
  readonly member: string;
  readonly index: number;
}

/** Bars added along a line, through all members they lie on; m from the line's start. */
export interface BarsOnLine extends Pick<AddedBars, 'face' | 'bar' | 'count'> {
  readonly from: number;
  readonly to: number;
  readonly parts: readonly RecordedAt[];
}

/** A zone of stirrups along a line, m from its start. */
export interface ZoneOnLine extends Pick<StirrupZone, 'legs' | 'spacing'> {
  readonly from: number;
  readonly to: number;
  readonly parts: readonly RecordedAt[];
}

type Along = Pick<AddedBars, 'from' | 'to'>;

const lengthOf = (model: Model, { member }: LinePiece): number => memberAxis(model, model.members[member])!.length;

/** A stretch of a member as one of its line. */
function onLine(model: Model, piece: LinePiece, { from, to }: Along): { from: number; to: number } {
  const whole = lengthOf(model, piece);
  const place = (x: number) => {
    const share = (Math.min(x, whole) / whole) * (piece.to - piece.from);
    return piece.reversed ? piece.to - share : piece.from + share;
  };
  const [a, b] = [place(from), place(to ?? whole)];
  return { from: Math.min(a, b), to: Math.max(a, b) };
}

/** A stretch of a line on one of its members; undefined: it does not lie there. */
function onMember(model: Model, piece: LinePiece, from: number, to: number): Along | undefined {
  const [a, b] = [Math.max(from, piece.from), Math.min(to, piece.to)];
  if (b - a < near) return undefined;
  const whole = lengthOf(model, piece);
  const place = (at: number) => {
    const share = (piece.reversed ? piece.to - at : at - piece.from) / (piece.to - piece.from);
    return share * whole;
  };
  const [start, end] = [place(a), place(b)].sort((x, y) => x - y);
  return { from: start < near ? 0 : clean(start), to: end > whole - near ? null : clean(end) };
}

/** Without what rounding leaves, m. */
const clean = (at: number): number => Number(at.toFixed(6));

/** What lies along a line, those that meet at a joint and are alike as one. */
function found<T extends Along>(
  model: Model,
  line: DesignLine,
  list: (bars: Reinforcement) => readonly T[] | undefined,
  isLike: (one: T, other: T) => boolean,
): { from: number; to: number; first: T; parts: RecordedAt[] }[] {
  const all = line.pieces.flatMap((piece) =>
    (list(model.members[piece.member].reinforcement ?? {}) ?? []).map((one, index) => ({
      ...onLine(model, piece, one),
      first: one,
      parts: [{ member: piece.member, index }],
      isAtEnd: (at: number) => Math.abs(at - piece.from) < near || Math.abs(at - piece.to) < near,
    })),
  );
  const whole: typeof all = [];
  for (const one of all.sort((a, b) => a.from - b.from)) {
    const i = whole.findIndex(
      (other) =>
        Math.abs(other.to - one.from) < near &&
        one.isAtEnd(one.from) &&
        other.parts.every(({ member }) => member !== one.parts[0].member) &&
        isLike(other.first, one.first),
    );
    if (i < 0) whole.push(one);
    else whole[i] = { ...whole[i], to: one.to, parts: [...whole[i].parts, ...one.parts], isAtEnd: one.isAtEnd };
  }
  return whole.map(({ from, to, first, parts }) => ({ from, to, first, parts }));
}

/** Bars added to the members of a line. */
export const addedOnLine = (model: Model, line: DesignLine): BarsOnLine[] =>
  found(
    model,
    line,
    ({ added }) => added,
    (a, b) => a.face === b.face && a.bar === b.bar && a.count === b.count,
  ).map(({ from, to, first: { face, bar, count }, parts }) => ({ face, bar, count, from, to, parts }));

/** Zones of stirrups of the members of a line. */
export const zonesOnLine = (model: Model, line: DesignLine): ZoneOnLine[] =>
  found(
    model,
    line,
    ({ zones }) => zones,
    (a, b) => a.legs === b.legs && a.spacing === b.spacing,
  ).map(({ from, to, first: { legs, spacing }, parts }) => ({ legs, spacing, from, to, parts }));

/** What is laid along a line anew, and what it stands in place of. */
interface Laid<T> {
  /** none: what it stands in place of goes */
  readonly put: readonly T[];
  readonly instead: readonly RecordedAt[];
}

/**
 * The edits that lay bars and zones of stirrups along a line, on every member they lie on.
 * @returns none when nothing changes
 */
export function layAlong(
  model: Model,
  line: DesignLine,
  bars: Laid<Omit<BarsOnLine, 'parts'>>,
  zones: Laid<Omit<ZoneOnLine, 'parts'>> = { put: [], instead: [] },
): Edit[] {
  const changes = line.pieces.flatMap((piece) => {
    const own = model.members[piece.member].reinforcement ?? {};
    const keep = <T>(list: readonly T[] | undefined, instead: readonly RecordedAt[]) =>
      (list ?? []).filter((_, i) => !instead.some(({ member, index }) => member === piece.member && index === i));
    const added = keep(own.added, bars.instead);
    for (const { face, bar, count, from, to } of bars.put) {
      const part = onMember(model, piece, from, to);
      if (part) added.push({ face, bar, count, ...part });
    }
    const others = keep(own.zones, zones.instead);
    for (const { legs, spacing, from, to } of zones.put) {
      const part = onMember(model, piece, from, to);
      if (part) others.push({ legs, spacing, ...part });
    }
    const { added: _added, zones: _zones, ...rest } = own;
    const next: Reinforcement = {
      ...rest,
      ...(added.length > 0 ? { added } : {}),
      ...(others.length > 0 ? { zones: others } : {}),
    };
    if (JSON.stringify(next) === JSON.stringify(own)) return [];
    return [{ id: piece.member, fields: { reinforcement: Object.keys(next).length > 0 ? next : null } }];
  });
  return changes.length > 0 ? [{ kind: 'change', table: 'members', changes }] : [];
}
