import { solved } from './harness';
import { inBrowser, type Started } from './in-browser';

let page: Started['page'];
inBrowser(true, (started) => {
  ({ page } = started);
});

const details = () => page.getByRole('complementary');
const stage = (name: string) => page.getByRole('navigation', { name: 'Stages' }).getByRole('button', { name }).click();
const command = async (words: string) => {
  await page.keyboard.press('Control+k');
  await page.getByRole('combobox', { name: 'Search or command' }).fill(words);
  await page.keyboard.press('Enter');
};
const saved = () => page.getByText(/rev \d+, saved/).waitFor();
interface Saved {
  loads: {
    id: string;
    case: string;
    type: string;
    value?: number;
    from?: number;
    label?: string;
    region?: { kind: string; corners?: string[] };
  }[];
  cases: { id: string; label: string; nature: string; direction?: string }[];
  loadRules: { id: string; type: string; label: string; ground?: number }[];
  combinations: {
    label: string;
    purpose: string;
    factors: { case: string; factor: number }[];
    parts?: { factor: number }[];
    changed: boolean;
  }[];
  envelopes: { label: string; combinations: string[] }[];
}
const model = async () => (await (await page.request.get(`${page.url().split('?')[0]}/model.json`)).json()) as Saved;
const open = async (name: string) => {
  await page.getByRole('table').getByRole('link', { name, exact: true }).click();
  await solved(page);
  await stage('Loads');
};
const cell = (grid: string, row: number, column: number) =>
  page.getByRole('grid', { name: grid }).getByRole('row').nth(row).getByRole('gridcell').nth(column);
const type = async (grid: string, row: number, column: number, text: string) => {
  await cell(grid, row, column).click();
  await page.keyboard.press('F2');
  await page.keyboard.press('Control+a');
  await page.keyboard.type(text);
  await page.keyboard.press('Enter');
};

test('a load on two bays clicked in a plan: what members receive is said before it is put, and it is asked again afterwards', async () => {
  await open('Quillhaven Library');
  await page.getByRole('button', { name: /^L, / }).click();
  await command('plan of storey 2');
  await command('put a load on an area');
  const bays = details().getByText(/^\d+ bays?$/);
  await page.getByText('84 bays in floors').waitFor();
  await page.mouse.click(480, 250);
  await bays.getByText('1 bay').waitFor();
  await page.mouse.click(560, 250);
  await bays.getByText('2 bays').waitFor();
  await details().getByLabel('Value').fill('-1.5');
  await details().getByLabel('Name', { exact: true }).fill('Exhibition');
  // two bays of 6.4 × 7.2 m
  await details()
    .getByText(/92\.16 m², −138\.2 kN: all of it to 7 members/)
    .waitFor();
  await details().getByRole('button', { name: 'Put the load' }).click();
  await saved();
  expect((await model()).loads.filter((load) => load.label === 'Exhibition')).toHaveLength(2);
  expect((await model()).loads.find((load) => load.label === 'Exhibition')!.region!.corners).toHaveLength(4);
  await command('ask what acts at a place');
  await details().getByLabel('Place', { exact: true }).fill('10, 10, 7.8');
  await page.keyboard.press('Enter');
  await details().getByText('Sum over the area: z −4.40 kPa').waitFor();
  await details()
    .getByText(/Exhibition, case L: z −1\.50 kPa/)
    .waitFor();
  await page.keyboard.press('Escape');
  await page.locator('.canvas-host').focus();
  await page.keyboard.press('Control+z');
  await saved();
});

test('an area beside the frame is told as a finding with what is lost', async () => {
  await open('Quillhaven Library');
  await page.getByRole('button', { name: /^SD, / }).click();
  await command('put a load on an area');
  await details().getByLabel('On', { exact: true }).click();
  await page.getByTitle('a polygon').click();
  for (const [i, text] of ['24, 0, 4.2', '30, 0, 4.2', '30, 7.2, 4.2', '24, 7.2, 4.2'].entries()) {
    await details()
      .getByLabel(`${['First', 'Second', 'Third', 'Fourth'][i]} corner`, { exact: true })
      .fill(text);
    await page.keyboard.press('Tab');
  }
  await details().getByLabel('Value').fill('-1');
  await details().getByLabel('Name', { exact: true }).focus();
  await details()
    .getByText(/43\.20 m², −43\.2 kN/)
    .waitFor();
  await details().getByRole('button', { name: 'Put the load' }).click();
  await page.getByRole('button', { name: /1 remark/ }).click();
  await page
    .getByText(/has an edge without a member|does not reach members whole/)
    .first()
    .waitFor();
});

test('snow by rule shows its calculation, follows its inputs, and another rule comes and goes with its cases', async () => {
  await open('Quillhaven Library');
  await details().getByRole('button', { name: 'Calculation of Snow' }).click();
  const sheet = page.getByRole('complementary', { name: 'Calculation of Snow' });
  await sheet.getByText('Flat roof snow load').waitFor();
  await sheet.getByText('7.3-1').waitFor();
  await sheet.getByRole('button', { name: 'Close the sheet' }).click();
  await details().getByRole('button', { name: 'Inputs of Snow' }).click();
  expect(await details().getByLabel('On the ground').inputValue()).toBe('2');
  await details().getByLabel('On the ground').fill('2.2');
  await details().getByLabel('Ce', { exact: true }).focus();
  await details().getByText('8 loads in 3 cases').waitFor();
  await details().getByRole('button', { name: 'Make them' }).click();
  await saved();
  expect((await model()).loadRules.filter((rule) => rule.type === 'asceSnow')).toMatchObject([{ ground: 2200 }]);
  // 0.7 · 2.2 kPa
  await page.getByRole('button', { name: /^S, / }).click();
  await page.getByRole('grid', { name: 'Loads' }).getByText('−1.54 kPa').first().waitFor();
  await command('make notional loads');
  await details().getByLabel('Direction').click();
  await page.locator('.ant-select-item-option[title="towards −x"]').click();
  await details().getByRole('button', { name: 'Make them' }).click();
  await saved();
  // a case for each gravity case, so that each follows its factor in every combination
  const sideways = (await model()).cases.filter((one) => one.nature === 'notional').map((one) => one.direction);
  expect([...new Set(sideways)].sort()).toEqual(['+x', '+y', '-x']);
  expect(sideways.filter((one) => one === '-x').length).toBeGreaterThan(3);
  await page.keyboard.press('Escape');
  await details().getByRole('button', { name: 'Delete rule Notional -x of L', exact: true }).click();
  await saved();
  expect((await model()).loadRules.map((rule) => rule.label)).not.toContain('Notional -x of L');
});

test('loads are edited in the ledger, where a position past the end is refused on its cell', async () => {
  await open('Tern Hide');
  await page.getByRole('button', { name: /^S, / }).click();
  await page.getByRole('tab', { name: 'Loads', exact: true }).click();
  await type('Loads', 1, 5, '-3.1 kN/m');
  await saved();
  await type('Loads', 1, 7, '900');
  await page.getByText(/900\.000 m is past the end of/).waitFor();
  await page.getByText(/would fit: was it meant in mm/).waitFor();
  await type('Loads', 1, 7, '10 %');
  await saved();
  const [load] = (await model()).loads.filter((one) => one.type === 'uniform' && one.value === -3100);
  expect(load.from).toBeGreaterThan(0);
  // a new load cell by cell: it is made when nothing is missing any more
  await cell('Loads', 1, 0).click();
  for (const key of ['Control+End', 'Home', 'ArrowRight']) await page.keyboard.press(key);
  await page.keyboard.type('S');
  await page.keyboard.press('Tab');
  await page.getByText('A new load needs what it acts on').waitFor({ state: 'attached' });
  for (const text of ['m4', 'uniform', 'global z']) {
    await page.keyboard.type(text);
    await page.keyboard.press('Tab');
  }
  await page.keyboard.type('-1.25');
  await page.keyboard.press('Enter');
  await saved();
  await page.getByText('−1.25 kN/m').first().waitFor();
  expect((await model()).loads.filter((one) => one.value === -1250)).toHaveLength(1);
});

test('a position past the end is refused as it is typed, a share of the length is understood', async () => {
  await open('Tern Hide');
  await page.getByRole('button', { name: /^W, / }).click();
  await command('m4');
  await details().getByLabel('Value').first().fill('-2');
  await details().getByLabel('From', { exact: true }).first().fill('2500');
  await details()
    .getByText(/was it mm, 2\.500 m\?/)
    .first()
    .waitFor();
  await details().getByLabel('From', { exact: true }).first().fill('900');
  await details()
    .getByText(/is past the end of member m4.*was it meant in mm\?/)
    .waitFor();
  expect(await details().getByRole('button', { name: 'Put on 1 member' }).isDisabled()).toBe(true);
  await details().getByLabel('From', { exact: true }).first().fill('L/4');
  await details()
    .getByText(/^= \d\.\d+ m of/)
    .waitFor();
  await details().getByRole('button', { name: 'Put on 1 member' }).click();
  await saved();
  expect((await model()).loads.some((one) => one.value === -2000 && one.from! > 0)).toBe(true);
});

test('combinations: pasted from a spreadsheet, made of others, gathered in an envelope', async () => {
  await open('Tern Hide');
  await page.getByRole('tab', { name: 'Combinations' }).click();
  const rows = async () => (await model()).combinations;
  const before = (await rows()).length;
  await cell('Combinations', 1, 0).click();
  await page.keyboard.press('Control+End');
  await page.keyboard.press('Home');
  await page.evaluate(() => {
    const data = new DataTransfer();
    data.setData('text/plain', 'X1\tservice\t\t1\t0.5\t0.3\nX2\tlong-term\t\t2\t\t');
    document
      .querySelector('[role="grid"][aria-label="Combinations"]')!
      .dispatchEvent(new ClipboardEvent('paste', { clipboardData: data, bubbles: true }));
  });
  await saved();
  await page.getByRole('button', { name: /^X1, / }).waitFor();
  expect(await rows()).toHaveLength(before + 2);
  expect((await rows()).find((one) => one.label === 'X1')).toMatchObject({
    purpose: 'service',
    factors: [{ factor: 1 }, { factor: 0.5 }, { factor: 0.3 }],
  });
  await command('write a combination');
  await details().getByLabel('It is', { exact: true }).fill('1.0 U2 - 1.0 X1 + 0.5 W');
  await details()
    .getByText(/U\d+: 1\.0 U2 − 1\.0 X1 \+ 0\.5 W/)
    .waitFor();
  await details().getByLabel('Short name').fill('DIFF');
  await details().getByRole('button', { name: 'Keep it' }).click();
  await page.getByRole('button', { name: /^DIFF, / }).waitFor();
  await saved();
  expect((await rows()).find((one) => one.label === 'DIFF')!.parts).toHaveLength(2);
  await page.keyboard.press('Escape');
  await command('make an envelope');
  await details().getByLabel('Combinations', { exact: true }).click();
  for (const name of ['X1', 'X2']) {
    await page.keyboard.type(name);
    await page.locator(`.ant-select-item-option[title="${name}"]`).click();
  }
  await details().getByText('Env1 of 2 states').waitFor();
  await details().getByRole('button', { name: 'Keep the envelope' }).click();
  await saved();
  expect((await model()).envelopes).toMatchObject([{ combinations: [expect.any(String), expect.any(String)] }]);
  await stage('Results');
  await page.getByRole('button', { name: /^Env\d+, envelope/ }).click();
  await page
    .getByText(/Envelope Env\d*/)
    .first()
    .waitFor();
});

test('the summary and the take-down add up to what was put', async () => {
  await open('Quillhaven Library');
  await page.getByRole('button', { name: /^SD, / }).click();
  await page.getByRole('tab', { name: 'Summary' }).click();
  const row = page
    .getByRole('grid', { name: 'Summary of cases' })
    .getByRole('row')
    .filter({ hasText: 'Slabs, finishes' });
  const downward = (await row.getByRole('gridcell').nth(5).textContent())!;
  await page.getByRole('tab', { name: 'Take-down by storey' }).click();
  const ground = page.getByRole('grid', { name: 'Take-down by storey' }).getByRole('row').filter({ hasText: 'Ground' });
  expect(await ground.getByRole('gridcell').nth(3).textContent()).toBe(downward.replace('−', ''));
});
