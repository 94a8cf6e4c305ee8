import { readFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import { solved } from './harness';
import { inBrowser, type Started } from './in-browser';

let page: Started['page'];
inBrowser(true, (started) => {
  ({ page } = started);
});

const axe = readFileSync(createRequire(import.meta.url).resolve('axe-core/axe.min.js'), 'utf8');

interface Violation {
  readonly id: string;
  readonly impact: string | null;
  readonly nodes: { readonly html: string; readonly failureSummary?: string }[];
}

/** What axe-core finds on the screen that is serious or critical, in words. */
async function seriousFindings(): Promise<string[]> {
  await page.evaluate(axe);
  const violations = await page.evaluate(async () => (await (window as unknown as { axe: { run: (options: object) => Promise<{ violations: unknown[] }> } }).axe.run({ resultTypes: ['violations'] })).violations) as Violation[];
  return violations.filter(({ impact }) => impact === 'serious' || impact === 'critical').flatMap(({ id, nodes }) => nodes.map((node) => `${id}: ${node.html.slice(0, 160)} ${node.failureSummary?.split('\n')[1] ?? ''}`));
}

const open = async (search: string) => {
  const href = await page.getByRole('table').getByRole('link', { name: 'Quillhaven Library', exact: true }).getAttribute('href');
  await page.goto(new URL(`${href}${search}`, page.url()).href);
  await solved(page);
  await page.waitForTimeout(400);
};

test('the list of projects', async () => {
  expect(await seriousFindings()).toEqual([]);
});

test.each(['frame', 'loads', 'analysis', 'results', 'checks', 'report'])('stage %s', async (stage) => {
  await open(`?stage=${stage}`);
  expect(await seriousFindings()).toEqual([]);
});

test.each(['settings', 'variants', 'runs', 'compare', 'plausibility', 'supports', 'storey h2', 'member m42', 'sheet m42'])('page %s', async (name) => {
  await open(`?stage=results&page=${encodeURIComponent(name)}`);
  await page.locator('.details.wide').waitFor();
  expect(await seriousFindings()).toEqual([]);
});

test.each([['g', 'Findings'], ['y', 'Labels, colours, snaps and views'], ['s', 'Select by'], ['h', 'History'], ['?', 'Shortcuts']])('what %s opens', async (key) => {
  await open('?stage=frame');
  await page.keyboard.press(key);
  await page.waitForTimeout(500);
  expect(await seriousFindings()).toEqual([]);
});

test('a tool, the builder and the search', async () => {
  await open('?stage=frame');
  await page.keyboard.press('b');
  await page.getByRole('complementary', { name: 'Frame builder' }).waitFor();
  expect(await seriousFindings()).toEqual([]);
  await page.keyboard.press('Escape');
  await page.keyboard.press('Shift+M');
  expect(await seriousFindings()).toEqual([]);
  await page.keyboard.press('Control+k');
  await page.keyboard.type('hinge');
  expect(await seriousFindings()).toEqual([]);
});
