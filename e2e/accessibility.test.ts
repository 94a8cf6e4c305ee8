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
  const violations = (await page.evaluate(
    async () =>
      (
        await (window as unknown as { axe: { run: (options: object) => Promise<{ violations: unknown[] }> } }).axe.run({
          resultTypes: ['violations'],
        })
      ).violations,
  )) as Violation[];
  return violations
    .filter(({ impact }) => impact === 'serious' || impact === 'critical')
    .flatMap(({ id, nodes }) =>
      nodes.map((node) => `${id}: ${node.html.slice(0, 160)} ${node.failureSummary?.split('\n')[1] ?? ''}`),
    );
}

const open = async (search: string) => {
  const href = await page
    .getByRole('table')
    .getByRole('link', { name: 'Quillhaven Library', exact: true })
    .getAttribute('href');
  await page.goto(new URL(`${href}${search}`, page.url()).href);
  await solved(page);
  await page.waitForTimeout(400);
};

const command = async (words: string) => {
  await page.keyboard.press('Control+k');
  await page.getByRole('combobox', { name: 'Search or command' }).fill(words);
  await page.keyboard.press('Enter');
  await page.waitForTimeout(500);
};

test('the list of projects', async () => {
  expect(await seriousFindings()).toEqual([]);
});

test('every stage', async () => {
  await open('?stage=frame');
  for (const [i, stage] of ['frame', 'loads', 'analysis', 'results', 'checks', 'report'].entries()) {
    await page.keyboard.press(String(i + 1));
    await page.waitForTimeout(500);
    expect({ stage, found: await seriousFindings() }).toEqual({ stage, found: [] });
  }
});

test('every page beside the drawing', async () => {
  await open('?stage=results');
  for (const words of [
    'settings of the project',
    'catalogue of sections',
    'variants',
    'runs',
    'compare with',
    'is it plausible',
    'page of the rows of supports',
    'page of storey storey 1',
  ]) {
    await command(words);
    await page.locator('.details.wide').waitFor();
    expect({ words, found: await seriousFindings() }).toEqual({ words, found: [] });
  }
  await command('m42');
  for (const key of ['p', 'c']) {
    await page.keyboard.press(key);
    await page.locator('.details.wide').waitFor();
    await page.waitForTimeout(800);
    expect({ key, found: await seriousFindings() }).toEqual({ key, found: [] });
  }
});

test('what the keys open: findings, display, selecting, history, shortcuts, the builder, a tool, the search', async () => {
  await open('?stage=frame');
  for (const key of ['g', 'y', 's', 'h', '?', 'b', 'Shift+M', 'Control+k']) {
    await page.keyboard.press(key);
    await page.waitForTimeout(500);
    expect({ key, found: await seriousFindings() }).toEqual({ key, found: [] });
    await page.keyboard.press('Escape');
    await page.keyboard.press('Escape');
  }
});
