import { findBar } from '../../catalog';
import { designLines } from '../../lines';
import { dot, memberAxis, type CageBars, type Model } from '../../model';

/** Local axes of members in line whose cosine is above this are one. */
const sameAxes = 0.99;
const near = 1e-6;

/**
 * Bars of columns so that no lift has more or thicker ones than the one below it, and a lift the same all along: what a lift lacks of those above it is added.
 * Where section, design rules or local axes change, or bars are chosen by hand, the lift below keeps its own.
 * @param found bars of members as they are proposed for each of them
 * @param isOpen whether the bars of a member may be changed
 * @returns those that are others than were found
 */
export function neverGrowing(
  model: Model,
  found: ReadonlyMap<string, CageBars>,
  isOpen: (member: string) => boolean,
): Map<string, CageBars> {
  const changed = new Map<string, CageBars>();
  for (const line of designLines(model).all) {
    if (line.role !== 'column') continue;
    let above: { readonly member: string; readonly bars: CageBars } | undefined;
    for (const { from, to } of [...line.lifts].reverse()) {
      const inside = line.pieces
        .filter((piece) => piece.from >= from - near && piece.to <= to + near)
        .flatMap(({ member }) => (found.has(member) ? [{ member, bars: found.get(member)! }] : []));
      if (inside.length === 0) {
        above = undefined;
        continue;
      }
      const whole = [...(above ? [above] : []), ...inside].reduce<CageBars | undefined>(
        (sum, { member, bars }) =>
          isAlike(model, member, inside[0].member) ? (sum ? most(sum, bars) : bars) : (sum ?? undefined),
        undefined,
      );
      for (const { member, bars } of inside)
        if (whole && isOpen(member) && isAlike(model, member, inside[0].member) && !isSame(whole, bars))
          changed.set(member, whole);
      above = { member: inside[0].member, bars: changed.get(inside[0].member) ?? inside[0].bars };
    }
  }
  return changed;
}

/** Whether bars may go on from one member into the other. */
function isAlike(model: Model, one: string, other: string): boolean {
  const [a, b] = [model.members[one], model.members[other]];
  if (a.section !== b.section || a.rules !== b.rules) return false;
  const [first, second] = [memberAxis(model, a), memberAxis(model, b)];
  return first !== undefined && second !== undefined && Math.abs(dot(first.axes.z, second.axes.z)) > sameAxes;
}

const thicker = (one: string, other: string): string => (findBar(one)!.area >= findBar(other)!.area ? one : other);

/** Bars of which both are a part; those of a ring and of faces have none. */
function most(one: CageBars, other: CageBars): CageBars {
  if ('ring' in one)
    return 'ring' in other ? { ring: thicker(one.ring, other.ring), count: Math.max(one.count, other.count) } : one;
  if ('ring' in other) return one;
  const between = thicker(one.between ?? one.corner, other.between ?? other.corner);
  const corner = thicker(one.corner, other.corner);
  return {
    corner,
    ...(between === corner ? {} : { between }),
    alongY: Math.max(one.alongY, other.alongY),
    alongZ: Math.max(one.alongZ, other.alongZ),
  };
}

const isSame = (one: CageBars, other: CageBars): boolean => JSON.stringify(one) === JSON.stringify(other);
