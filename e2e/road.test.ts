import { readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { solved } from './harness';
import { inBrowser, type Started } from './in-browser';

let app: Started['app'];
let page: Started['page'];
let complaints: Started['complaints'];
inBrowser(true, (started) => {
  ({ app, page, complaints } = started);
});

const stage = (name: string) => page.getByRole('navigation', { name: 'Stages' }).getByRole('button', { name }).click();
const details = () => page.getByRole('complementary');
const cell = (text: string) => page.getByRole('gridcell', { name: text, exact: true });

const open = (name: string) => page.getByRole('table').getByRole('link', { name, exact: true }).click();

async function newProject(name: string): Promise<void> {
  await page.getByRole('textbox', { name: 'Name', exact: true }).fill(name);
  await page.getByRole('button', { name: 'Make project' }).click();
  await page.getByRole('heading', { name }).waitFor();
}

test('the whole road on a frame of one’s own: frame, loads, analysis, results, checks, report', async () => {
  await newProject('Sandpiper Shelter');
  await page.getByText('Nothing is drawn yet').waitFor();
  await page.getByRole('button', { name: 'Frame builder' }).first().click();
  const builder = page.getByRole('complementary', { name: 'Frame builder' });
  await builder.getByLabel('Bays along x').fill('2*6');
  await builder.getByLabel('Bays along y').fill('5 kN');
  await builder.getByText('“kN” is a unit of force; here a length is needed.').waitFor();
  await builder.getByLabel('Bays along y').fill('5');
  await builder.getByLabel('Storeys').fill('3.5');
  await builder.getByLabel('Columns').fill('W10X45');
  await builder.getByLabel('Beams along x').fill('W14X30');
  await builder.getByLabel('Beams along y').fill('W12X26');
  await builder.getByLabel('Column material').fill('A992');
  await page.keyboard.press('Enter');
  await builder.getByText('12 nodes, 13 members, 6 supports').waitFor();
  await builder.getByRole('button', { name: 'Make frame' }).click();
  await solved(page);

  await stage('Loads');
  await details().getByLabel('Nature').last().click();
  await page.getByTitle('live', { exact: true }).last().click();
  await details().getByRole('button', { name: 'Add case' }).click();
  await page.keyboard.press('Control+a');
  await details().getByLabel('Value').fill('-12');
  await page.keyboard.press('Tab');
  await details().getByRole('button', { name: 'Put on 13 members' }).click();
  await page.getByRole('button', { name: 'Select nothing' }).click();
  await details().getByRole('button', { name: 'Generate by ASCE 7-22' }).click();
  await page.getByRole('button', { name: /U2, ASCE 7-22 2.3.1/ }).click();
  await page.getByText('1.2 D + 1.6 L').first().waitFor();
  await solved(page);

  await stage('Analysis');
  await details().getByText('Does it add up?').waitFor();
  // 12 kN/m on 2 × (2 × 6) + 3 × 5 m of beams and 6 × 3.5 m of columns
  await details().getByText('−720.0').waitFor();

  await stage('Results');
  await cell('m7').click();
  await details().getByText('exact, not sampled').waitFor();
  await details().getByRole('button', { name: 'Member page' }).click();
  await page.getByRole('img', { name: /Moment My along the member/ }).waitFor();

  await page.getByRole('button', { name: 'Calculation sheet' }).click();
  const sheet = page.getByRole('complementary', { name: 'Calculation sheet of m7' });
  await sheet.getByRole('button', { name: /Bending, strong axis/ }).click();
  await sheet.getByText('Plastic moment').waitFor();
  await sheet.getByText('Second-order effects').waitFor();
  const before = await sheet
    .getByRole('region', { name: 'Sheet: Bending, strong axis' })
    .locator('.sheet-compare .result')
    .innerText();

  // a heavier section: forces, checks and the sheet follow at once
  await sheet.getByText('Change section, bars or lengths').click();
  await sheet.getByLabel('Section').fill('W18X50');
  await page.keyboard.press('Enter');
  await expectLater(async () => expect(await sheet.locator('.sheet-compare .result').innerText()).not.toBe(before));

  await stage('Report');
  const link = await details().getByRole('link', { name: 'Make the PDF' }).getAttribute('href');
  const answer = await page.request.get(app.address + link);
  expect(answer.headers()['content-type']).toBe('application/pdf');
  expect((await answer.body()).subarray(0, 5).toString()).toBe('%PDF-');
});

/** Tries an expectation until it holds. */
async function expectLater(check: () => Promise<void>): Promise<void> {
  for (let i = 0; ; i++) {
    try {
      await check();
      return;
    } catch (error) {
      if (i > 60) throw error;
      await page.waitForTimeout(150);
    }
  }
}

test('the demonstration opens solved, every stage shows itself, and the address keeps the stage over a reload', async () => {
  await open('Quillhaven Library');
  await solved(page);
  for (const name of ['Loads', 'Analysis', 'Results', 'Checks', 'Report', 'Frame']) {
    await stage(name);
    await page.waitForTimeout(120);
  }
  await stage('Results');
  await page.keyboard.press('Control+k');
  await page.keyboard.type('m40');
  await page.keyboard.press('Enter');
  await page.reload();
  await solved(page);
  expect(page.url()).toContain('stage=results');
  await page.getByRole('row', { selected: true }).getByText('m40', { exact: true }).waitFor();
  await details().getByText('exact, not sampled').waitFor();
  await page.getByRole('tab', { name: 'Reactions' }).click();
  await page.getByRole('grid', { name: 'Reactions' }).getByText('n1', { exact: true }).first().waitFor();
});

test('undo and redo work across a reload, and a killed server loses no edit', async () => {
  await open('Tern Hide');
  await solved(page);
  await cell('m1').first().click();
  await details().getByLabel('Label').fill('Seaward post');
  await page.keyboard.press('Enter');
  await cell('Seaward post').waitFor();
  await page.getByText('saved').first().waitFor();
  await app.kill();
  await app.start();
  complaints.length = 0; // the browser reports what it asked of the dead server
  await page.reload();
  await solved(page);
  await cell('Seaward post').waitFor();
  await page.getByRole('button', { name: 'Undo' }).click();
  await cell('m1').first().waitFor();
  await page.reload();
  await solved(page);
  await page.getByRole('button', { name: 'Redo' }).click();
  await cell('Seaward post').waitFor();
  await page.getByRole('button', { name: 'History' }).click();
  await page
    .getByRole('dialog', { name: 'History' })
    .getByText('Redid: Changed label of member m1 to Seaward post')
    .waitFor();
  await page.getByRole('button', { name: 'Undo' }).click();
  await cell('m1').first().waitFor();
});

test('of two windows on one project, each is told what the other adds, and both keep it', async () => {
  await newProject('Two Windows');
  const other = await page.context().newPage();
  await other.goto(page.url());
  const add = async (window: Started['page'], label: string, height: string) => {
    await window.getByLabel('Name of a new storey').fill(label);
    await window.getByLabel('Place of a new storey').fill(height);
    await window.getByLabel('Place of a new storey').press('Enter');
    await window.getByLabel(`Name of storey ${label}`, { exact: true }).waitFor();
    await window.getByText('saved').first().waitFor();
  };
  await other.getByText(/rev \d+, saved/).waitFor();
  const told = other.getByText(/changed this project:/).waitFor();
  await add(page, 'Hall', '4');
  await told;
  await add(other, 'Loft', '7.5');
  await other.getByLabel('Name of storey Hall', { exact: true }).waitFor();
  await page.reload();
  await page.getByLabel('Name of storey Hall', { exact: true }).waitFor();
  await page.getByLabel('Name of storey Loft', { exact: true }).waitFor();
  await other.close();
});

test('a finding names the load past the end and mends it in one click', async () => {
  await open('Tern Hide');
  await solved(page);
  const model = (await (await page.request.get(`${page.url().split('?')[0]}/model.json`)).json()) as {
    settings: { name: string };
    loads: { id: string; to: number | null }[];
  };
  model.settings.name = 'Past the End';
  model.loads[0].to = 9;
  const path = join(app.folder, 'past-the-end.json');
  writeFileSync(path, JSON.stringify(model));
  await page.getByRole('link', { name: 'Elbow, all projects' }).click();
  await page.getByLabel('Model file').setInputFiles(path);
  await page.locator('[data-status="stopped"]').waitFor();
  await page.getByRole('button', { name: /^\d+ stops?/ }).click();
  const findings = page.getByRole('dialog', { name: 'Findings' });
  await findings.getByText(/Case SD: the load l1 on member m4 ends at 9.000 m, past the end at 2.530 m/).waitFor();
  await findings.getByRole('button', { name: 'Let it end at the end, 2.530 m' }).click();
  await solved(page);
  await findings.getByText('Nothing was found.').waitFor();
});

test('bad files are refused with reasons; unknown projects have a page that says so', async () => {
  const bad = join(app.folder, 'bad.json');
  writeFileSync(bad, '{"format": "elbow-model", "version": 1, "nodes": [');
  await page.getByLabel('Model file').setInputFiles(bad);
  await page.getByText(/cut off/).waitFor();
  writeFileSync(
    bad,
    readFileSync('core/exchange/samples/version-1.json', 'utf8').replace('"version": 1', '"version": 99'),
  );
  await page.getByLabel('Model file').setInputFiles(bad);
  await page.getByText(/of version 99; this Elbow reads up to version 20/).waitFor();
  await page.goto(`${app.address}/projects/nowhere`);
  await page.getByText('There is no project “nowhere”.').waitFor();
  // the browser's console reports the refusals, as it should
  expect(complaints.every((text) => /status of (404|422)/.test(text) || /404/.test(text))).toBe(true);
  complaints.length = 0;
});

test('projects are renamed, duplicated, binned and restored', async () => {
  await page.getByRole('button', { name: 'Duplicate Tern Hide' }).click();
  await page.getByRole('link', { name: 'Tern Hide, copy', exact: true }).waitFor();
  await page.getByRole('button', { name: 'Rename Tern Hide, copy' }).click();
  await page.getByLabel('New name').fill('Curlew Hide');
  await page.getByLabel('New name').press('Enter');
  await page.getByRole('link', { name: 'Curlew Hide', exact: true }).waitFor();
  await page.getByRole('button', { name: 'Bin Curlew Hide' }).click();
  await page.getByRole('link', { name: 'Curlew Hide', exact: true }).waitFor({ state: 'detached' });
  await page.getByRole('button', { name: /^Bin, 1/ }).click();
  await page.getByRole('button', { name: 'Restore' }).click();
  await page.getByRole('button', { name: 'Back to the projects' }).click();
  await page.getByRole('link', { name: 'Curlew Hide', exact: true }).waitFor();
});

test('members are selected by window, drawn between snapped points, isolated and deleted on the canvas', async () => {
  await open('Tern Hide');
  await solved(page);
  await page.getByRole('button', { name: /Elevations/ }).click();
  await page.getByRole('menuitem', { name: 'Grid A' }).click();
  await page.waitForTimeout(400);
  const drag = async (from: [number, number], to: [number, number]) => {
    await page.mouse.move(...from);
    await page.mouse.down();
    await page.mouse.move((from[0] + to[0]) / 2, (from[1] + to[1]) / 2, { steps: 3 });
    await page.mouse.move(...to, { steps: 3 });
    await page.mouse.up();
  };
  // to the right: what is inside; to the left: also what is touched
  await drag([300, 100], [900, 450]);
  await page.getByText('selected: 2 columns, 2 beams').waitFor();
  await drag([420, 330], [330, 260]);
  await page.getByText('selected: 1 column').waitFor();
  await page.keyboard.press('Escape');
  await page.mouse.click(361, 300);
  await page.getByRole('heading', { name: 'Column m1' }).waitFor();
  await page.keyboard.press('m');
  await page.getByText('selected: 2 columns').waitFor();
  await page.keyboard.press('Escape');

  // a brace from the left foot to the right eaves, snapped a few pixels off
  await page.keyboard.press('d');
  // a click in the open snaps to the drawing grid, and Escape takes it back
  await page.mouse.move(600, 250);
  await page.mouse.click(600, 260);
  await page.keyboard.press('Escape');
  await page.mouse.move(366, 420);
  await page.mouse.click(364, 419);
  await page.mouse.click(770, 190);
  await page.getByRole('heading', { name: 'Beam m6' }).waitFor();
  await page.keyboard.press('Escape');
  await page.keyboard.press('Escape');
  await page.keyboard.press('Control+z');
  await cell('m6').waitFor({ state: 'detached' });

  await cell('m1').first().click();
  // a letter typed in a table is no shortcut; Escape leaves the table
  await page.keyboard.press('Escape');
  await page.keyboard.press('i');
  await page.getByRole('button', { name: 'Bring all back' }).waitFor();
  await page.keyboard.press('i');
  await page.keyboard.press('Delete');
  await cell('m1').waitFor({ state: 'detached' });
  await page.keyboard.press('Control+z');
  await cell('m1').first().waitFor();
});
