import { mkdtempSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { wallModel } from '~core/checks/verification/walls';
import { writeModelFile } from '~core/exchange';
import { chooseIn, solved } from './harness';
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
const details = () => page.getByRole('complementary', { name: 'Details' });

test('a pier is open until its proposed bars are accepted; bars are changed on the card of the wall; a sheet is read', async () => {
  const directory = mkdtempSync(join(tmpdir(), 'elbow-pier-'));
  const path = join(directory, 'wall.elbow.json');
  writeFileSync(path, writeModelFile(wallModel({ P: 300, V: 100, bars: null })));
  await page.getByLabel('Model file').setInputFiles(path);
  await solved(page);
  await command('shear wall check');
  const piers = page.getByRole('grid', { name: 'Checks of piers' });
  await piers.getByText('proposed', { exact: true }).waitFor();
  await details()
    .getByText(/^Of 1 pier of walls 0 hold, 0 fail, 1 is open\./)
    .waitFor();
  await piers.getByRole('row').nth(1).dblclick();
  const pier = page.getByRole('complementary', { name: /^Page of pier / });
  await pier.getByText(/are only proposed, and change with loads and rules/).waitFor();
  await pier.getByRole('button', { name: 'Accept for its wall' }).click();
  await piers.getByText('chosen', { exact: true }).waitFor();
  await pier.getByRole('button', { name: 'Sheet of Shear in its plane' }).click();
  await pier.getByRole('region', { name: 'Sheet: Shear in its plane' }).getByText('Share of the concrete').waitFor();
  await page.keyboard.press('Escape');
  await command('Select wall w1');
  await page.keyboard.press('1');
  await chooseIn(page, details().getByLabel('Layers'), 'one, in the middle');
  await details().getByLabel('Distance of upright bars').fill('30');
  await page.keyboard.press('Enter');
  await command('shear wall check');
  // 30 in are more than 3 h and 18 in
  await piers.getByText('fails', { exact: true }).waitFor();
});
