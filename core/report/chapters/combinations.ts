import { combinationFormula, purposeNames } from '../../combine';
import { inOrder, plainWords, type Model } from '../../model';
import { formatNumber } from '../../units';
import { type Block, table, paragraph, heading } from '../blocks';
import type { Chapter } from './chapter';

function combinationBlocks(model: Model): Block[] {
  const combinations = inOrder(model.combinations);
  if (combinations.length === 0) return [paragraph('There are no combinations.')];
  const sets = inOrder(model.stiffnessSets).filter((set) => combinations.some((one) => one.stiffnessSet === set.id));
  const factorWords = (rule: (typeof sets)[number]['rules'][number]) => [
    rule.material,
    rule.role,
    Object.entries(rule.factors)
      .map(([name, factor]) => `${plainWords(name)} × ${formatNumber(factor, 2)}`)
      .join(', '),
  ];
  return [
    table(
      ['', 'Purpose', 'Rule', 'Combination', 'Order', 'Stiffness'],
      combinations.map((one) => [
        one.label,
        purposeNames[one.purpose],
        one.origin === 'own' ? `own: ${one.rule}` : one.changed ? `${one.rule}, changed` : one.rule,
        combinationFormula(model, one),
        one.order ?? 'first',
        one.stiffnessSet ? model.stiffnessSets[one.stiffnessSet].label : 'full',
      ]),
    ),
    ...sets.flatMap((set): Block[] => [
      heading(`Stiffness: ${set.label}`),
      table(
        ['Material', 'Role', 'Factors'],
        set.rules.map(factorWords),
        `${set.source}. The first rule that fits a member counts.`,
      ),
    ]),
  ];
}

export const combinationsChapter: Chapter = {
  name: 'Combinations',
  title: 'Combinations',
  blocks: ({ model }) => combinationBlocks(model),
};
