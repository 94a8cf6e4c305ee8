import { combinationCodeOf, combiningOf } from '../codes/combinations';
import { actingLoads } from '../loading';
import { inOrder, type Finding, type Model } from '../model';
import { containsItself, deepestCombination, depthOf } from './flatten';
import { generateCombinations } from './generate';

/** Cases that no check sees, combinations of nothing or without dead load, and sets a check would need. */
export function combinationFindings(model: Model): Finding[] {
  return [
    ...sameNames(model),
    ...uncombined(model),
    ...emptyCases(model),
    ...oddCombinations(model),
    ...emptySets(model),
    ...(combinationCodeOf(model).doubts?.(model, combiningOf(model)) ?? []),
  ];
}

/** Two cases, or a case and a combination, of one short name: a combination written by names would take the one for the other. */
function sameNames(model: Model): Finding[] {
  const all = [
    ...inOrder(model.cases).map((one) => ({ table: 'cases' as const, noun: 'Case', one })),
    ...inOrder(model.combinations).map((one) => ({ table: 'combinations' as const, noun: 'Combination', one })),
  ];
  const taken = new Set(all.map(({ one }) => one.label.toLowerCase()));
  const first = new Map<string, (typeof all)[number]>();
  return all.flatMap((entry): Finding[] => {
    const { table, noun, one } = entry;
    const name = one.label.toLowerCase();
    const before = first.get(name);
    if (!before) {
      first.set(name, entry);
      return [];
    }
    let n = 2;
    while (taken.has(`${name} ${n}`)) n++;
    const label = `${one.label.slice(0, 50)} ${n}`;
    taken.add(label.toLowerCase());
    return [
      {
        key: `same name ${one.id}`,
        rule: 'same-short-name',
        severity: 'remark',
        sentence: `${noun} ${one.id} is called ${one.label}, as ${before.noun.toLowerCase()} ${before.one.id} is.`,
        why: 'Where a combination is written by short names, one is taken for the other, and in tables they cannot be told apart.',
        place: table === 'cases' ? { case: one.id } : {},
        mend: {
          label: `Call it ${label}`,
          act: { edits: [{ kind: 'change', table, changes: [{ id: one.id, fields: { label } }] }] },
        },
      },
    ];
  });
}

const actingCases = (model: Model): Set<string> =>
  new Set([
    ...actingLoads(model).map((load) => load.case),
    ...Object.values(model.cases)
      .filter((one) => one.selfWeight)
      .map((one) => one.id),
  ]);

function uncombined(model: Model): Finding[] {
  const combined = new Set(
    Object.values(model.combinations).flatMap((combination) => combination.factors.map((factor) => factor.case)),
  );
  const acting = actingCases(model);
  return inOrder(model.cases)
    .filter((loadCase) => !combined.has(loadCase.id) && !loadCase.massOnly && acting.has(loadCase.id))
    .map((loadCase): Finding => {
      const base = {
        key: `uncombined ${loadCase.id}`,
        rule: 'uncombined-case',
        severity: 'remark' as const,
        sentence: `Case ${loadCase.label} is in no combination.`,
        place: { case: loadCase.id },
      };
      if (loadCase.nature === 'other')
        return {
          ...base,
          why: 'Its loads take no part in the checks. The generated combinations take no case of this nature: add a combination of your own in the Loads stage.',
        };
      const generated = generateCombinations(model);
      return {
        ...base,
        why: 'Its loads take no part in the checks.',
        ...(generated ? { mend: { label: 'Generate the combinations', act: generated } } : {}),
      };
    });
}

function emptyCases(model: Model): Finding[] {
  const acting = actingCases(model);
  const used = new Map<string, string>();
  for (const combination of inOrder(model.combinations))
    for (const { case: id, factor } of combination.factors)
      if (factor !== 0 && !used.has(id)) used.set(id, combination.label);
  return inOrder(model.cases)
    .filter((one) => !acting.has(one.id) && used.has(one.id))
    .map((one): Finding => ({
      key: `empty case ${one.id}`,
      rule: 'empty-case',
      severity: 'remark',
      sentence: `Case ${one.label}, ${one.name}, holds no loads and takes part in combinations (${used.get(one.id)} and perhaps others).`,
      why: 'They come out too small if something was forgotten. Put its loads, or delete the case.',
      place: { case: one.id },
      mend: { label: 'Delete the case', act: { edits: [{ kind: 'remove', table: 'cases', ids: [one.id] }] } },
    }));
}

function oddCombinations(model: Model): Finding[] {
  const dead = new Set(
    inOrder(model.cases)
      .filter((one) => one.nature === 'dead' || one.nature === 'superimposedDead')
      .map((one) => one.id),
  );
  return inOrder(model.combinations).flatMap((combination): Finding[] => {
    const base = { severity: 'remark' as const, place: {} };
    if (containsItself(model.combinations, combination.id))
      return [
        {
          ...base,
          key: `circle ${combination.id}`,
          rule: 'combination-circle',
          severity: 'stop',
          sentence: `Combination ${combination.label} contains itself.`,
          why: 'One of its parts leads back to it, so it has no value. Take that part out.',
        },
      ];
    const depth = depthOf(model.combinations, combination);
    if (depth > deepestCombination)
      return [
        {
          ...base,
          key: `deep ${combination.id}`,
          rule: 'combination-too-deep',
          severity: 'stop',
          sentence: `Combination ${combination.label} is made of combinations ${depth} levels deep.`,
          why: `At most ${deepestCombination} levels are resolved, so it has no value. Write it by its cases.`,
        },
      ];
    const parts = combination.parts ?? [];
    if (combination.factors.every((one) => one.factor === 0) && parts.every((one) => one.factor === 0))
      return [
        {
          ...base,
          key: `nothing ${combination.id}`,
          rule: 'empty-combination',
          sentence: `Combination ${combination.label} combines nothing.`,
          why: 'Give it factors, or delete it.',
          mend: {
            label: 'Delete it',
            act: { edits: [{ kind: 'remove', table: 'combinations', ids: [combination.id] }] },
          },
        },
      ];
    // what is made of others may well be a difference, which has no dead load on purpose
    if (
      parts.length === 0 &&
      dead.size > 0 &&
      (combination.purpose === 'strength' || combination.purpose === 'stability') &&
      !combination.factors.some((one) => dead.has(one.case) && one.factor !== 0)
    ) {
      return [
        {
          ...base,
          key: `no dead ${combination.id}`,
          rule: 'combination-without-dead',
          sentence: `Combination ${combination.label} has no dead load.`,
          why: 'Every combination of the codes for strength and stability has it. Accept the finding if it is meant.',
        },
      ];
    }
    return [];
  });
}

/** Checks of members take the set for strength. */
function emptySets(model: Model): Finding[] {
  const some = Object.keys(model.combinations).length > 0;
  if (!some || Object.values(model.combinations).some((one) => one.purpose === 'strength')) return [];
  const generated = generateCombinations(model);
  return [
    {
      key: 'empty set strength',
      rule: 'empty-set',
      severity: 'remark',
      sentence: 'The set of combinations for strength is empty.',
      why: 'The checks of members use it, so none can be made.',
      place: {},
      ...(generated ? { mend: { label: 'Generate the combinations', act: generated } } : {}),
    },
  ];
}
