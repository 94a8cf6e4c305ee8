import { solved } from './harness';
import { inBrowser, type Started } from './in-browser';

let page: Started['page'];
inBrowser(true, (started) => {
  ({ page } = started);
});

const open = (name: string) => page.getByRole('table').getByRole('link', { name, exact: true }).click();
const stage = (name: string) => page.getByRole('navigation', { name: 'Stages' }).getByRole('button', { name }).click();
const details = () => page.getByRole('complementary');
const find = async (words: string) => {
  await page.keyboard.press('Control+k');
  await page.keyboard.type(words);
  await page.keyboard.press('Enter');
};

test('bars of a concrete beam are chosen, proposed and checked at once', async () => {
  await open('Quillhaven Library');
  await solved(page);
  await stage('Checks');
  await find('m145');
  const bars = details();
  await bars.getByText(/Top 4 #8, chosen/).waitFor();
  await bars.getByLabel('Number of top bars').fill('2');
  await page.keyboard.press('Enter');
  await bars.getByText(/Top 2 #8, chosen/).waitFor();
  await page.getByRole('button', { name: /^worst 1\.\d\d/ }).click();
  const sheet = page.getByRole('complementary', { name: 'Calculation sheet of m145' });
  await sheet.getByText('does not hold').waitFor();
  await sheet.getByRole('button', { name: /Bending, top bars/ }).click();
  await sheet
    .getByText(/Stress of 2 bars/)
    .first()
    .waitFor();
  await page.keyboard.press('Escape');
  await details().getByRole('button', { name: 'propose', exact: true }).first().click();
  await details()
    .getByText(/Top \d #\d+, proposed/)
    .waitFor();
  await page.keyboard.press('Control+z');
  await page.keyboard.press('Control+z');
  await details()
    .getByText(/Top 4 #8, chosen/)
    .waitFor();
});

test('members that are open say why, and can be selected together', async () => {
  await open('Quillhaven Library');
  await solved(page);
  await stage('Checks');
  await details().getByRole('heading', { name: 'Open', exact: true }).waitFor();
  await details().getByRole('button', { name: 'Select', exact: true }).first().click();
  await page.getByText(/selected: \d+ (members|beams|columns|braces)/).waitFor();
});

test('a Eurocode project combines by EN 1990 and says plainly that its checks are not there', async () => {
  await page.getByRole('button', { name: 'Duplicate Tern Hide' }).click();
  await page.getByRole('link', { name: 'Tern Hide, copy', exact: true }).click();
  await solved(page);
  await stage('Analysis');
  await details().getByText('Eurocode', { exact: true }).click();
  await stage('Loads');
  await details().getByRole('button', { name: 'Generate by EN 1990' }).click();
  await page.getByRole('tab', { name: 'Combinations' }).click();
  const combinations = page.getByRole('grid', { name: 'Combinations' });
  await combinations.getByText('EN 1990 (6.10)').first().waitFor();
  await solved(page);
  await stage('Checks');
  await details()
    .getByText(/The check of steel members by EN 1993-1-1 is not there yet/)
    .waitFor();
});

test('a factor is changed in the ledger, marked, and survives a new generation', async () => {
  await open('Tern Hide');
  await solved(page);
  await stage('Loads');
  await page.getByRole('tab', { name: 'Combinations' }).click();
  const factor = page.getByRole('grid', { name: 'Combinations' }).getByRole('row').nth(1).getByRole('gridcell').nth(3);
  const type = async (text: string) => {
    await factor.click();
    await page.keyboard.press('F2');
    await page.keyboard.press('Control+a');
    await page.keyboard.type(text);
    await page.keyboard.press('Enter');
  };
  await type('1.3');
  await page.getByText('ASCE 7-22 2.3.1 (1), changed').waitFor();
  await type('5 kN');
  await page.getByText(/“kN” is a unit of force; here a number is needed/).waitFor();
  await type('1.3');
  await page.getByText(/“kN” is a unit of force/).waitFor({ state: 'hidden' });
  await details().getByRole('button', { name: 'Generate by ASCE 7-22' }).click();
  await page
    .getByText(/kept 1 made or changed by hand/)
    .or(page.getByText('ASCE 7-22 2.3.1 (1), changed'))
    .first()
    .waitFor();
  expect(await factor.textContent()).toBe('1.3');
  await page.keyboard.press('Escape');
});

test('a US customary project reads feet, inches and kips, and shows them', async () => {
  await page.getByRole('textbox', { name: 'Name', exact: true }).fill('Feet and Kips');
  await page.getByLabel('Units').click();
  await page.getByTitle('US customary: ft, in, kip').click();
  await page.getByRole('button', { name: 'Make project' }).click();
  await page.getByText('Nothing is drawn yet').waitFor();
  await page.keyboard.press('b');
  const builder = page.getByRole('complementary', { name: 'Frame builder' });
  await builder.getByLabel('Bays along x').fill(`2*24`);
  await builder.getByLabel('Storeys').fill(`12'6"`);
  await builder.getByText('12.50 ft').waitFor();
  await builder.getByRole('button', { name: 'Make frame' }).click();
  await solved(page);
  await page.getByRole('tab', { name: 'Nodes' }).click();
  await page.getByRole('grid', { name: 'Nodes' }).getByText('24.00').first().waitFor();
  await page.getByRole('tab', { name: 'Members' }).click();
  await page.getByRole('grid', { name: 'Members' }).getByText('m1', { exact: true }).click();
  await details().getByLabel('Section').fill('W14X90');
  await page.keyboard.press('Enter');
  await details().getByText('A992').or(details().getByText('NW 5000 psi')).first().waitFor();
  await details().getByLabel('Section').fill('W14X91');
  await page.keyboard.press('Enter');
  await details()
    .getByText(/“W14X91” is not a section Elbow knows/)
    .waitFor();
});

test('rows are copied for a spreadsheet with headings and units', async () => {
  await open('Tern Hide');
  await solved(page);
  await stage('Results');
  await page.getByRole('tab', { name: 'Reactions' }).click();
  await page.getByRole('button', { name: 'D, Self-weight', exact: true }).click();
  const grid = page.getByRole('grid', { name: 'Reactions' });
  // the rows follow the picture a moment later
  await page.getByText('2 rows', { exact: true }).waitFor();
  await grid.focus();
  await page.keyboard.press('Control+a');
  await page.keyboard.press('Control+c');
  await page.getByText('2 rows copied').waitFor();
  const lines = (await page.evaluate(() => navigator.clipboard.readText())).split('\n');
  expect(lines[0].split('\t')).toEqual([
    'Node',
    'Rx [kN]',
    'Ry [kN]',
    'Rz [kN]',
    'R [kN]',
    'Mx [kN·m]',
    'My [kN·m]',
    'Mz [kN·m]',
  ]);
  const vertical = lines.slice(1).reduce((sum, line) => sum + Number(line.split('\t')[3]), 0);
  // two columns of 2.6 m and two rafters of √(2.4² + 0.8²) m of W6X9, 2.68 in²
  expect(vertical / (2.68 * 0.0254 ** 2 * 7.85 * 9.80665 * (5.2 + 2 * Math.hypot(2.4, 0.8)))).toBeCloseTo(1, 2);
});

test('a structure without supports stops, shows it, stays editable and is mended by one click', async () => {
  await open('Tern Hide');
  await solved(page);
  await page.getByRole('tab', { name: 'Nodes' }).click();
  const nodes = page.getByRole('grid', { name: 'Nodes' });
  await nodes.getByText('n1', { exact: true }).click();
  await nodes.getByText('n2', { exact: true }).click({ modifiers: ['Shift'] });
  await details().getByText('free', { exact: true }).click();
  await page.locator('[data-status="stopped"]').waitFor();
  await stage('Results');
  await details().getByText('The analysis stopped.').waitFor();
  await details().getByRole('button', { name: 'Show the findings' }).click();
  const findings = page.getByRole('dialog', { name: 'Findings' });
  await findings.getByText('The structure has no support.').waitFor();
  await findings.getByRole('button', { name: 'Fix its 2 lowest nodes' }).click();
  await solved(page);
  await page.keyboard.press('Escape');
  await page.keyboard.press('Control+z');
  await page.locator('[data-status="stopped"]').waitFor();
  await page.keyboard.press('Control+z');
  await solved(page);
});
