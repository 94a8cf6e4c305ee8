import type { Combination, Model } from '../model';

export type ReadFormula =
  | { readonly ok: true; readonly factors: Combination['factors']; readonly parts: NonNullable<Combination['parts']> }
  | { readonly ok: false; readonly error: string };

/**
 * Reads a combination as it is written: `1.2 D + 1.6 L − 0.5 W`, `1.0 U3 - 1.0 S2`. Names are the short names of cases, then of combinations; a
 * name without a number counts once, and one that stands twice adds up.
 */
export function readFormula(model: Model, text: string): ReadFormula {
  const cases = new Map(Object.values(model.cases).map((one) => [one.label.toLowerCase(), one.id]));
  const combinations = new Map(Object.values(model.combinations).map((one) => [one.label.toLowerCase(), one.id]));
  const rest = text.replace(/[−–]/g, '-').replace(/[·×*]/g, ' ').trim();
  if (rest === '') return { ok: false, error: 'Write the combination, for example 1.2 D + 1.6 L.' };
  const factors = new Map<string, number>();
  const parts = new Map<string, number>();
  // a sign within a name, such as W+x, belongs to the name: signs between terms stand alone or before a number
  const names = [...cases.keys(), ...combinations.keys()].sort((a, b) => b.length - a.length);
  let at = 0;
  for (let first = true; at < rest.length; first = false) {
    const head = /^\s*([+-])?\s*(\d+(?:[.,]\d+)?)?\s*/.exec(rest.slice(at))!;
    if (!first && head[1] === undefined)
      return { ok: false, error: `“${rest.slice(at).trim()}” should begin with + or −.` };
    at += head[0].length;
    const left = rest.slice(at).toLowerCase();
    const name = names.find((one) => left.startsWith(one) && !/^[\p{L}\d]/u.test(left.slice(one.length)));
    if (name === undefined)
      return {
        ok: false,
        error: `“${rest.slice(at).split(/\s/)[0] || 'nothing'}” is neither a case nor a combination. There are ${
          [...cases.keys()].length === 0
            ? 'no cases yet'
            : Object.values(model.cases)
                .map((one) => one.label)
                .slice(0, 12)
                .join(', ')
        }.`,
      };
    at += name.length;
    const factor = (head[1] === '-' ? -1 : 1) * (head[2] === undefined ? 1 : Number(head[2].replace(',', '.')));
    const id = cases.get(name);
    if (id !== undefined) factors.set(id, (factors.get(id) ?? 0) + factor);
    else parts.set(combinations.get(name)!, (parts.get(combinations.get(name)!) ?? 0) + factor);
  }
  const beyond = [...factors.values(), ...parts.values()].find((factor) => Math.abs(factor) > 100);
  if (beyond !== undefined) return { ok: false, error: `A factor of ${beyond} is beyond 100.` };
  return {
    ok: true,
    factors: [...factors].map(([id, factor]) => ({ case: id, factor })),
    parts: [...parts].map(([id, factor]) => ({ combination: id, factor })),
  };
}
