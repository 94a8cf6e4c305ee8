import { ruleResults } from '../../loading';
import { casesOfRule, inOrder, type Model } from '../../model';
import { setStep } from '../../sheet';
import { type Block, paragraph, heading } from '../blocks';
import type { Chapter } from './chapter';

/** Of a rule with many cases so many sheets are printed; all of them stand in the project. */
const mostRuleSheets = 4;

/** How rules worked out wind, snow and the like: their sheets. */
function ruleBlocks(model: Model): Block[] {
  const { units } = model.settings;
  const results = ruleResults(model);
  if (results.size === 0) return [];
  return inOrder(model.loadRules).flatMap((rule): Block[] => {
    const { sheets, problems } = results.get(rule.id) ?? { sheets: [], problems: [] };
    return [
      heading(rule.label),
      ...problems.map(paragraph),
      ...sheets.slice(0, mostRuleSheets).map(({ title, sheet }): Block => ({
        kind: 'sheet',
        title,
        clause: '',
        state: `${rule.label}, cases ${casesOfRule(rule)
          .map((id) => model.cases[id].label)
          .join(', ')}`,
        remarks: sheet.remarks,
        lines: sheet.steps.map((step) => setStep(step, units)),
        comparison: undefined,
        verdict: '',
        holds: true,
      })),
      ...(sheets.length > mostRuleSheets
        ? [paragraph(`${sheets.length - mostRuleSheets} more sheets of this rule stand in the project.`)]
        : []),
      ...(sheets.length === 0 ? [paragraph('It cuts or moves loads and computes nothing.')] : []),
    ];
  });
}

export const loadSheetsChapter: Chapter = {
  name: 'Loads by rules',
  title: 'Loads by rules',
  blocks: ({ model }) => ruleBlocks(model),
};
