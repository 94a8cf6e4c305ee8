import ExcelJS from 'exceljs';
import { readFileSync } from 'node:fs';
import { chooseIn, solved } from './harness';
import { inBrowser, type Started } from './in-browser';

let app: Started['app'];
let page: Started['page'];
inBrowser(true, (started) => {
  ({ app, page } = started);
});

const panel = (name: string | RegExp) => page.getByRole('complementary', { name });
const details = () => page.getByRole('complementary', { name: 'Details' });
const saved = () => page.getByText(/^rev \d+, saved$/).waitFor();
const command = async (words: string) => {
  await page.keyboard.press('Control+k');
  await page.getByRole('combobox', { name: 'Search or command' }).fill(words);
  await page.keyboard.press('Enter');
};
async function open(name: string, stage = 'results'): Promise<void> {
  const address = await page.getByRole('table').getByRole('link', { name, exact: true }).getAttribute('href');
  await page.goto(`${app.address}${address}?stage=${stage}`);
  await solved(page);
}
const reload = async () => {
  await page.reload();
  await solved(page);
};
/** A number as the screen writes it: true minus, thin spaces, units after it. */
const read = (text: string | null) =>
  Number(
    (text ?? '')
      .replaceAll('\u2212', '-')
      .replaceAll('\u2009', '')
      .replace(/[^\d.eE+-].*$/, ''),
  );

/** Gives the selected members another section in the Frame stage. */
async function giveSection(member: string, section: string): Promise<void> {
  await command('go to stage frame');
  await command(member);
  await page.keyboard.press('m');
  await details().getByLabel('Section', { exact: true }).fill(section);
  await page.keyboard.press('Enter');
  await saved();
  await solved(page);
}

test('a study of three beam depths: two branches, the watch list across all three as a table and a chart, kept over a reload', async () => {
  await open('Quillhaven Library');
  await details().getByRole('button', { name: 'worst utilisation' }).click();
  await details().getByRole('button', { name: 'base moment y' }).click();
  await details().getByRole('button', { name: 'weight' }).click();
  const watch = page.getByRole('region', { name: 'Watch list' });
  await watch.getByText('weight of the case with self-weight').waitFor();
  await command('m145');
  await command('page of the selected');
  await panel('Page of m145').getByRole('button', { name: 'Watch My' }).click();
  await watch.getByText(/^My in m145/).waitFor();

  for (const [name, depth] of [
    ['Deeper beams', '400 x 750'],
    ['Shallower beams', '400 x 550'],
  ] as const) {
    await command('variants: branch');
    await panel('Variants').getByLabel('Name of the new variant').fill(name);
    await panel('Variants').getByRole('button', { name: 'Branch and open it' }).click();
    await page.getByRole('button', { name: `Variant ${name}` }).waitFor();
    await solved(page);
    await giveSection('m145', depth);
    if (name === 'Deeper beams') {
      // what was there before the last edit stands beside it
      await watch
        .getByRole('row', { name: /^weight/ })
        .getByText(/^\+/)
        .waitFor();
      await page.getByRole('button', { name: `Variant ${name}` }).click();
      await page.getByRole('menuitem', { name: 'Main', exact: true }).click();
      await page.getByRole('button', { name: 'Variant Main' }).waitFor();
      await solved(page);
    }
  }
  await command('variants: branch');
  const table = panel('Variants').getByRole('table', { name: 'Watched quantities in all variants' });
  const row = (words: string | RegExp) => table.getByRole('row', { name: words });
  const values = async (words: string | RegExp) => {
    const cells = row(words).getByRole('cell').locator('b');
    for (let i = 0; i < 600 && (await cells.allTextContents()).some((text) => text === '…'); i++)
      await page.waitForTimeout(100);
    return (await cells.allTextContents()).map(read);
  };
  // 2.4 t/m³ of concrete more or less: the order of the weights is that of the depths
  const [main, deeper, shallower] = await values(/^weight/);
  expect(deeper).toBeGreaterThan(main);
  expect(main).toBeGreaterThan(shallower);
  expect(deeper - main).toBeCloseTo(main - shallower, 0);
  // a stiffer beam draws more moment
  const moments = (await values(/^My in m145/)).map(Math.abs);
  expect(moments[1]).toBeGreaterThan(moments[2]);
  await table.getByRole('button', { name: /^weight/ }).click();
  await panel('Variants')
    .getByRole('figure', { name: /weight.*Main.*Deeper beams.*Shallower beams/ })
    .locator('.recharts-bar-rectangle')
    .nth(2)
    .waitFor();
  // kept: after a reload the same numbers come from the server
  await reload();
  expect(await values(/^weight/)).toEqual([main, deeper, shallower]);
  const runs = (await (await page.request.get(`${page.url().split('?')[0]}/runs`)).json()) as {
    runs: { variantName: string; status: string }[];
  };
  expect(runs.runs.filter((run) => run.status === 'done').map((run) => run.variantName)).toEqual(
    expect.arrayContaining(['Main', 'Deeper beams']),
  );

  // one variant against another: what differs in words, numbers with ratio, and one of the changes taken over
  const line = panel('Variants').getByRole('row', { name: /^Deeper beams/ });
  await line.getByRole('button', { name: 'Compare' }).click();
  const comparison = panel('Comparison');
  // both branches made a section under the next free id: it is that section which differs
  await comparison.getByText(/^section 400 × 550: name 400 × 550 → 400 × 750/).waitFor();
  await page.getByRole('group', { name: 'View 2' }).getByText('Deeper beams', { exact: true }).waitFor();
  const compared = comparison.getByRole('table', { name: 'Compared results' });
  const first = await compared.getByRole('row').nth(1).getByRole('cell').allTextContents();
  expect(read(first[2]) - read(first[1])).toBeCloseTo(read(first[3].replace('+', '')), 0);
  await comparison.getByRole('button', { name: 'As a difference' }).click();
  await page.getByRole('group', { name: 'View 2' }).getByText('Shallower beams less Deeper beams').waitFor();
  await comparison.getByLabel(/^section 400 × 550: name/).check();
  await comparison.getByRole('button', { name: 'Take 1 change over into this model' }).click();
  await saved();
  await solved(page);
  await comparison.getByText('Nothing: both describe the same structure and loads.').waitFor();
}, 600000);

const choose = async (words: string) => {
  await panel('Comparison').getByLabel('Compare with').click();
  await page.keyboard.type(words);
  await page.keyboard.press('Enter');
};

test('a case against a case, and first order against second', async () => {
  await open('Quillhaven Library');
  await page.getByRole('button', { name: /^U2, / }).click();
  await command('compare with a variant');
  const comparison = panel('Comparison');
  await choose('Case S,');
  await page.getByRole('heading', { name: 'Compared with Case S' }).waitFor();
  await page.getByRole('group', { name: 'View 2' }).getByText('Case S', { exact: true }).first().waitFor();
  await comparison.getByText(/of \d+ numbers differ/).waitFor();
  await choose('second order');
  // the whole library in second order: minutes on a machine with other work
  await page.getByRole('heading', { name: 'Compared with second order' }).waitFor({ timeout: 300000 });
  await chooseIn(page, comparison.getByLabel('What to compare'), 'storeys');
  // notional loads along x: every storey drifts more in second order, so that the first over the second is below one
  const ratios = (
    await comparison
      .getByRole('table', { name: 'Compared results' })
      .getByRole('row')
      .nth(1)
      .getByRole('cell')
      .allTextContents()
  ).map(read);
  expect(ratios[4]).toBeLessThan(1);
  expect(ratios[4]).toBeGreaterThan(0.8);
});

test('the model against an earlier revision, and a branch that leaves from it', async () => {
  await open('Tern Hide');
  await giveSection('m1', 'HEB 200');
  await command('compare with a variant');
  await choose('Generated');
  await page.getByRole('heading', { name: /Compared with revision \d+/ }).waitFor();
  await panel('Comparison')
    .getByText(/^column m1: section HEB 200 → W6X9$/)
    .waitFor();
  await panel('Comparison').getByRole('button', { name: 'Stop comparing' }).click();
  await page.getByRole('group', { name: 'View 2' }).waitFor({ state: 'detached' });
  const before = await page.getByText(/^rev \d+, saved$/).textContent();
  await command('show the history');
  await page
    .getByRole('button', { name: /^Branch a variant from: / })
    .nth(1)
    .click();
  await page.getByRole('button', { name: /^Variant From revision/ }).waitFor();
  await page.getByText('rev 1, saved').waitFor();
  expect(before).not.toBe('rev 1, saved');
});

test('an imbalance and a mechanism can be asked why they are here', async () => {
  await open('Tern Hide');
  await page
    .getByRole('button', { name: /off by .*: why is this here\?$/ })
    .first()
    .click();
  await panel(/^What is left over in/)
    .getByText(/The equations are met to/)
    .waitFor();
  await command('go to stage frame');
  const model = (await (await page.request.get(`${page.url().split('?')[0]}/model.json`)).json()) as {
    nodes: { id: string; support?: object }[];
  };
  await page.keyboard.press('Escape');
  const [foot] = model.nodes.filter((one) => one.support);
  await command(foot.id);
  await details().getByText('free', { exact: true }).click();
  await saved();
  await page.getByText('analysis stopped').waitFor();
  await page
    .getByRole('button', { name: /^\d+ stops?/ })
    .first()
    .click();
  await page.getByRole('button', { name: 'Why is this here?' }).first().click();
  await page.getByText(/^Node n\d+ has no support of its own\.$/).waitFor();
  await page.getByText(/nodes move together: n/).waitFor();
  await page.keyboard.press('Escape');
  await page.locator('.canvas-host').focus();
  await page.keyboard.press('Control+z');
  await solved(page);
  await saved();
});

test('results are kept under a name, and a run on the server goes its way; both open later as they were', async () => {
  await open('Tern Hide');
  await command('runs: keep');
  const runs = panel('Recorded runs');
  await runs.getByLabel('Name of the run').fill('As submitted');
  await runs.getByRole('button', { name: 'Keep what is on screen' }).click();
  await runs.getByText('As submitted', { exact: true }).waitFor();
  await runs.getByRole('button', { name: 'Run on the server' }).click();
  await runs
    .getByText(/^done in .* MB$/)
    .nth(1)
    .waitFor({ timeout: 120000 });
  await runs.getByText(/by the server/).waitFor();
  await giveSection('m1', 'HEB 220');
  await reload();
  await command('runs: keep');
  const item = runs.getByRole('listitem').filter({ hasText: 'As submitted' });
  await item.getByRole('button', { name: 'Compare' }).click();
  await page.getByRole('heading', { name: 'Compared with As submitted' }).waitFor();
  await panel('Comparison')
    .getByText(/m1: section HEB 220 → /)
    .waitFor();
});

test('a page of a member, of a storey and why a node moves have addresses of their own and answer in numbers that add up', async () => {
  await open('Quillhaven Library');
  await page.getByRole('button', { name: /^U2, / }).click();
  await command('m145');
  await command('page of the selected');
  await page.waitForURL((url) => url.searchParams.get('page') === 'member m145');
  await reload();
  const member = panel('Page of m145');
  await member.getByRole('heading', { name: 'What makes up' }).waitFor();
  await member.getByRole('button', { name: 'Member after it on the line' }).click();
  await panel('Page of m146').waitFor();
  await command('page of storey storey 2');
  await panel('Page of storey Storey 2')
    .getByText(/Centre of stiffness at x/)
    .waitFor();
  await panel('Page of storey Storey 2')
    .getByText(/^Nonsway by ACI|Nonsway by ACI/)
    .first()
    .waitFor();
  await panel('Page of storey Storey 2').getByRole('button', { name: 'Why does it drift in x?' }).click();
  const why = panel(/^Why n\d+ moves$/);
  await why
    .getByRole('row', { name: /^together/ })
    .nth(1)
    .waitFor();
  const shares = (
    await why
      .getByRole('table')
      .nth(1)
      .getByRole('row')
      .evaluateAll((rows) => rows.map((row) => [...row.querySelectorAll('td')].map((cell) => cell.textContent ?? '')))
  ).filter((cells) => cells.length > 0);
  // the movement stands after what a slab is thick
  const amounts = shares.map((cells) => read([...cells].reverse().find((cell) => /\d (mm|in)$/.test(cell)) ?? '0'));
  const total = amounts.pop()!;
  // each is rounded to a hundredth of a millimetre
  expect(Math.abs(amounts.reduce((sum, one) => sum + one, 0) - total)).toBeLessThan(0.01 * amounts.length);
});

test('ledgers of results are filtered, and screen, CSV, XLSX and the report’s tables hold one number', async () => {
  await open('Quillhaven Library');
  await page.getByRole('button', { name: 'Env, envelope of the strength combinations' }).click();
  await page.getByRole('tab', { name: 'Extremes' }).click();
  await page.getByLabel('How many').click();
  await page.getByTitle('worst 5', { exact: true }).click();
  const grid = page.getByRole('grid', { name: 'Extremes of My by member' });
  await page.getByText('5 rows', { exact: true }).waitFor();
  const first = await grid.getByRole('row').nth(1).getByRole('gridcell').allTextContents();
  const download = async (name: string) => {
    const [file] = await Promise.all([
      page.waitForEvent('download'),
      page.getByRole('group', { name: 'Filter' }).getByRole('button', { name }).click(),
    ]);
    return (await file.path())!;
  };
  const csv = readFileSync(await download('CSV'), 'utf8')
    .replace('\ufeff', '')
    .split('\r\n');
  expect(csv[0]).toContain('"My, kN·m"');
  const cells = csv[1].split(',');
  expect(Number(cells[3]).toFixed(1)).toBe(read(first[3]).toFixed(1));
  const workbook = new ExcelJS.Workbook();
  await workbook.xlsx.readFile(await download('XLSX'));
  const row = workbook.worksheets[0].getRow(5);
  expect(row.getCell(4).value).toBe(Number(cells[3]));
  expect(row.getCell(6).value).toBe(first[5]);
  // and what the report prints
  const address = page.url().split('?')[0];
  const report = (await (
    await page.request.get(
      `${address}/report.json?chapters=results&worst=5&results=${encodeURIComponent('{"kind":"envelope","purpose":"strength"}')}`,
      { timeout: 60000 },
    )
  ).json()) as { chapters: { blocks: { kind: string; columns?: { title: string }[]; rows?: string[][] }[] }[] };
  const printed = report.chapters[0].blocks.find(
    (block) => block.kind === 'table' && block.columns![3].title === 'My, kN·m',
  )!;
  expect(printed.rows![0].slice(3, 6)).toEqual(first.slice(3, 6));
  const book = new ExcelJS.Workbook();
  const bytes = await (await page.request.get(`${address}/report.xlsx?worst=5`, { timeout: 120000 })).body();
  await book.xlsx.load(bytes as unknown as ArrayBuffer);
  expect(book.getWorksheet('Extremes of My by member')!.getRow(5).getCell(4).value).toBe(Number(cells[3]));
  await page.getByRole('tab', { name: 'Extremes' }).click();
  await page.getByLabel('Rows by').click();
  await page.getByTitle('by combination').click();
  await page.getByRole('grid', { name: 'Extremes of My by combination' }).waitFor();
});

test('the canvas draws stress, drift and reactions, colours by value between typed ends, sets of cases, four linked views, and swings', async () => {
  await open('Tern Hide');
  const quantity = async (title: string) => {
    await page.getByLabel('Quantity').first().fill(title);
    await page.locator('.ant-select-item-option-content', { hasText: title }).first().click();
  };
  await page.getByRole('button', { name: /^U1, / }).click();
  await page.getByRole('button', { name: /^U2, / }).click({ modifiers: ['Control'] });
  await page.getByText('Set of 2', { exact: true }).waitFor();
  await quantity('Normal stress');
  await page.getByText(/1 m = .* MPa/).waitFor();
  await command('how results are drawn');
  const card = page.getByRole('region', { name: 'How results are drawn' });
  await card.getByText('colours', { exact: true }).click();
  await card.getByLabel('Colours to').fill('50 MPa');
  await page.keyboard.press('Enter');
  await page.getByRole('button', { name: /Colours from .* to 50\.0 MPa; change/ }).waitFor();
  await card.getByText('diagram', { exact: true }).click();
  await card.getByLabel('MPa to 1 m').fill('100');
  await page.keyboard.press('Enter');
  await page.getByText(/1 m = 100\.0 MPa/).waitFor();
  await page.keyboard.press('Escape');
  await page.getByRole('button', { name: /^S, / }).click();
  await quantity('Storey drift');
  await page.getByText(/drawn .* times/).waitFor();
  await page.getByRole('button', { name: 'Animate' }).click();
  await page.getByRole('button', { name: 'Stop' }).click();
  await page.getByTitle('Views side by side').click();
  await page.getByRole('menuitem', { name: /^Four: My/ }).click();
  await page
    .getByRole('group', { name: 'View 4' })
    .getByText(/Deflected shape/)
    .waitFor();
  expect(await page.locator('.canvas-host').count()).toBe(4);
  const [picture] = await Promise.all([page.waitForEvent('download'), command('save a picture of the view as svg')]);
  expect(readFileSync((await picture.path())!, 'utf8')).toMatch(/^<svg[^]*Moment My, Case S[^]*1 m = /);
  const [pixels] = await Promise.all([page.waitForEvent('download'), command('save a picture of the view as png')]);
  expect(
    readFileSync((await pixels.path())!)
      .subarray(1, 4)
      .toString(),
  ).toBe('PNG');
});

test('the plausibility sheet answers for a model by itself, and the report is composed, previewed and made', async () => {
  await open('Quillhaven Library');
  await command('is it plausible');
  const sheet = panel('Plausibility sheet');
  await sheet.getByText('Do the reactions carry the loads?').waitFor();
  await sheet.getByText(/T₁ = \d/).waitFor();
  await sheet
    .getByText(/^The top moves by/)
    .nth(1)
    .waitFor();
  await sheet.getByText('Signature').waitFor();
  await sheet.getByRole('button', { name: 'Close the page' }).click();
  await command('go to stage report');
  await details().getByText('brief', { exact: true }).click();
  await details().getByRole('button', { name: 'Add a picture' }).click();
  await details().getByText('Title block').click();
  await details().getByLabel('Made by').fill('A. Reader');
  await details().getByLabel('Checked by').fill('B. Writer');
  await details().getByLabel('Number').focus();
  await saved();
  await solved(page);
  await details().getByRole('button', { name: 'Preview' }).click();
  const preview = panel('Preview of the report');
  await preview.getByText('B. Writer').waitFor({ timeout: 120000 });
  await preview.getByRole('heading', { name: /Pictures/ }).waitFor();
  await preview.getByRole('img').first().waitFor();
  await preview.getByRole('button', { name: 'Close the page' }).click();
  const pdf = await page.request.get(
    `${app.address}${(await details().getByRole('link', { name: 'Make the PDF' }).getAttribute('href'))!}`,
    { timeout: 120000 },
  );
  expect((await pdf.body()).subarray(0, 5).toString()).toBe('%PDF-');
});
