import { inOrder, type Finding, type Model } from '../model';
import { generateCombinations } from './generate';

/** Cases that act on the structure but take part in no combination, so that no check sees them. */
export function combinationFindings(model: Model): Finding[] {
  const combined = new Set(Object.values(model.combinations).flatMap((combination) => combination.factors.map((factor) => factor.case)));
  const acting = new Set(Object.values(model.loads).map((load) => load.case));
  return inOrder(model.cases)
    .filter((loadCase) => !combined.has(loadCase.id) && (loadCase.selfWeight || acting.has(loadCase.id)))
    .map((loadCase): Finding => {
      const base = { key: `uncombined ${loadCase.id}`, rule: 'uncombined-case', severity: 'remark' as const, sentence: `Case ${loadCase.label} is in no combination.`, place: { case: loadCase.id } };
      if (loadCase.nature === 'seismic' || loadCase.nature === 'other') {
        return { ...base, why: 'Its loads take no part in the checks. The generated combinations take no case of this nature: add a combination of your own in the Loads stage.' };
      }
      const generated = generateCombinations(model);
      return { ...base, why: 'Its loads take no part in the checks.', ...(generated ? { mend: { label: 'Generate the combinations', act: generated } } : {}) };
    });
}
