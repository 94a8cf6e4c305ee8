import type { Finding } from '../model';

/** Findings of one rule that say the same of different things, told as one. */
export interface Bundle {
  readonly key: string;
  readonly rule: string;
  readonly severity: Finding['severity'];
  readonly findings: readonly Finding[];
}

/** From this many on, equal findings are told as one. */
const many = 3;

/** What a sentence says without what it says it of: numbers of records, sizes, places. */
const patternOf = ({ rule, severity, sentence }: Finding): string =>
  `${severity} ${rule} ${sentence
    .replace(/\b[a-z]{1,2}\d+\b/g, '#')
    .replace(/[−-]?\d[\d\u2009.,]*/g, '#')
    .replace(/(#(, | and |, … )?)+/g, '#')}`;

/** Findings as they are listed: equal ones of three or more in a bundle at the place of the first, the others alone. */
export function bundled(findings: readonly Finding[]): (Finding | Bundle)[] {
  const groups = new Map<string, Finding[]>();
  for (const finding of findings) {
    const pattern = patternOf(finding);
    const group = groups.get(pattern);
    if (group) group.push(finding);
    else groups.set(pattern, [finding]);
  }
  return [...groups].flatMap(([pattern, group]): (Finding | Bundle)[] =>
    group.length < many
      ? group
      : [{ key: `bundle ${pattern}`, rule: group[0].rule, severity: group[0].severity, findings: group }],
  );
}

export const isBundle = (one: Finding | Bundle): one is Bundle => 'findings' in one;
