import {
  combinationFormula,
  combinationsThatCannotGovern,
  combiningOf,
  generateCombinations,
  psiName,
  purposeLetters,
  purposeNames,
  readFormula,
  recommendedPsi,
} from '~core/combine';
import {
  applyAct,
  idSource,
  inOrder,
  purposes,
  type Combination,
  type Combining,
  type Edit,
  type Model,
  type Purpose,
} from '~core/model';
import { count } from '~core/units';
import { refused, type Field, type Tool, type Values } from './tool';

const pick = (list: readonly (readonly [string, string])[]) => list.map(([value, label]) => ({ value, label }));
const factor = (key: string, label: string, initial: number | null, hint?: string): Field => ({
  key,
  label,
  kind: 'factor',
  initial,
  ...(hint ? { hint } : {}),
});
const purposeOptions = purposes.map((value) => ({ value, label: purposeNames[value] }));

/** The names under which variable cases of the model look for their ψ. */
const psiNames = (model: Model) =>
  [
    ...new Set(
      inOrder(model.cases)
        .filter((one) => ['live', 'roofLive', 'snow', 'rain', 'wind', 'temperature'].includes(one.nature))
        .map(psiName),
    ),
  ].sort();

function optionFields(model: Model): Field[] {
  const { asce, en } = combiningOf(model);
  if (model.settings.code === 'us') {
    return [
      {
        key: 'edition',
        label: 'ASCE 7',
        kind: 'choice',
        initial: asce.edition,
        options: pick([
          ['7-22', '7-22'],
          ['7-16', '7-16'],
        ]),
      },
      {
        key: 'design',
        label: 'Strength set',
        kind: 'choice',
        initial: asce.design ?? 'strength',
        options: pick([
          ['strength', '2.3, LRFD'],
          ['allowable', '2.4, ASD'],
        ]),
        hint: 'ASD: second order is solved at 1.6 times the load and divided by 1.6 (AISC 360 C2.1).',
      },
      factor('sds', 'SDS', asce.sds, 'in g'),
      factor('redundancy', 'ρ', asce.redundancy),
      factor('overstrength', 'Ω₀', asce.overstrength, 'empty: no such combinations'),
      {
        key: 'liveFactor',
        label: 'L in 3, 4, 6',
        kind: 'choice',
        initial: String(asce.liveFactor),
        options: pick([
          ['1', '1.0'],
          ['0.5', '0.5 by exception 1'],
        ]),
      },
      {
        key: 'notionalWith',
        label: 'Notional loads with',
        kind: 'choice',
        initial: asce.notionalWith ?? 'gravity',
        options: pick([
          ['gravity', 'gravity only'],
          ['all', 'all combinations'],
        ]),
        hint: 'Gravity only where Δ₂/Δ₁ ≤ 1.7 in every storey (C2.2b(d)); storeys’ pages and the analysis log tell it.',
      },
    ];
  }
  return [
    {
      key: 'expression',
      label: 'EN 1990',
      kind: 'choice',
      initial: en.expression,
      options: pick([
        ['6.10', '(6.10)'],
        ['6.10ab', '(6.10a) and (6.10b)'],
      ]),
    },
    factor('adverse', 'γ G,sup', en.permanentAdverse),
    factor('favourable', 'γ G,inf', en.permanentFavourable),
    factor('reduction', 'ξ', en.reduction),
    factor('variable', 'γ Q', en.variable),
    {
      key: 'leader',
      label: 'Leader in 6.11b',
      kind: 'choice',
      initial: String(en.accidentalLeader),
      options: pick([
        ['1', 'ψ1'],
        ['2', 'ψ2'],
      ]),
    },
    {
      key: 'notionalWith',
      label: 'Imperfections with',
      kind: 'choice',
      initial: en.notionalWith ?? 'all',
      options: pick([
        ['all', 'all combinations'],
        ['gravity', 'those without wind'],
      ]),
      hint: 'Without wind only where H_Ed ≥ 0.15 V_Ed (EN 1993-1-1 5.3.2(4)).',
    },
    ...psiNames(model).map((name): Field => ({
      key: `psi ${name}`,
      label: `ψ ${/^[A-H]$/.test(name) ? `category ${name}` : name}`,
      kind: 'text',
      initial: (en.psi[name] ?? recommendedPsi[name]).join(', '),
      hint: `recommended ${recommendedPsi[name].join(', ')}`,
    })),
  ];
}

function optionsFrom(model: Model, values: Values): Combining | string {
  const now = combiningOf(model);
  if (model.settings.code === 'us') {
    const [sds, redundancy, overstrength] = [
      values.number('sds'),
      values.number('redundancy'),
      values.optional('overstrength'),
    ];
    if (!(sds >= 0 && sds <= 5)) return 'S_DS is a number from 0 to 5.';
    if (!(redundancy >= 1 && redundancy <= 1.3)) return 'ρ is 1.0 or 1.3.';
    if (overstrength !== undefined && !(overstrength >= 1 && overstrength <= 4))
      return 'Ω₀ is a number from 1 to 4, or empty.';
    return {
      ...now,
      asce: {
        edition: values.text('edition') as '7-22',
        sds,
        redundancy,
        overstrength: overstrength ?? null,
        liveFactor: values.text('liveFactor') === '0.5' ? 0.5 : 1,
        design: values.text('design') === 'allowable' ? 'allowable' : 'strength',
        notionalWith: values.text('notionalWith') === 'all' ? 'all' : 'gravity',
      },
    };
  }
  const psi: Combining['en']['psi'] = { ...now.en.psi };
  for (const name of psiNames(model)) {
    const parts = values
      .text(`psi ${name}`)
      .split(/[,;]\s*/)
      .map(Number);
    if (parts.length !== 3 || parts.some((part) => !(part >= 0 && part <= 1)))
      return `ψ of ${name} are three numbers from 0 to 1, such as ${recommendedPsi[name].join(', ')}.`;
    if (parts.every((part, i) => part === recommendedPsi[name][i])) delete psi[name];
    else psi[name] = [parts[0], parts[1], parts[2]];
  }
  const [adverse, favourable, reduction, variable] = ['adverse', 'favourable', 'reduction', 'variable'].map((key) =>
    values.number(key),
  );
  if (!(
    adverse >= 1 &&
    adverse <= 2 &&
    favourable >= 0 &&
    favourable <= 1 &&
    reduction >= 0.5 &&
    reduction <= 1 &&
    variable >= 1 &&
    variable <= 2
  ))
    return 'γ G,sup and γ Q are from 1 to 2, γ G,inf from 0 to 1, ξ from 0.5 to 1.';
  return {
    ...now,
    en: {
      expression: values.text('expression') as '6.10',
      permanentAdverse: adverse,
      permanentFavourable: favourable,
      reduction,
      variable,
      psi,
      accidentalLeader: values.text('leader') === '1' ? 1 : 2,
      notionalWith: values.text('notionalWith') === 'gravity' ? 'gravity' : 'all',
    },
  };
}

/** The first free label of a letter: U1, U2 … */
function freeLabel(model: Model, letter: string): string {
  const taken = new Set(
    [...Object.values(model.combinations), ...Object.values(model.envelopes)].map((one) => one.label),
  );
  return Array.from({ length: 2000 }, (_, i) => `${letter}${i + 1}`).find((candidate) => !taken.has(candidate))!;
}

export const combinationTools: readonly Tool[] = [
  {
    id: 'combining',
    title: 'Generate combinations with their options',
    group: 'combinations',
    action: 'Generate',
    about: 'By the project’s code, complete and numbered. What was written or changed by hand stays.',
    fields: ({ model }) => optionFields(model),
    plan: ({ model }, values) => {
      const options = optionsFrom(model, values);
      if (typeof options === 'string') return refused(options);
      const set: Edit = { kind: 'settings.change', fields: { combining: options } };
      const applied = applyAct(model, { edits: [set] });
      if (!applied.ok) return refused(applied.error);
      const act = generateCombinations(applied.model);
      if (!act) return refused('There is no load case to combine yet.');
      const made = applyAct(applied.model, act);
      if (!made.ok) return refused(made.error);
      const sets = purposes
        .map(
          (purpose) =>
            [purpose, Object.values(made.model.combinations).filter((one) => one.purpose === purpose).length] as const,
        )
        .filter(([, size]) => size > 0);
      return {
        ok: true,
        act: { edits: [set, ...act.edits], sentence: act.sentence },
        words: sets.map(([purpose, size]) => `${size} ${purposeNames[purpose]}`).join(', '),
        preview: [],
        made: [],
      };
    },
  },
  {
    id: 'trim-combinations',
    title: 'Remove combinations that cannot govern',
    group: 'combinations',
    action: 'Remove them',
    about:
      'A combination whose factors are a weighted mean of those of others lies between them in every linear result. Second-order ones, own ones and parts of others stay.',
    fields: () => [],
    plan: ({ model }) => {
      const found = combinationsThatCannotGovern(model);
      if (found.length === 0) return refused('Every linear combination can govern something; none is removed.');
      const named = found
        .slice(0, 12)
        .map(
          ({ combination, between }) =>
            `${combination.label} lies between ${between.map((one) => one.label).join(', ')}`,
        )
        .join('; ');
      return {
        ok: true,
        act: {
          edits: [{ kind: 'remove', table: 'combinations', ids: found.map(({ combination }) => combination.id) }],
          sentence:
            `Removed ${count(found.length, 'combination')} that cannot govern: ${found.map(({ combination }) => combination.label).join(', ')}`.slice(
              0,
              300,
            ),
        },
        words: `${count(found.length, 'combination')}: ${named}${found.length > 12 ? ' and others' : ''}.`,
        preview: [],
        made: [],
      };
    },
  },
  {
    id: 'own-combination',
    title: 'Write a combination',
    group: 'combinations',
    action: 'Keep it',
    again: true,
    about:
      'Of cases and of other combinations, such as 1.0 U3 − 1.0 Q1 + 0.5 L. A combination of second-order ones adds their results.',
    fields: ({ model }) => [
      { key: 'formula', label: 'It is', kind: 'text', initial: '', hint: '1.2 D + 1.6 L' },
      { key: 'purpose', label: 'For', kind: 'choice', initial: 'strength', options: purposeOptions },
      {
        key: 'name',
        label: 'Short name',
        kind: 'text',
        initial: '',
        hint: `empty: the next free one, ${freeLabel(model, 'U')}`,
      },
      { key: 'rule', label: 'What it is', kind: 'text', initial: '', hint: 'such as creep increment' },
      { key: 'second', label: 'Second order', kind: 'flag', initial: false },
    ],
    plan: ({ model }, values) => {
      const read = readFormula(model, values.text('formula'));
      if (!read.ok) return refused(read.error);
      const purpose = values.text('purpose') as Purpose;
      const editing = model.combinations[values.text('combination')] as Combination | undefined;
      const label = values.text('name').trim() || (editing?.label ?? freeLabel(model, purposeLetters[purpose]));
      if (label.length > 8) return refused('A short name has at most 8 letters.');
      if (Object.values(model.combinations).some((one) => one.label === label && one.id !== editing?.id))
        return refused(`There is a combination ${label} already.`);
      if (editing && read.parts.some((part) => part.combination === editing.id))
        return refused('A combination cannot be made of itself.');
      const fields = {
        label,
        purpose,
        rule: values.text('rule').trim() || 'own',
        factors: read.factors,
        parts: read.parts.length > 0 ? read.parts : null,
        order: values.flag('second') ? ('second' as const) : null,
      };
      const record: Combination = {
        id: idSource(model)('combinations'),
        label,
        purpose,
        rule: fields.rule,
        factors: read.factors,
        ...(read.parts.length > 0 ? { parts: read.parts } : {}),
        origin: 'own',
        changed: false,
        ...(values.flag('second') ? { order: 'second' } : {}),
      };
      return {
        ok: true,
        words: `${label}: ${combinationFormula(model, { factors: read.factors, parts: read.parts })}`,
        preview: [],
        made: [],
        act: editing
          ? {
              edits: [
                {
                  kind: 'change',
                  table: 'combinations',
                  changes: [{ id: editing.id, fields: { ...fields, changed: editing.origin === 'generated' } }],
                },
              ],
              sentence: `Changed combination ${label}`,
            }
          : { edits: [{ kind: 'add', records: { combinations: [record] } }], sentence: `Added combination ${label}` },
      };
    },
  },
  {
    id: 'own-envelope',
    title: 'Make an envelope of chosen cases and combinations',
    group: 'combinations',
    action: 'Keep the envelope',
    about: 'The largest and smallest of any set. It stands in the strip below beside those of the purposes.',
    fields: ({ model }) => [
      { key: 'name', label: 'Short name', kind: 'text', initial: freeLabel(model, 'Env') },
      {
        key: 'combinations',
        label: 'Combinations',
        kind: 'several',
        initial: [],
        options: inOrder(model.combinations).map((one) => ({ value: one.id, label: one.label })),
      },
      {
        key: 'cases',
        label: 'Cases',
        kind: 'several',
        initial: [],
        options: inOrder(model.cases).map((one) => ({ value: one.id, label: one.label })),
      },
    ],
    plan: ({ model }, values) => {
      const label = values.text('name').trim();
      const [combinations, cases] = [
        values.several('combinations').filter((id) => id in model.combinations),
        values.several('cases').filter((id) => id in model.cases),
      ];
      if (combinations.length + cases.length < 2) return refused('Choose two or more.');
      if (label === '' || label.length > 8) return refused('Give it a short name of at most 8 letters.');
      const editing = values.text('envelope') in model.envelopes ? values.text('envelope') : undefined;
      if (Object.values(model.envelopes).some((one) => one.label === label && one.id !== editing))
        return refused(`There is an envelope ${label} already.`);
      const record = {
        id: editing ?? idSource(model)('envelopes'),
        label,
        cases: [...cases],
        combinations: [...combinations],
      };
      return {
        ok: true,
        words: `${label} of ${count(combinations.length + cases.length, 'state')}`,
        preview: [],
        made: [],
        act: editing
          ? {
              edits: [
                {
                  kind: 'change',
                  table: 'envelopes',
                  changes: [{ id: editing, fields: { label, cases: record.cases, combinations: record.combinations } }],
                },
              ],
              sentence: `Changed envelope ${label}`,
            }
          : { edits: [{ kind: 'add', records: { envelopes: [record] } }], sentence: `Added envelope ${label}` },
      };
    },
  },
];
