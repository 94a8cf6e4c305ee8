import { inOrder, type Finding, type Model } from '../model';
import { designLines } from './design-lines';
import { letGo, lookedAt, type LineAct } from './line-edits';

/** What is to be said of lines that were decided by hand: changes since, parts that came off, members that are in two. */
export function lineFindings(model: Model): Finding[] {
  const records = inOrder(model.designLines);
  if (records.length === 0) return [];
  const { all, of } = designLines(model);
  const byRecord = new Map(all.flatMap((line) => (line.record ? [[line.record.id, line] as const] : [])));
  const first = new Map<string, string>();
  return records.flatMap((record): Finding[] => {
    const line = byRecord.get(record.id);
    const name = record.label ?? record.id;
    const twice = record.members.filter((id) => first.has(id));
    for (const id of record.members) if (!first.has(id)) first.set(id, record.id);
    const off = record.members.filter((id) => first.get(id) === record.id && of.get(id) !== line);
    const found: Finding[] = [];
    const remark = (
      rule: string,
      sentence: string,
      why: string,
      members: readonly string[],
      cure?: [string, LineAct],
    ) =>
      found.push({
        key: `${rule} ${record.id}`,
        rule,
        severity: 'remark',
        sentence,
        why,
        place: { members },
        ...(cure?.[1].ok ? { mend: { label: cure[0], act: cure[1].act } } : {}),
      });
    if (twice.length > 0)
      remark(
        'line-twice',
        `Design line ${name} names ${twice.join(', ')}, which ${twice.length === 1 ? 'is' : 'are'} in design line ${first.get(twice[0])} already.`,
        'A member is checked in one line: the first counts.',
        twice,
        line ? ['Let the line be found by itself', letGo([line])] : undefined,
      );
    if (off.length > 0 && line)
      remark(
        'line-apart',
        `Design line ${name} has come apart: ${off.join(', ')} ${off.length === 1 ? 'does' : 'do'} not follow the rest of it.`,
        'A line is checked as one beam or column. Its longest part is kept; what came off is checked by itself.',
        off,
        ['Let the line be found by itself', letGo([line])],
      );
    if (line?.isChanged)
      remark(
        'line-changed',
        `Design line ${line.name} is to be looked at again: its members or what carries it have changed.`,
        `It was decided as ${record.seen ?? ''}; now it is ${line.state}.`,
        line.pieces.map(({ member }) => member),
        ['It is right as it is now', lookedAt(line)],
      );
    return found;
  });
}
