import { subtract, type Model } from '~core/model';

/** Members more parallel than this are on one line (cosine). */
const parallel = 0.995;

/** The members before a member's start and after its end on the same line, or below and above in a column. */
export function neighboursOf(model: Model, id: string): { before: string | undefined; after: string | undefined } {
  const member = model.members[id];
  const direction = (start: string, end: string): number[] => {
    const d = subtract(model.nodes[end].position, model.nodes[start].position);
    const length = Math.hypot(...d) || 1;
    return d.map((part) => part / length);
  };
  const own = direction(member.start, member.end);
  const at = (node: string) =>
    Object.values(model.members).find((other) => {
      if (other.id === id || (other.start !== node && other.end !== node)) return false;
      const its = direction(other.start, other.end);
      return Math.abs(its.reduce((sum, part, k) => sum + part * own[k], 0)) > parallel;
    })?.id;
  return { before: at(member.start), after: at(member.end) };
}
