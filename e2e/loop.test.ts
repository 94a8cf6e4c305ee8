import { mkdtempSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { beams } from '~core/checks/verification/beams';
import { writeModelFile } from '~core/exchange';
import { solved } from './harness';
import { inBrowser, type Started } from './in-browser';

let page: Started['page'];
inBrowser([], (started) => {
  ({ page } = started);
});

const command = async (words: string) => {
  await page.keyboard.press('Control+k');
  await page.getByRole('combobox', { name: 'Search or command' }).fill(words);
  await page.keyboard.press('Enter');
};
const loop = () => page.getByRole('complementary', { name: 'Close the loop' });
const outcome = () => loop().getByRole('region', { name: 'What the loop came to' });

const open = async (spans: readonly number[]) => {
  const path = join(mkdtempSync(join(tmpdir(), 'elbow-loop-')), 'frame.elbow.json');
  writeFileSync(path, writeModelFile(beams(spans, [25e3], { columns: true })));
  await page.getByLabel('Model file').setInputFiles(path);
  await solved(page);
  await command('iterate cracked stiffness');
};

test('the loop is walked to its end, taken over, and undone by one undo; walked again it changes nothing', async () => {
  await open([6, 7]);
  await loop().getByRole('radio', { name: 'beams and columns of concrete, 5' }).waitFor();
  await loop().getByRole('button', { name: 'Walk it to the end' }).click();
  await outcome()
    .getByRole('heading', { name: /^Settled after \d analyses/ })
    .waitFor();
  const members = () => outcome().getByRole('table', { name: 'Members of the loop' }).getByRole('row');
  expect(await members().count()).toBe(1 + 5);
  await outcome().getByText('none were chosen').first().waitFor();
  await outcome().getByRole('button', { name: 'Take it over' }).click();
  await solved(page);
  // five members with bars and stiffness of their own: walked again, nothing changes
  await loop().getByRole('button', { name: 'Walk it to the end' }).click();
  await outcome()
    .getByRole('heading', { name: /^Nothing changes/ })
    .waitFor();
  await outcome().getByText('there is nothing to take over').waitFor();
  expect(await outcome().getByRole('button', { name: 'Take it over' }).isDisabled()).toBe(true);
  // an edit makes what was walked old
  await page.keyboard.press('Control+z');
  await outcome().getByText('the model has changed since: walk it again').waitFor();
  await solved(page);
  await loop().getByRole('button', { name: 'One step' }).click();
  await outcome()
    .getByRole('heading', { name: /^One step: bars for today’s forces/ })
    .waitFor();
  await outcome().getByText('none were chosen').first().waitFor();
});

test('a loop that is given up leaves everything as it was', async () => {
  // so many spans that it takes a while
  await open(Array.from({ length: 24 }, (_, i) => 6 + (i % 3)));
  await loop().getByRole('button', { name: 'Walk it to the end' }).click();
  const giveUp = loop().getByRole('button', { name: 'Give up' });
  await giveUp.click();
  await loop().getByRole('button', { name: 'Walk it to the end' }).waitFor();
  expect(await outcome().count()).toBe(0);
});
