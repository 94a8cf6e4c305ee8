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
const nothingSelected = async () => {
  await page.locator('.canvas-host').focus();
  await page.keyboard.press('Escape');
};
const model = async () =>
  (await (await page.request.get(`${page.url().split('?')[0]}/model.json`)).json()) as {
    members: {
      id: string;
      role: string;
      section: string;
      behaviour?: string;
      startConnection?: object;
      start: string;
      end: string;
    }[];
    nodes: { id: string; position: number[]; support?: object }[];
    groups: { label: string; members: string[] }[];
    sections: { id: string; name: string }[];
    acceptances: { reason: string }[];
    gridLines: { label: string }[];
  };
const saved = () => page.getByText(/rev \d+, saved/).waitFor();

async function newProject(name: string): Promise<void> {
  await page.getByRole('textbox', { name: 'Name', exact: true }).fill(name);
  await page.getByRole('button', { name: 'Make project' }).click();
  await page.getByRole('heading', { name }).waitFor();
  await page.getByText('Nothing is drawn yet').waitFor();
}

test('a braced steel frame of 3 × 2 bays and three storeys with a pitched roof, from an empty project', async () => {
  await newProject('Marram Boathouse');
  // the frame
  await page.getByRole('button', { name: 'Frame builder' }).first().click();
  const builder = page.getByRole('complementary', { name: 'Frame builder' });
  for (const [label, text] of [
    ['Bays along x', '3*6'],
    ['Bays along y', '2*5'],
    ['Storeys', '4, 2*3.5'],
    ['Columns', 'W10X49'],
    ['Beams along x', 'W14X30'],
    ['Beams along y', 'W12X26'],
  ])
    await builder.getByLabel(label).fill(text);
  await builder.getByLabel('Column material').fill('A992');
  await page.keyboard.press('Enter');
  await builder.getByText('48 nodes, 87 members, 12 supports').waitFor();
  await builder.getByRole('button', { name: 'Make frame' }).click();
  await solved(page);

  // the roof: two rafters drawn in the gable by typing, copied along
  await command('elevation on grid 1');
  await page.keyboard.press('d');
  const canvas = page.locator('.canvas-host');
  await canvas.focus();
  for (const place of ['0, 0, 11', '0, 5, 13', '0, 10, 11']) {
    await page.keyboard.type(place[0]);
    await page.getByLabel('Length, angle or coordinates').fill(place);
    await page.keyboard.press('Enter');
    await canvas.focus();
  }
  await page.keyboard.press('Escape');
  await page.keyboard.press('Escape');
  await page.getByRole('button', { name: 'Group' }).waitFor();
  await saved();
  const rafters = (await model()).members.slice(87).map((member) => member.id);
  expect(rafters).toHaveLength(2);
  await command(rafters[0]);
  await page.keyboard.press('Shift+G');
  await command(rafters[0]);
  await page.getByRole('grid', { name: 'Members' }).focus();
  await page.keyboard.press('Shift+ArrowDown');
  await page.getByText('selected: 2 beams').waitFor();
  await page.keyboard.press('Escape');
  await command('space');
  await command(rafters[0]);
  await page.getByRole('grid', { name: 'Members' }).focus();
  await page.keyboard.press('Shift+ArrowDown');
  await details().getByRole('button', { name: 'Copy', exact: true }).click();
  await details().getByLabel('along x').fill('6');
  await details().getByLabel('How many').fill('3');
  await details().getByText('6 members, 3 nodes').waitFor();
  await details().getByRole('button', { name: 'Copy', exact: true }).click();
  await page.getByRole('button', { name: 'Close Copy' }).click();

  // purlins over one slope
  await saved();
  const frame = await model();
  const place = (id: string) => frame.nodes.find((node) => node.id === id)!.position;
  const southern = frame.members
    .slice(87)
    .filter((member) => [member.start, member.end].every((id) => place(id)[1] < 5.01));
  expect(southern).toHaveLength(4);
  await command(southern[0].id);
  for (const member of southern.slice(1))
    await page.getByRole('gridcell', { name: member.id, exact: true }).click({ modifiers: ['Control'] });
  await page.getByText('selected: 4 beams').waitFor();
  await command('place secondary members');
  await details().getByLabel('Placed by').click();
  await page.getByTitle('number', { exact: true }).click();
  await details().getByLabel('Number', { exact: true }).fill('4');
  await details().getByText('12 purlins, 6.00 m, on 4 lines').waitFor();
  await details().getByRole('button', { name: 'Place members' }).click();
  await page.getByText('selected: 12 beams').waitFor();

  // bracing: the bays are lit, two of the front are clicked
  await nothingSelected();
  await command('elevation on grid A');
  await command('brace bays');
  await page.waitForTimeout(500);
  const bounds = (await canvas.boundingBox())!;
  await page.mouse.click(bounds.x + 567, bounds.y + 160);
  await details()
    .getByText(/2 braces, \d\.\d\d m, tension only, in 1 bay/)
    .waitFor();
  await details().getByRole('button', { name: 'Brace', exact: true }).click();
  await details().getByRole('button', { name: 'Close Brace bays' }).click();
  await saved();
  const braced = await model();
  expect(braced.members.filter((member) => member.role === 'brace' && member.behaviour === 'tension')).toHaveLength(2);
  expect(braced.members.filter((member) => member.startConnection)).toHaveLength(12);
  await solved(page);

  // every act is one step back
  await page.keyboard.press('Control+z');
  await page.getByText('selected: 2 braces').waitFor({ state: 'detached' });
  await saved();
  expect((await model()).members.filter((member) => member.role === 'brace')).toHaveLength(0);
});

test('the ledger is typed in, pasted into and filled down, and says on the cell what it cannot take', async () => {
  await newProject('Oxlip Sports Hall');
  await page.getByRole('tab', { name: 'Nodes' }).click();
  const grid = (name: string) => page.getByRole('grid', { name, exact: true });
  await grid('Nodes').focus();
  const paste = async (text: string) => {
    await page.evaluate((words) => navigator.clipboard.writeText(words), text);
    await page.keyboard.press('Control+v');
  };
  await paste(
    'Node\tx [m]\ty [m]\tz [m]\tSupport\n\t0\t0\t0\tfixed\n\t6 m\t0\t0\tpinned\n\t0\t0\t3500 mm\t\n\t6\t0\t3.5\t',
  );
  await page.getByRole('row').filter({ hasText: 'n4' }).waitFor();
  await page.getByRole('tab', { name: 'Members' }).click();
  await grid('Members').focus();
  await paste(
    '\tcolumn\t\tn1\tn3\t\tHEB 200\tS355\n\tcolumn\t\tn2\tn4\t\tHEB 200\tS355\n\tbeam\t\tn3\tn9\t\tIPE 300\tS355',
  );
  await page.getByText(/1 cell could not be taken: There is no node “n9”/).waitFor();
  await page.getByRole('row').filter({ hasText: 'm2' }).waitFor();
  await saved();
  expect((await model()).members).toHaveLength(2);
  // a third member typed: its nodes, then its section filled down from the others
  await page.keyboard.press('Control+End');
  await page.keyboard.press('Home');
  await paste('\tbeam\t\tn3\tn4');
  await page.getByRole('row').filter({ hasText: 'm3' }).waitFor();
  // sorted by role the beam comes first; its section is changed by typing
  await page.getByRole('columnheader', { name: 'Role' }).getByRole('button').click();
  await page.getByRole('gridcell', { name: 'HEB 200' }).first().dblclick();
  await page.getByLabel('Section of m3').fill('IPE 3000');
  await page.keyboard.press('Enter');
  await page.getByText(/“IPE 3000” is not a section Elbow knows/).waitFor();
  await page.keyboard.type('IPE 300');
  await page.keyboard.press('Enter');
  await page.getByRole('gridcell', { name: 'IPE 300' }).waitFor();
  await saved();
  const made = await model();
  expect(made.sections.map((section) => section.name).sort()).toEqual(['HEB 200', 'IPE 300']);
  expect(made.nodes.filter((node) => node.support)).toHaveLength(2);
  await solved(page);
  // a group, by selecting and by name
  await page.keyboard.press('Escape');
  await command('select all members');
  await command('group the selected');
  await details().getByLabel('Name').fill('Portal');
  await details().getByRole('button', { name: 'Group', exact: true }).click();
  await saved();
  expect((await model()).groups).toMatchObject([{ label: 'Portal', members: ['m1', 'm2', 'm3'] }]);
  await nothingSelected();
  await page.keyboard.press('s');
  await page
    .getByRole('dialog', { name: 'Select by' })
    .getByRole('button', { name: /^Portal/ })
    .click();
  await page.getByText('selected: 2 columns, 1 beam', { exact: true }).waitFor();
});

test('findings are mended by kind and accepted with a reason; hidden things come back; a view is kept', async () => {
  await page.getByRole('table').getByRole('link', { name: 'Quillhaven Library', exact: true }).click();
  await solved(page);
  await command('Rigid floors (diaphragms) of storeys');
  await details().getByLabel('Floor of Storey 1', { exact: true }).click();
  await page.getByTitle('rigid', { exact: true }).last().click();
  await page.getByRole('button', { name: '1 remark', exact: true }).click();
  const findings = page.getByRole('dialog', { name: 'Findings' });
  await findings.getByText(/ties nodes of slab First floor/).waitFor();
  const accept = async (reason: string) => {
    await findings.getByRole('button', { name: 'Accept …' }).click();
    await findings.getByLabel('Why it may stand').fill(reason);
    await page.keyboard.press('Enter');
  };
  await accept('To see what it does');
  await findings.getByText(/Accepted: To see what it does/).waitFor();
  await findings.getByRole('button', { name: 'Take back' }).click();
  await page.getByRole('button', { name: '1 remark', exact: true }).waitFor();
  await accept('Line loads stand for it');
  await page.getByRole('button', { name: '0 findings' }).waitFor();
  await saved();
  expect((await model()).acceptances).toMatchObject([{ reason: 'Line loads stand for it' }]);
  await findings.getByRole('button', { name: 'Close Findings' }).click();

  await page.keyboard.press('s');
  await page
    .getByRole('dialog', { name: 'Select by' })
    .getByRole('button', { name: /^Purlins/ })
    .click();
  await page.keyboard.press('Escape');
  await page.keyboard.press('Shift+H');
  await page.keyboard.press('y');
  const display = page.getByRole('region', { name: 'Labels, colours, snaps and views' });
  await display.getByRole('button', { name: /Show 52 hidden/ }).waitFor();
  await display.getByLabel('Name of a view to keep').fill('Without purlins');
  await page.keyboard.press('Enter');
  await display.getByRole('button', { name: /Show 52 hidden/ }).click();
  await display.getByRole('button', { name: 'Without purlins', exact: true }).click();
  await display.getByRole('button', { name: /Show 52 hidden/ }).waitFor();
  await display.getByRole('combobox', { name: 'Colours' }).click();
  await page.getByTitle('by section').click();
  await page
    .getByRole('list', { name: 'Colours by section' })
    .getByRole('button', { name: /450 × 450/ })
    .click();
  await page.getByText('selected: 64 columns').waitFor();
});

test('nodes are stretched by dragging, storeys raised with what stands on them, points typed while drawing, distances and angles measured', async () => {
  await page.getByRole('table').getByRole('link', { name: 'Tern Hide', exact: true }).click();
  await solved(page);
  await command('elevation on grid A');
  await page.waitForTimeout(500);
  const at = async (id: string) => (await model()).nodes.find((node) => node.id === id)!.position;
  // the ridge is selected, dragged up along the drawing grid, and taken back
  const bounds = (await page.locator('.canvas-host').boundingBox())!;
  await command('n5');
  await page.getByRole('heading', { name: 'Node n5' }).waitFor();
  const before = await at('n5');
  const ridge = { x: bounds.x + 567, y: bounds.y + 76 };
  let found = false;
  for (let y = 60; y < 130 && !found; y += 6) {
    await page.mouse.move(ridge.x, bounds.y + y);
    await page.mouse.down();
    await page.mouse.move(ridge.x + 60, bounds.y + y + 40, { steps: 4 });
    await page.mouse.up();
    await page.waitForTimeout(250);
    await saved();
    const now = await at('n5');
    found = Math.abs(now[0] - before[0]) > 0.05;
    if (!found) await command('n5');
  }
  expect(found).toBe(true);
  const moved = await at('n5');
  expect(moved[1]).toBe(0);
  expect(Math.abs(moved[0] * 10 - Math.round(moved[0] * 10))).toBeLessThan(1e-6);
  await page.keyboard.press('Control+z');
  await page.waitForTimeout(400);
  await saved();
  expect(await at('n5')).toEqual(before);

  // a storey raised from its field: previewed, then carried out with its nodes
  await nothingSelected();
  await nothingSelected();
  const eaves = details()
    .getByLabel(/^Height of storey/)
    .first();
  const height = Number(await eaves.inputValue());
  await eaves.fill(String(height + 0.4));
  await page.keyboard.press('Enter');
  await details()
    .getByText(/move up by 0\.400 m/)
    .waitFor();
  await details().getByRole('button', { name: 'Set the height' }).click();
  await saved();
  expect((await at('n3'))[2]).toBeCloseTo(3, 6);

  // a brace by typing both its ends, a length along the cursor refused without one
  await page.keyboard.press('d');
  await page.locator('.canvas-host').focus();
  await page.keyboard.type('n');
  await page.getByLabel('Length, angle or coordinates').fill('n1');
  await page.keyboard.press('Enter');
  await page.locator('.canvas-host').focus();
  await page.keyboard.type('4');
  await page.getByLabel('Length, angle or coordinates').fill('4.8, 3');
  await page.keyboard.press('Enter');
  await saved();
  const last = (await model()).members.at(-1)!;
  expect([last.start, last.end]).toEqual(['n1', 'n4']);

  // measured from foot to foot and up, with the angle between
  await page.keyboard.press('Escape');
  await page.keyboard.press('Escape');
  await command('measure a distance');
  for (const node of ['n1', 'n2', 'n4']) {
    await page.locator('.canvas-host').focus();
    await page.keyboard.type('n');
    await page.getByLabel('Length, angle or coordinates').fill(node);
    await page.keyboard.press('Enter');
  }
  await page
    .getByRole('status')
    .filter({ hasText: '3.000 m Δx 0.000 m Δy 0.000 m Δz 3.000 m ∠ 90.0°' })
    .waitFor({ state: 'attached' });
});
