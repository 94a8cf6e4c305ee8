import { aci318Reduction, en1992Recommended } from '~core/codes/checks';
import type { ConcreteRules, Settings } from '~core/model';
import { QuantityField } from '../fields/quantity-field';

/** A factor of a code that may be typed: what it is, and between what it lies. */
interface Factor {
  readonly key: string;
  readonly label: string;
  readonly hint?: string;
  readonly least: number;
  readonly most: number;
  readonly placeholder: string;
}

/** Factors of a code, where they stand in the rules, and what an edit of them is called. */
interface Factors {
  readonly field: 'partial' | 'reduction';
  readonly sentence: string;
  readonly list: readonly Factor[];
}

const national = (key: keyof typeof en1992Recommended) => `${en1992Recommended[key]}, recommended`;
const reduction = (key: keyof typeof aci318Reduction, table: string) => ({
  key,
  least: 0.3,
  most: 1,
  placeholder: `${aci318Reduction[key].toFixed(2)}, Table ${table}`,
});

const factorsOf: Readonly<Record<Settings['code'], Factors>> = {
  us: {
    field: 'reduction',
    sentence: 'Changed a strength reduction factor of ACI 318-19',
    list: [
      { ...reduction('tension', '21.2.2'), label: 'φ, tension controls', hint: 'bending and axial force' },
      { ...reduction('compression', '21.2.2'), label: 'φ, compression controls', hint: 'with ties' },
      { ...reduction('spiral', '21.2.2'), label: 'φ, with a spiral', hint: 'compression controls' },
      { ...reduction('shear', '21.2.1'), label: 'φ of shear' },
      { ...reduction('torsion', '21.2.1'), label: 'φ of torsion' },
    ],
  },
  eurocode: {
    field: 'partial',
    sentence: 'Changed a national value of EN 1992-1-1',
    list: [
      {
        key: 'alphaCc',
        label: 'αcc',
        hint: 'strength of concrete under long loads',
        least: 0.5,
        most: 1,
        placeholder: national('alphaCc'),
      },
      { key: 'gammaC', label: 'γC, concrete', least: 1, most: 2, placeholder: national('gammaC') },
      { key: 'gammaS', label: 'γS, bars', least: 1, most: 1.5, placeholder: national('gammaS') },
      {
        key: 'mostCot',
        label: 'cot θ at most',
        hint: 'flattest struts in shear',
        least: 1,
        most: 2.5,
        placeholder: national('mostCot'),
      },
    ],
  },
};

/** Factors on strength that may be other than the code says: φ of ACI 318-19, national values of EN 1992-1-1; empty: as the code says. */
export function FactorFields({
  rules,
  units,
  code,
  onChange,
}: {
  rules: ConcreteRules;
  units: Settings['units'];
  code: Settings['code'];
  onChange: (
    change: { readonly [Field in Factors['field']]?: ConcreteRules[Field] | undefined },
    sentence: string,
  ) => void;
}) {
  const { field, sentence, list } = factorsOf[code];
  const typed: Readonly<Record<string, number | undefined>> = rules[field] ?? {};
  const set = (key: string, value: number | undefined) => {
    const kept = Object.fromEntries(Object.entries({ ...typed, [key]: value }).filter(([, one]) => one !== undefined));
    onChange({ [field]: Object.keys(kept).length > 0 ? kept : undefined }, sentence);
  };
  return list.map(({ key, label, hint, least, most, placeholder }) => (
    <QuantityField
      key={key}
      label={label}
      kind="number"
      units={units}
      value={typed[key]}
      placeholder={placeholder}
      onCommit={(value) => set(key, value)}
      onClear={() => set(key, undefined)}
      refuse={(value) => (value >= least && value <= most ? undefined : `This lies between ${least} and ${most}.`)}
      {...(hint === undefined ? {} : { hint })}
    />
  ));
}
