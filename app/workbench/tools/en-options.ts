import { psiName, recommendedPsi } from '~core/combine';
import { inOrder, type Combining, type Model } from '~core/model';
import type { CombinationOptions } from './combination-options';
import { factorField, pick } from './field-makers';
import type { Field } from './tool';

/** The names under which variable cases of the model look for their ψ. */
const psiNames = (model: Model) =>
  [
    ...new Set(
      inOrder(model.cases)
        .filter((one) => ['live', 'roofLive', 'snow', 'rain', 'wind', 'temperature'].includes(one.nature))
        .map(psiName),
    ),
  ].sort();

/** The options of combinations by EN 1990. */
export const enOptions: CombinationOptions = {
  fields: (model, { en }) => [
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
    factorField('adverse', 'γ G,sup', en.permanentAdverse),
    factorField('favourable', 'γ G,inf', en.permanentFavourable),
    factorField('reduction', 'ξ', en.reduction),
    factorField('variable', 'γ Q', en.variable),
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
  ],
  read: (model, values, now) => {
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
  },
};
