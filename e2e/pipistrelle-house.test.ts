import { authorPipistrelleHouse } from '~demo/pipistrelle-house';
import { chooseIn, solved } from './harness';
import { inBrowser, type Started } from './in-browser';

let page: Started['page'];
inBrowser([authorPipistrelleHouse], (started) => {
  ({ page } = started);
  // a hundred thousand equations keep a busy machine busy
  page.setDefaultTimeout(60000);
});

const details = () => page.getByRole('complementary');
const command = async (words: string) => {
  await page.keyboard.press('Control+k');
  await page.getByRole('combobox', { name: 'Search or command' }).fill(words);
  await page.keyboard.press('Enter');
};
const number = (text: string) => Number(text.replace('−', '-').replaceAll(/\s/g, ''));

test('seven storeys on a raft: solved without a stop, its cores are piers and coupling beams, its raft presses everywhere', async () => {
  await page.getByRole('table').getByRole('link', { name: 'Pipistrelle House', exact: true }).click();
  await solved(page, 120000);
  // the only finding is that cases alone are solved as if soil pulled
  await page.getByRole('button', { name: /^1 remark/ }).waitFor();
  await page.keyboard.press('4');
  await command('Soil pressure p');
  await page.getByText('Soil pressure p, Envelope, strength').waitFor();
  await command('Select wall w2');
  await details()
    .getByRole('group', { name: 'Parts in Storey 1' })
    .getByRole('button', { name: 'Stair core, doors pier 2' })
    .click();
  const pier = page.getByRole('complementary', { name: 'Page of pier Stair core, doors pier 2' });
  await pier.getByText('1.80 m × 250.0 mm').waitFor();
  const feet = await pier
    .getByRole('group', { name: 'Piers' })
    .first()
    .locator('tbody tr')
    .first()
    .getByRole('cell')
    .allInnerTexts();
  expect(number(feet[2])).toBeLessThan(-300);
  // a floor beside another: the same slab, the same load, fewer storeys above
  await command('Page of storey Storey 2');
  const storey = page.getByRole('complementary', { name: 'Page of storey Storey 2' });
  await chooseIn(page, storey.getByLabel('Compare with'), 'Storey 6');
  const beside = storey.getByRole('group', { name: 'Beside Storey 6' });
  const cells = async (words: string) =>
    beside.getByRole('row').filter({ hasText: words }).first().getByRole('cell').allInnerTexts();
  expect((await cells('area of slabs'))[3]).toBe('same');
  expect((await cells('Q, Offices: down'))[3]).toBe('same');
  expect((await cells('column heads')).slice(1, 4)).toEqual(['4', '4', 'same']);
  const shear = (await cells('shear in x')).slice(1, 3).map(number);
  expect(Math.abs(shear[0])).toBeGreaterThan(Math.abs(shear[1]));
  await page.getByRole('tab', { name: 'Soil' }).click();
  await page.getByRole('grid', { name: 'Soil' }).getByText('Raft').first().waitFor();
});
