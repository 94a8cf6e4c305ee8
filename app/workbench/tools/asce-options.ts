import type { CombinationOptions } from './combination-options';
import { factorField, pick } from './field-makers';

/** The options of combinations by ASCE 7. */
export const asceOptions: CombinationOptions = {
  fields: (_, { asce }) => [
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
    factorField('sds', 'SDS', asce.sds, 'in g'),
    factorField('redundancy', 'ρ', asce.redundancy),
    factorField('overstrength', 'Ω₀', asce.overstrength, 'empty: no such combinations'),
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
  ],
  read: (_, values, now) => {
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
  },
};
