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
const press = (name: string) => details().getByRole('button', { name, exact: true }).click();
const choose = (label: string, title: string) => chooseIn(page, details().getByLabel(label, { exact: true }), title);
const revision = (number: number) => page.getByText(`rev ${number}, saved`).waitFor();

/** The cells of a table on the open page, a row each. */
const rows = async (table: string) => {
  const found: string[][] = [];
  for (const row of await details().getByRole('group', { name: table }).first().locator('tbody tr').all())
    found.push(await row.getByRole('cell').allInnerTexts());
  return found;
};
const number = (text: string) => Number(text.replace('−', '-'));

test('a wall with doors, copied up the building: its piers and beams, their pages, names, and one storey edited', async () => {
  await page.getByRole('textbox', { name: 'Name', exact: true }).fill('Godwit Core');
  await page.getByRole('button', { name: 'Make project' }).click();
  await page.getByText('Nothing is drawn yet').waitFor();
  await command('Add storeys');
  await fill('Heights', '3*3');
  await press('Add');
  await revision(2);
  await command('Outline a wall');
  await choose('By', 'a rectangle');
  await fill('First corner', '0, 0, 0');
  await fill('or long', '7');
  await fill('and high', '3');
  await press('Keep the wall');
  await revision(3);
  await choose('Opening in', 'w1');
  await fill('First corner', '3, 0, 0');
  await fill('or long', '1.2');
  await fill('and high', '2.2');
  await press('Keep the wall');
  await revision(4);
  await command('Copy a storey to others');
  await choose('Storey', 'Storey 1');
  for (const storey of ['Storey 2', 'Storey 3']) {
    await choose('To', storey);
    await page.keyboard.press('Escape');
  }
  await press('Copy');
  await revision(5);
  await command('Support a slab edge');
  await fill('From', '0, 0, 0');
  await fill('To', '7, 0, 0');
  await details().getByLabel('The edge may turn').uncheck();
  await press('Keep the support');
  await revision(6);
  await command('Put a force at a place of a slab');
  await fill('Place', '0, 0, 9');
  await fill('F x', '100');
  await fill('F z', '0');
  await press('Put the force');
  await solved(page);
  const { walls } = (await (await page.request.get(`${page.url().split('?')[0]}/model.json`)).json()) as {
    walls: { id: string; openings?: string[][] }[];
  };
  expect(walls.map(({ openings }) => openings?.length)).toEqual([1, 1, 1]);
  await page.keyboard.press('4');
  await command('Select wall w1');
  await details().getByRole('group', { name: 'Parts in Storey 1' }).getByRole('button', { name: 'w1 pier 1' }).click();
  await panel('Page of pier w1 pier 1').getByText('3.00 m × 200.0 mm').waitFor();
  const left = await rows('Piers');
  await press('w1 beam 1');
  await panel('Page of coupling beam w1 beam 1').getByText('1.20 m', { exact: true }).waitFor();
  const beam = await rows('Coupling beams');
  await press('w1 pier 2');
  await panel('Page of pier w1 pier 2').getByText('2.80 m × 200.0 mm').waitFor();
  const right = await rows('Piers');
  // what pushes is held by both
  const column = (cells: string[][], row: number, i: number) => number(cells[row][i]);
  expect(Math.abs(column(left, 0, 3) + column(right, 0, 3) + 100)).toBeLessThan(0.2);
  // the beam's moment runs with its shear, but for its own weight
  const [start, , end] = beam.map((cells) => ({ V: number(cells[3]), M: number(cells[4]) }));
  expect(Math.abs((end.M - start.M) / (1.2 * ((start.V + end.V) / 2)) - 1)).toBeLessThan(0.01);
  // up the building, and a name of its own in every storey
  await press('Above');
  await panel('Page of pier w2 pier 2').waitFor();
  await fill('Name', 'East pier');
  await page.getByRole('heading', { name: 'East pier in Storey 2' }).waitFor();
  await solved(page);
  await command('Piers of walls');
  await page.getByRole('grid', { name: 'Piers' }).getByText('East pier').first().waitFor();
  // one storey edited: its wall is not divided any more, the others stay as they are
  await page.keyboard.press('1');
  await command('Select wall w3');
  await fill('Openings divide from', '3');
  await details()
    .getByText(/^1 pier and 0 coupling beams; 1 opening too low to divide/)
    .waitFor();
  await solved(page);
  await page.keyboard.press('4');
  await page.getByRole('tab', { name: 'Coupling beams' }).click();
  // three places in each of the two that are left
  await page.getByText('6 rows', { exact: true }).waitFor();
});
