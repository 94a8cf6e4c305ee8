import { familyOf } from '~core/codes/families';
import {
  combinationFormula,
  combinationsThatCannotGovern,
  combiningOf,
  generateCombinations,
  purposeLetters,
  purposeNames,
  readFormula,
} from '~core/combine';
import {
  applyAct,
  idSource,
  inOrder,
  purposes,
  type Combination,
  type Edit,
  type Model,
  type Purpose,
} from '~core/model';
import { count } from '~core/units';
import { combinationOptions } from './combination-options';
import { refused, type Tool } from './tool';

const purposeOptions = purposes.map((value) => ({ value, label: purposeNames[value] }));

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
    fields: ({ model }) => combinationOptions[familyOf(model).actions].fields(model, combiningOf(model)),
    plan: ({ model }, values) => {
      const options = combinationOptions[familyOf(model).actions].read(model, values, combiningOf(model));
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
