import type { MemberChecks } from '../../checks';
import { combinationFormula, combinationsCalled } from '../../combine';
import type { Model } from '../../model';
import { setStep, Sheet } from '../../sheet';
import { formatNumber, formatQuantity } from '../../units';
import { type Block, table, heading } from '../blocks';
import type { ResultChapter } from './chapter';

function sheetBlocks(model: Model, members: readonly MemberChecks[]): Block[] {
  if (members.length === 0) return [];
  const { units } = model.settings;
  return members.flatMap(({ memberId, code, checks, verdict }): Block[] => {
    const member = model.members[memberId];
    const section = member.section === null ? '' : model.sections[member.section].name;
    const material = member.material === null ? '' : model.materials[member.material].name;
    const skippedRows = checks.flatMap((check) =>
      check.made ? [] : [[check.clause, check.title, `${check.needed ? 'Needed. ' : ''}${check.reason}`]],
    );
    return [
      heading(
        `${member.label ?? memberId}: ${member.role}, ${section}, ${material}${code ? `, ${code}` : ''}: ${verdict}`,
      ),
      ...checks.flatMap((check): Block[] => {
        if (!check.made) return [];
        const sheet = new Sheet();
        check.trace(sheet);
        const formulas = combinationsCalled(model, check.combination).map((one) => combinationFormula(model, one));
        return [
          {
            kind: 'sheet',
            title: check.title,
            clause: check.clause,
            remarks: sheet.remarks,
            lines: sheet.steps.map((step) => setStep(step, units)),
            comparison: sheet.comparison && setStep(sheet.comparison, units),
            state: `${check.combination}: ${formulas.join('; ')}, at x = ${formatQuantity(check.x, 'length', units, 2)}`,
            verdict: `${formatNumber(check.utilisation, 2)} ${check.utilisation > 1 ? '> 1, does not hold' : '≤ 1, holds'}`,
            holds: check.utilisation <= 1,
          },
        ];
      }),
      ...(skippedRows.length > 0 ? [heading('Not made'), table(['Clause', 'Check', 'Why'], skippedRows)] : []),
    ];
  });
}

export const sheetsChapter: ResultChapter = {
  name: 'Calculation sheets',
  title: 'Calculation sheets',
  needsResults: true,
  blocks: ({ model, checks, choice }) =>
    sheetBlocks(
      model,
      checks.filter((one) => choice.members.includes(one.memberId)),
    ),
};
