import { solved } from './harness';
import { inBrowser, type Started } from './in-browser';

let page: Started['page'];
inBrowser(true, (started) => {
  ({ page } = started);
});

const details = () => page.getByRole('complementary');
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

test('a raft that lifts off: from an empty project to its pressures and the balance', async () => {
  await page.getByRole('textbox', { name: 'Name', exact: true }).fill('Sandpiper Raft');
  await page.getByRole('button', { name: 'Make project' }).click();
  await page.getByText('Nothing is drawn yet').waitFor();
  await command('Outline a slab');
  for (const [i, at] of ['0, 0, 0', '12, 0, 0', '12, 8, 0', '0, 8, 0'].entries())
    await fill(`${['First', 'Second', 'Third', 'Fourth'][i]} corner`, at);
  await details().getByRole('button', { name: 'Keep the slab' }).click();
  await revision(2);
  await page.getByText('analysis stopped').waitFor();
  // the trade's word leads to the tool; the lowest slab is chosen in it
  await command('raft foundation');
  await fill('Modulus of subgrade', '20');
  await fill('Against sliding', '5');
  await fill('Weight dug out', '18');
  await details().getByRole('button', { name: 'Lay them on soil' }).click();
  await revision(3);
  await solved(page);
  await command('Put a force at a place of a slab');
  await fill('Place', '0.6, 4, 0');
  await fill('F z', '-1500');
  await details().getByRole('button', { name: 'Put the force' }).click();
  await revision(4);
  await command('Generate combinations with their options');
  await details().getByRole('button', { name: 'Generate', exact: true }).click();
  await revision(5);
  await solved(page);
  await command('Page of the soil');
  const tables = details().getByRole('group', { name: 'Soil', exact: true });
  await tables.first().waitFor();
  const cells = async (table: number, row: number) =>
    (await tables.nth(table).getByRole('row').nth(row).getByRole('cell').allInnerTexts()).map((text) =>
      text.replace('−', '-'),
    );
  const [, by, least, mean, most, lifted, net] = await cells(0, 2);
  expect(by).toBe('S1');
  expect(Number(least)).toBe(0);
  expect(Number(most)).toBeGreaterThan(100);
  // the force stands near the left edge, and the raft is thin: most of it is lifted off
  expect(Number(lifted)).toBeGreaterThan(20);
  expect(Number(net)).toBeCloseTo(Number(mean) - 18, 1);
  const [, , down, water, up, others] = await cells(1, 2);
  expect(Number(up) / Number(down)).toBeCloseTo(1, 6);
  expect([Number(water), Number(others)]).toEqual([0, 0]);
  // a case alone pulls
  expect(Number((await cells(2, 1))[2])).toBeLessThan(0);
  await page.getByRole('button', { name: 'Draw its pressure' }).click();
  await page.getByText('Soil pressure p, ').first().waitFor();
}, 120000);
