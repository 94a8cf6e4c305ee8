import { readFileSync, writeFileSync } from 'node:fs';
import { areaCases } from './areas';
import { beamCases } from './beams';
import { difference, type BookCase } from './case';
import { dynamicCases } from './dynamics';
import { floorCases } from './floors';
import { floorSoilCases } from './floor-soil';
import { floorWallsCases } from './floor-walls';
import { floorStabilityCases } from './floor-stability';
import { floorStaticCases } from './floor-statics';
import { frameCases } from './frames';
import { memberLoadCases } from './member-loads';
import { shellCases } from './shells';
import { stabilityCases } from './stability';

const book = [
  ...[...beamCases, ...areaCases, ...frameCases, ...stabilityCases, ...memberLoadCases, ...dynamicCases],
  ...shellCases,
  ...floorCases,
  ...floorStaticCases,
  ...floorStabilityCases,
  ...floorSoilCases,
  ...floorWallsCases,
];
const path = 'docs/verification.md';
const rows = new Map<BookCase, number>();

test.each(book.map((one) => [`${one.group}: ${one.name}`, one] as const))('%s', (_, one) => {
  const obtained = one.obtained();
  rows.set(one, obtained);
  if (!(difference(one, obtained) <= one.tolerance))
    throw new Error(`expected ${one.expected} ${one.unit}, obtained ${obtained}`);
});

test('the book has at least 120 cases, each named once in its group', () => {
  expect(book.length).toBeGreaterThanOrEqual(120);
  expect(new Set(book.map((one) => `${one.group} ${one.name}`)).size).toBe(book.length);
});

test('the published book is the one these tests make (npm run docs writes it)', () => {
  const made = publish();
  if (process.env.ELBOW_DOCS === '1') writeFileSync(path, made);
  expect(readFileSync(path, 'utf8') === made).toBe(true);
});

const digits = (value: number): string => (value === 0 ? '0' : String(Number(value.toPrecision(6))));

/** Differences that are only rounding are told as such: their digits change with the machine. */
function told(one: BookCase, obtained: number): [string, string] {
  const gap = difference(one, obtained);
  // of nought what is left is rounding altogether
  if (one.expected === 0 && gap < 1e-5) return [digits(0), 'below 1e-5'];
  if (gap <= 1e-7) return [digits(one.expected), 'below 1e-7'];
  return [digits(obtained), gap < 1e-5 ? 'below 1e-5' : `${Number((100 * gap).toPrecision(2))}%`];
}

function publish(): string {
  const groups = [...new Set(book.map((one) => one.group))];
  const lines = [
    '# Verification book',
    '',
    `${book.length} numbers the engine has to give, each from a source outside it: a closed form evaluated in the test, a published table or a published benchmark. The tests in`,
    '`core/results/verification/book` compute every one, fail when a difference is larger than allowed, and make this page (`npm run docs`). SI units unless shown otherwise. A difference is a share of the',
    'expected value. Every solve behind it leaves a relative residual below 1e-10. Identities that hold for any structure (rigid-body motion, turning, splitting, superposition, Maxwell and Betti) are property',
    'tests beside them.',
    '',
  ];
  for (const group of groups) {
    lines.push(
      `## ${group}`,
      '',
      '| case | source | expected | obtained | unit | difference |',
      '| --- | --- | ---: | ---: | --- | --- |',
    );
    for (const one of book.filter((candidate) => candidate.group === group)) {
      const [obtained, gap] = told(one, rows.get(one) ?? NaN);
      lines.push(`| ${one.name} | ${one.source} | ${digits(one.expected)} | ${obtained} | ${one.unit} | ${gap} |`);
    }
    lines.push('');
  }
  return lines.join('\n');
}
