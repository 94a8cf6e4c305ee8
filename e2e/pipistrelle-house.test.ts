import { authorPipistrelleHouse } from '~demo/pipistrelle-house';
import { solved } from './harness';
import { inBrowser, type Started } from './in-browser';

let page: Started['page'];
inBrowser([authorPipistrelleHouse], (started) => {
  ({ page } = started);
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
  await page.getByRole('tab', { name: 'Soil' }).click();
  await page.getByRole('grid', { name: 'Soil' }).getByText('Raft').first().waitFor();
});
