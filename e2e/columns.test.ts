import { mkdtempSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { column as columnModel } from '~core/checks/verification/columns';
import { writeModelFile } from '~core/exchange';
import { authorQuillhavenLibrary } from '../demo/quillhaven-library';
import { chooseIn, solved } from './harness';
import { inBrowser, type Started } from './in-browser';

let page: Started['page'];
inBrowser([authorQuillhavenLibrary], (started) => {
  ({ page } = started);
});

const command = async (words: string) => {
  await page.keyboard.press('Control+k');
  await page.getByRole('combobox', { name: 'Search or command' }).fill(words);
  await page.keyboard.press('Enter');
};
const details = () => page.getByRole('complementary', { name: 'Details' });

test('cages of columns in the ledger, a section with its interaction diagrams read and copied', async () => {
  await page.getByRole('table').getByRole('link', { name: 'Quillhaven Library', exact: true }).click();
  await solved(page);
  await command('column schedule');
  const cages = page.getByRole('grid', { name: 'Cages of columns' });
  await cages.getByText('8 #7').first().waitFor();
  await command('Select member m119');
  await command('interaction curve');
  const column = page.getByRole('complementary', { name: 'Page of column m17 … m119' });
  await column.getByRole('img', { name: /^Section 450 by 450 mm with 8 #7/ }).waitFor();
  // 8 · 387.1 mm² of 450 × 450
  await column.getByText('1.53 % of the section').waitFor();
  const about = column.getByRole('figure', { name: /^Bending about local z\. Governing: U\d+ at / });
  await about.waitFor();
  await column.getByRole('button', { name: 'Copy the numbers' }).click();
  await page.getByText(/^Copied the diagrams of m119 and \d+ demands/).waitFor();
  const lines = (await page.evaluate(() => navigator.clipboard.readText())).split('\n').map((line) => line.split('\t'));
  expect(lines[0]).toEqual(['about y: φP', 'φM', 'P', 'M', 'about z: φP', 'φM', 'P', 'M']);
  // all bars at yield: 0.9 · 8 · 387.1 mm² · 60 ksi = 1153 kN of pull, pressure being positive
  expect(Number(lines[2][0])).toBeCloseTo(-1153, -1);
  expect(lines.some(([label]) => label === 'U9')).toBe(true);
});

test('a cage with too little steel fails by its rule, is mended by other bars, and comes back by undoing', async () => {
  await page.getByRole('table').getByRole('link', { name: 'Quillhaven Library', exact: true }).click();
  await solved(page);
  await page.keyboard.press('5');
  await command('Select member m7');
  await details()
    .getByText(/Bars 8 #7, 3 × 3 in the faces along y and z, chosen/)
    .waitFor();
  await chooseIn(page, details().getByLabel('Size of corner bars'), '#4');
  await solved(page);
  // 8 · 129 mm²: 0.51% of the section, the least is 1%
  await details()
    .getByText(/^Least steel, ACI 318-19 10\.6\.1\.1/)
    .waitFor();
  await command('overstressed');
  const column = page.getByRole('complementary', { name: 'Page of column m7 … m109' });
  await column.getByRole('button', { name: 'Look for what would mend it' }).click();
  const ways = column.getByRole('list', { name: 'Ways to mend it' });
  await ways
    .getByRole('button', { name: /^Take over: Other bars: 8 #/ })
    .first()
    .click({ timeout: 60000 });
  await column.getByRole('heading', { name: 'What would mend it' }).waitFor({ state: 'detached' });
  await page.keyboard.press('Escape');
  await page.keyboard.press('Control+z');
  await page.keyboard.press('Control+z');
  await command('Select member m7');
  await details()
    .getByText(/Bars 8 #7, 3 × 3 in the faces along y and z, chosen/)
    .waitFor();
});

test('bars that are only proposed leave columns open until they are accepted', async () => {
  await page.getByRole('table').getByRole('link', { name: 'Quillhaven Library', exact: true }).click();
  await solved(page);
  await page.keyboard.press('5');
  await command('Select member m52');
  await details().getByRole('button', { name: 'propose' }).first().click();
  await details()
    .getByText(/Its bars are only proposed, and change with loads and rules/)
    .waitFor();
  await details().getByRole('button', { name: 'Accept what is proposed' }).click();
  await details()
    .getByText(/Bars 8 #\d, 3 × 3 in the faces along y and z, chosen/)
    .waitFor();
});

test('a lift lacks its bars until they are accepted, and the ledger and its page say so', async () => {
  await page.getByRole('table').getByRole('link', { name: 'Quillhaven Library', exact: true }).click();
  await solved(page);
  await command('what is missing');
  const lifts = page.getByRole('grid', { name: 'Lifts of columns' });
  await lifts.getByText('nothing', { exact: true }).first().waitFor();
  await command('Select member m60');
  await details().getByRole('button', { name: 'propose' }).first().click();
  await lifts.getByText('bars are not chosen').waitFor();
  await command('interaction curve');
  const column = page.getByRole('complementary', { name: /^Page of column / });
  await column.getByText(/Bars are not chosen\. Accept what is proposed in its details/).waitFor();
  await page.keyboard.press('Escape');
  await command('accept bars');
  await lifts.getByText('bars are not chosen').waitFor({ state: 'detached' });
});

test('a round column: a cage of a rectangle does not count, what is proposed is accepted, a spiral raises its cap', async () => {
  const directory = mkdtempSync(join(tmpdir(), 'elbow-round-'));
  const path = join(directory, 'round.elbow.json');
  writeFileSync(path, writeModelFile(columnModel({ diameter: 20, height: 12, P: 500, top: [60, 30] })));
  await page.goto(new URL('/', page.url()).href);
  await page.getByLabel('Model file').setInputFiles(path);
  await solved(page);
  await page.keyboard.press('5');
  await command('Select member m1');
  await details()
    .getByText(/those of a rectangular column and do not count: it is round/)
    .waitFor();
  await details().getByRole('button', { name: 'Accept what is proposed' }).click();
  await details()
    .getByText(/Bars \d+ #\d+, in a ring, chosen\. Ties #3 \/ [\d.]+ in, round, chosen/)
    .waitFor();
  await chooseIn(page, details().getByLabel('What goes around the bars'), 'a spiral');
  await details()
    .getByText(/Ties #3 \/ 2\.0 in, spiral, chosen/)
    .waitFor();
  await command('interaction curve');
  const column = page.getByRole('complementary', { name: 'Page of column m1' });
  await column.getByRole('img', { name: /^Section of diameter 20\.0 in with \d+ #\d+/ }).waitFor();
  await column
    .getByRole('figure', { name: /^Bending whichever way, My and Mz together\. Governing: U1 at / })
    .waitFor();
  await column.getByRole('button', { name: 'Calculation sheet' }).click();
  // 3/8 in at least, and that is what it has
  await page.getByText('Size of the spiral').first().waitFor();
});

test('layouts of the design rules are compared on the page of a column, one laid over its diagrams, another taken', async () => {
  const path = join(mkdtempSync(join(tmpdir(), 'elbow-layouts-')), 'column.elbow.json');
  writeFileSync(path, writeModelFile(columnModel({ height: 12, P: 250, top: [150, 80], foot: [-40, 0], cage: null })));
  await page.getByLabel('Model file').setInputFiles(path);
  await solved(page);
  await command('Select member m1');
  await command('interaction curve');
  const column = page.getByRole('complementary', { name: /^Page of column m1/ });
  await column.getByText(/^Its design rules have no layouts for such a section/).waitFor();
  await column.getByRole('button', { name: 'Set layouts in the design rules' }).click();
  const settings = page.getByRole('complementary', { name: /^Settings/ });
  for (const [i, along] of [
    [1, '3'],
    [2, '4'],
  ] as const) {
    await settings.getByRole('button', { name: 'Add a layout' }).first().click();
    await settings.getByLabel(`Bars along y, layout ${i}`).fill(along);
    await page.keyboard.press('Tab');
  }
  await solved(page);
  await command('Select member m1');
  await command('interaction curve');
  const rows = column.getByRole('table', { name: 'Layouts compared' }).getByRole('row');
  await rows.nth(2).waitFor();
  await rows
    .nth(1)
    .getByText(/^3 × 3, #5 to /)
    .waitFor();
  await rows.nth(2).getByText(/^10 #/).waitFor();
  await rows
    .nth(2)
    .getByRole('button', { name: /^Lay 4 × 3/ })
    .click();
  await column.getByText(/Broken, in colour: what counts with 10 #/).waitFor();
  await rows
    .nth(2)
    .getByRole('button', { name: /^Take 10 #/ })
    .click();
  await solved(page);
  await column.getByText(/^10 #\d+, 4 × 3 in the faces along y and z$/).waitFor();
});
