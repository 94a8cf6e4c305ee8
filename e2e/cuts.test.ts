import { chooseIn, solved } from './harness';
import { inBrowser, type Started } from './in-browser';

let page: Started['page'];
inBrowser(true, (started) => {
  ({ page } = started);
});

const details = () => page.getByRole('complementary');
const panel = (name: string) => page.getByRole('complementary', { name });
const command = async (words: string) => {
  await page.keyboard.press('Control+k');
  await page.getByRole('combobox', { name: 'Search or command' }).fill(words);
  await page.keyboard.press('Enter');
};
const fill = async (label: string, text: string) => {
  await details().getByRole('textbox', { name: label, exact: true }).fill(text);
  await page.keyboard.press('Tab');
};
const revision = (number: number) => page.getByText(`rev ${number}, saved`).waitFor();

test('a cut kept by name: its forces, watched, in the ledger, and compared with a kept run', async () => {
  await page.getByRole('textbox', { name: 'Name', exact: true }).fill('Redshank Strip');
  await page.getByRole('button', { name: 'Make project' }).click();
  await page.getByText('Nothing is drawn yet').waitFor();
  await command('Outline a slab');
  for (const [i, at] of ['0, 0, 0', '8, 0, 0', '8, 5, 0', '0, 5, 0'].entries())
    await fill(`${['First', 'Second', 'Third', 'Fourth'][i]} corner`, at);
  await details().getByRole('button', { name: 'Keep the slab' }).click();
  await revision(2);
  for (const [i, x] of [0, 8].entries()) {
    await command('Support a slab edge');
    await fill('From', `${x}, 0, 0`);
    await fill('To', `${x}, 5, 0`);
    await details().getByRole('button', { name: 'Keep the support' }).click();
    await revision(3 + i);
  }
  await solved(page);
  // the trade's words lead to it
  await command('section cut');
  await fill('From', '4, 5, 0');
  await fill('To', '4, 0, 0');
  await fill('Name', 'Midspan');
  await details().getByRole('button', { name: 'Keep the cut' }).click();
  await revision(5);
  await page.getByRole('tab', { name: 'Cuts', exact: true }).click();
  await page.getByRole('gridcell', { name: 'Midspan' }).waitFor();
  await page.keyboard.press('Escape');
  await command('Select cut Midspan');
  const moment = async () =>
    Number(
      (
        await details()
          .getByRole('table', { name: 'Forces through Midspan' })
          .getByRole('row')
          .filter({ hasText: 'bending, + tension on the −z face' })
          .getByRole('cell')
          .last()
          .innerText()
      ).replace(/ kN·m$/, ''),
    );
  const file = (await (await page.request.get(`${page.url().split('?')[0]}/model.json`)).json()) as {
    slabs: { material: string; thickness: number }[];
    materials: { id: string; density: number }[];
    cuts: { label: string }[];
  };
  expect(file.cuts.map(({ label }) => label)).toEqual(['Midspan']);
  const weight =
    file.slabs[0].thickness * file.materials.find(({ id }) => id === file.slabs[0].material)!.density * 9.80665;
  // q b L² / 8
  const expected = (weight * 5 * 64) / 8 / 1000;
  expect(Math.abs((await moment()) / expected - 1)).toBeLessThan(1e-3);
  await details().getByRole('button', { name: 'Watch M through Midspan' }).click();
  await page
    .getByText(/^M through Midspan/)
    .first()
    .waitFor();
  await command('runs: keep');
  const runs = panel('Recorded runs');
  await runs.getByLabel('Name of the run').fill('Thin');
  await runs.getByRole('button', { name: 'Keep what is on screen' }).click();
  await runs.getByText('Thin', { exact: true }).waitFor();
  // twice the thickness, twice the weight
  await command('Select slab b1');
  await page.keyboard.press('1');
  await fill('Thickness', '400');
  await revision(6);
  await solved(page);
  await command('runs: keep');
  await runs.getByRole('listitem').filter({ hasText: 'Thin' }).getByRole('button', { name: 'Compare' }).click();
  await page.getByRole('heading', { name: 'Compared with Thin' }).waitFor();
  await panel('Comparison').getByRole('button', { name: 'Side by side' }).waitFor();
  await chooseIn(page, panel('Comparison').getByLabel('What to compare'), 'cuts');
  await chooseIn(page, panel('Comparison').getByLabel('Column'), 'M');
  const cells = await panel('Comparison')
    .getByRole('table', { name: 'Compared results' })
    .getByRole('row')
    .nth(1)
    .getByRole('cell')
    .allInnerTexts();
  const [before, after] = cells.slice(1, 3).map(Number);
  expect(cells[0]).toContain('Midspan');
  expect(after / before).toBeCloseTo(2, 2);
}, 180000);
