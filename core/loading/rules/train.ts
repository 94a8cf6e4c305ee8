import { memberLength, type Model, type TrainRule } from '../../model';
import { length as metres, plain, Sheet, calculate } from '../../sheet';
import { numbered, type MadeLoad, type RuleResult } from '../../codes/loads';

/** A member of a path with where it begins along it and which way it is passed, m. */
interface PathPiece {
  readonly member: string;
  readonly from: number;
  readonly length: number;
  readonly flipped: boolean;
}

/** The members of a path end to end, or the place where they do not follow each other. */
export function pathOf(model: Model, ids: readonly string[]): PathPiece[] | string {
  const pieces: PathPiece[] = [];
  let at = 0;
  let end: string | undefined;
  for (const [i, id] of ids.entries()) {
    const member = model.members[id];
    const next = ids[i + 1] === undefined ? undefined : model.members[ids[i + 1]];
    const ends = next ? [next.start, next.end] : [];
    const flipped: boolean =
      end === undefined ? !ends.includes(member.end) && ends.includes(member.start) : member.end === end;
    if (end !== undefined && member.start !== end && member.end !== end)
      return `Member ${id} does not begin where ${ids[i - 1]} ends.`;
    const length = memberLength(model, member);
    pieces.push({ member: id, from: at, length, flipped });
    at += length;
    end = flipped ? member.start : member.end;
  }
  return pieces;
}

/** Forces that move along a path: a load case for every step. */
export function train(model: Model, rule: TrainRule): RuleResult {
  const path = pathOf(model, rule.path);
  if (typeof path === 'string') return { loads: [], sheets: [], problems: [`${rule.label}: ${path}`] };
  const total = path.reduce((sum, piece) => sum + piece.length, 0);
  let behind = 0;
  const offsets = rule.forces.map((one, i) => (behind += i === 0 ? 0 : one.behind));
  const sheet = new Sheet();
  const step = calculate(sheet, {
    clause: '',
    title: 'Step of the forces',
    symbol: 's',
    expression: '(L + T) / (n - 1)',
    inputs: { L: metres(total), T: metres(behind), n: plain(rule.cases.length, 0) },
    as: { kind: 'length' },
    note: 'L: length of the path, T: from the first to the last force, n: cases',
  });
  const loads: MadeLoad[] = rule.cases.flatMap((caseId, k) =>
    rule.forces.flatMap(({ force }, i): MadeLoad[] => {
      const s = k * step - offsets[i];
      if (s < -1e-9 || s > total + 1e-9) return [];
      const piece = path.find((one) => s <= one.from + one.length + 1e-9)!;
      const along = Math.min(Math.max(0, s - piece.from), piece.length);
      return [
        {
          case: caseId,
          type: 'point',
          member: piece.member,
          axes: 'global',
          direction: 'z',
          value: -force,
          at: piece.flipped ? piece.length - along : along,
        },
      ];
    }),
  );
  sheet.remark(
    `The first force begins at the start of the path and the last one leaves at its end: ${rule.cases.length} places, of which one acts at a time.`,
  );
  return { loads: numbered(loads, rule.id), sheets: [{ title: 'Moving forces', sheet }], problems: [] };
}
