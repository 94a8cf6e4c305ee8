import { solved } from './harness';
import { inBrowser, type Started } from './in-browser';

let page: Started['page'];
inBrowser(true, (started) => {
  ({ page } = started);
});

const details = () => page.getByRole('complementary');
const open = async (name: string, stage: string) => {
  const href = await page.getByRole('table').getByRole('link', { name, exact: true }).getAttribute('href');
  await page.goto(new URL(`${href}?stage=${stage}`, page.url()).href);
  await solved(page);
};
const command = async (words: string) => {
  await page.keyboard.press('Control+k');
  await page.getByRole('combobox', { name: 'Search or command' }).fill(words);
  await page.keyboard.press('Enter');
};
interface Saved {
  readonly members: { id: string; section: string }[];
  readonly sections: { id: string; name: string; shape: { width?: number } }[];
  readonly loads: { id: string; allowance?: boolean }[];
}
const model = async () => {
  // an edit that was just made is on its way for a moment
  await page.waitForTimeout(250);
  await page.getByText(/rev \d+, saved/).waitFor();
  return (await (await page.request.get(`${page.url().split('?')[0]}/model.json`)).json()) as Saved;
};

test('a value that cannot be read puts nothing, and what was put is not put again by the same press', async () => {
  await open('Tern Hide', 'loads');
  const before = (await model()).loads.length;
  await page.getByRole('button', { name: /^SD, / }).click();
  await page.keyboard.press('Control+a');
  const put = details().getByRole('button', { name: /^Put on \d+ members$/ });
  await details().getByLabel('Value').first().fill('-2');
  expect(await put.isEnabled()).toBe(true);
  await details().getByLabel('Value').first().fill('-2 bushels');
  await details()
    .getByText(/A field cannot be read\. “bushels” is not a unit/)
    .waitFor();
  expect(await put.isDisabled()).toBe(true);
  await details().getByLabel('Value').first().fill('-100 lb/ft');
  await put.click();
  await details().getByText('Change the value or the selection to put another.', { exact: false }).waitFor();
  expect(await put.isDisabled()).toBe(true);
  const after = await model();
  expect(after.loads.length - before).toBe(after.members.length);
  // another value is another load, and so is the same one after it was taken back
  await details().getByLabel('Value').first().fill('-3');
  expect(await put.isEnabled()).toBe(true);
});

test('Enter in a tool takes the value, the next one does what the card says, once; a tick meant for one load does not stay', async () => {
  await open('Quillhaven Library', 'loads');
  const before = (await model()).loads.length;
  await page.getByRole('button', { name: /^SD, / }).click();
  await command('put a load on an area');
  await details().getByLabel('On', { exact: true }).click();
  await page.getByTitle('whole storeys', { exact: true }).click();
  // all storeys above the ground are chosen at first; only the lowest of them stays
  await details().getByLabel('Storeys', { exact: true }).click();
  for (let i = 0; i < 3; i++) await page.keyboard.press('Backspace');
  await page.keyboard.press('Escape');
  await details().getByText('Stands for the frame’s own weight').click();
  await details().getByLabel('Value').first().fill('-1.25');
  await page.keyboard.press('Enter');
  expect((await model()).loads.length).toBe(before);
  await page.keyboard.press('Enter');
  await details()
    .getByText(/^Done: /)
    .waitFor();
  const once = await model();
  expect(once.loads.length).toBe(before + 1);
  expect(once.loads.at(-1)!.allowance).toBe(true);
  expect(await details().getByRole('button', { name: 'Put the load' }).isDisabled()).toBe(true);
  await page.keyboard.press('Enter');
  expect((await model()).loads.length).toBe(before + 1);
  expect(
    await details().getByText('Stands for the frame’s own weight').locator('..').getByRole('checkbox').isChecked(),
  ).toBe(false);
});

test('Delete among sections deletes what nobody has and no members; a name of one’s own stays when the section is resized', async () => {
  await open('Quillhaven Library', 'frame');
  const before = await model();
  await page.getByRole('tab', { name: 'Sections' }).click();
  const grid = page.getByRole('grid', { name: 'Sections' });
  await grid.getByText('350 × 600').click();
  await page.keyboard.press('Delete');
  await page.getByText(/350 × 600 is used by \d+ members: give them another section first/).waitFor();
  expect((await model()).members).toEqual(before.members);
  // a letter in a column that follows from the rest is no shortcut
  await page.keyboard.press('ArrowRight');
  await page.keyboard.press('b');
  await page.getByText(/Kind is not typed: it follows from the rest/).waitFor();
  expect(await page.getByRole('complementary', { name: 'Frame builder' }).count()).toBe(0);
  // renamed, then made wider
  await page.keyboard.press('Home');
  await page.keyboard.press('F2');
  await page.getByLabel('Section of', { exact: false }).fill('Edge beam');
  await page.keyboard.press('Enter');
  await grid.getByText('Edge beam').click();
  // the card follows the row that was clicked
  await details().getByRole('heading', { name: '48 beams' }).waitFor();
  await page.waitForTimeout(500);
  await details().getByLabel('Width').click();
  await page.keyboard.press('Control+a');
  await page.keyboard.type('400');
  await page.keyboard.press('Tab');
  const resized = (await model()).sections.find((section) => section.name === 'Edge beam')!;
  expect(resized.shape.width).toBeCloseTo(0.4, 9);
});

test('Back leads from a sheet to where one was, Forward to the sheet again, and shortcuts act after a list was used', async () => {
  await open('Quillhaven Library', 'checks');
  await page.keyboard.press('w');
  await page.getByRole('complementary', { name: /sheet/i }).or(page.locator('.details.wide')).first().waitFor();
  await page.waitForURL(/page=sheet/);
  const sheet = page.url();
  await page.goBack();
  await page.locator('.details.wide').waitFor({ state: 'detached' });
  await page.waitForURL((url) => url.searchParams.get('stage') === 'checks' && !url.searchParams.has('page'));
  await page.goForward();
  await page.locator('.details.wide').waitFor();
  expect(page.url()).toBe(sheet);
  await page.goBack();
  await page.locator('.details.wide').waitFor({ state: 'detached' });
  await page.keyboard.press('4');
  await page.getByLabel('Quantity').click();
  await page.keyboard.press('ArrowDown');
  await page.keyboard.press('Enter');
  // a list that is still open takes letters and digits itself
  await page.locator('input[aria-label="Quantity"][aria-expanded="true"]').waitFor({ state: 'detached' });
  await page.keyboard.press('1');
  await page.waitForURL(/stage=frame/);
});

test('a moved grid line offers to take its frame along; a level moves what lies at it', async () => {
  await open('Quillhaven Library', 'frame');
  await details().getByLabel('Position of grid line 2').fill('6.8');
  await page.keyboard.press('Enter');
  await details()
    .getByText(/2 moves by 0\.400 m with \d+ nodes/)
    .waitFor();
  await details().getByText('What stands on it moves along').click();
  await details()
    .getByText(/nodes that stood on it stay behind/)
    .waitFor();
  await details().getByRole('button', { name: 'Move', exact: true }).click();
  await page.getByRole('button', { name: /^\d+ remarks?$/ }).click();
  const findings = page.getByRole('dialog', { name: 'Findings' });
  await findings.getByText(/Nothing stands on grid line 2/).waitFor();
  await findings.getByRole('button', { name: /Move the \d+ nodes onto 2/ }).click();
  await findings.getByText(/Nothing stands on grid line 2/).waitFor({ state: 'detached' });
});

test('columns are seen and picked in a plan, loads are picked in the drawing and deleted', async () => {
  await open('Quillhaven Library', 'frame');
  await command('plan of storey 1');
  await page.keyboard.press('Control+a');
  await details()
    .getByRole('heading', { name: /31 beams, 20 columns/ })
    .waitFor();
  await details().getByText('Frame of the project').click();
  await details().getByRole('button', { name: 'Frame builder' }).waitFor();
  await page.keyboard.press('Escape');
  await page.keyboard.press('2');
  await page.getByRole('button', { name: /^L, / }).click();
  const canvas = (await page.locator('.canvas-host').boundingBox())!;
  // the middle of the field between 1 and 2, A and B
  await page.waitForTimeout(600);
  await page.mouse.click(canvas.x + 395, canvas.y + 322);
  await details().getByRole('heading', { name: '1 load' }).waitFor();
  const before = (await model()).loads.length;
  await page.keyboard.press('Delete');
  await page.getByText(/^Deleted 1 load\. Ctrl Z/).waitFor();
  expect((await model()).loads.length).toBe(before - 1);
});

test('sections are browsed by family, ordered, given to what is selected and duplicated', async () => {
  await open('Quillhaven Library', 'frame');
  await command('m40');
  await details().getByRole('heading', { name: /m40/ }).first().waitFor();
  await command('catalogue');
  const sections = page.getByRole('complementary', { name: 'Sections' });
  await sections.getByLabel('Family').click();
  await page.keyboard.type('W: 276');
  await page.keyboard.press('Enter');
  await sections.getByLabel('Find', { exact: true }).fill('w18');
  await sections.getByRole('button', { name: /^I y,/ }).click();
  // the strong-axis inertia of the shapes grows down the list
  const inertias = (
    await sections.getByRole('table', { name: 'Sizes' }).locator('tbody tr td:nth-child(5)').allInnerTexts()
  ).map((text) => Number(text.replace(/\s/g, '')));
  expect(inertias.length).toBeGreaterThan(15);
  expect([...inertias].sort((a, b) => a - b)).toEqual(inertias);
  await sections.getByRole('button', { name: 'W18X50' }).click();
  await sections.getByRole('img', { name: /^W18X50: \d+ mm deep/u }).waitFor();
  await sections.getByRole('button', { name: 'Give it to 1 beam' }).click();
  const given = await model();
  expect(
    given.sections.find(({ id }) => id === given.members.find((member) => member.id === 'm40')!.section)!.name,
  ).toBe('W18X50');
  await sections.getByRole('button', { name: 'Duplicate' }).click();
  await sections.getByRole('img', { name: /^W18X50 \(2\)/ }).waitFor();
  expect((await model()).sections.map(({ name }) => name)).toContain('W18X50 (2)');
});
