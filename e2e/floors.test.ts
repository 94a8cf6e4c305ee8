import type { Locator } from 'playwright-core';
import { chooseIn, solved } from './harness';
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
const corners = ['First', 'Second', 'Third', 'Fourth', 'Fifth', 'Sixth'];
async function outline(places: readonly string[]): Promise<void> {
  for (const [i, at] of places.entries()) await fill(`${corners[i]} corner`, at);
  await details().getByRole('button', { name: 'Keep the slab' }).click();
}
/** Clicks between beams and columns, where only the slab is under the pointer, until it is shown. */
async function clickSlab(shown: Locator): Promise<void> {
  const canvas = (await page.locator('.canvas-host').boundingBox())!;
  for (const [x, y] of [
    [0.34, 0.35],
    [0.36, 0.37],
    [0.38, 0.4],
    [0.42, 0.33],
  ]) {
    await page.mouse.click(canvas.x + x * canvas.width, canvas.y + y * canvas.height);
    const isShown = await shown.waitFor({ timeout: 1500 }).then(
      () => true,
      () => false,
    );
    if (isShown) return;
  }
}
const revision = (number: number) => page.getByText(`rev ${number}, saved`).waitFor();
interface ModelFile {
  slabs: { id: string; behaviour?: string; material: string; openings?: string[][]; thickness: number }[];
  materials: { id: string; kind: string; density: number }[];
}
const model = async () =>
  (await (await page.request.get(`${page.url().split('?')[0]}/model.json`)).json()) as ModelFile;

test('a floor alone: an L with an opening on two edges, from an empty project to contours', async () => {
  await page.getByRole('textbox', { name: 'Name', exact: true }).fill('Curlew Plate');
  await page.getByRole('button', { name: 'Make project' }).click();
  await page.getByText('Nothing is drawn yet').waitFor();
  await command('Outline a slab');
  await outline(['0, 0, 0', '10, 0, 0', '10, 4, 0', '6, 4, 0', '6, 8, 0', '0, 8, 0']);
  await revision(2);
  await page.getByText('Nothing is drawn yet').waitFor({ state: 'detached' });
  // without a support it is said what is missing
  await page.getByText('analysis stopped').waitFor();
  // the opening is made in it
  await details().getByLabel('Opening in', { exact: true }).click();
  await page.getByTitle('b1', { exact: true }).last().click();
  await outline(['2, 2, 0', '4, 2, 0', '4, 3.5, 0', '2, 3.5, 0']);
  await revision(3);
  for (const [i, to] of ['10, 0, 0', '0, 8, 0'].entries()) {
    await command('Support a slab edge');
    await fill('From', '0, 0, 0');
    await fill('To', to);
    await details().getByRole('button', { name: 'Keep the support' }).click();
    await revision(4 + i);
  }
  await solved(page);
  const { slabs, materials } = await model();
  expect(slabs).toHaveLength(1);
  expect(slabs[0]).toMatchObject({ behaviour: 'shell', thickness: 0.2 });
  const concrete = materials.find(({ id }) => id === slabs[0].material)!;
  expect(concrete.kind).toBe('concrete');
  // its weight, 10 × 8 less the notch of 4 × 4 and the opening of 2 × 1.5, is what the supports give back
  const weight = ((80 - 16 - 3) * 0.2 * concrete.density * 9.80665) / 1000;
  await command('Draw: Slab moment my');
  await page.getByText('by colour, kN·m/m, + tension at bottom').waitFor();
  await page.getByRole('button', { name: /^Colours from .* kN·m\/m; change$/ }).waitFor();
  await details()
    .getByText(`−${weight.toFixed(1)}`)
    .waitFor();
  // a mesh that is looked at, and what it carries as numbers
  await page.getByRole('button', { name: /^Colours from/ }).click();
  await page.getByRole('checkbox', { name: 'elements of slabs and walls' }).check();
  await page.getByRole('button', { name: 'Close how results are drawn' }).click();
  await page.getByRole('tab', { name: 'Slabs and walls' }).click();
  const row = page.locator('.ledger-row').filter({ hasText: 'b1' });
  await row.waitFor();
  expect(await row.count()).toBe(1);
});

test('a slab that only carries loads is offered its analysis; what a rigid floor over it does is told with its cure', async () => {
  await page.goto(page.url().replace(/projects?\/.*/, ''));
  await page.getByRole('table').getByRole('link', { name: 'Quillhaven Library', exact: true }).click();
  await solved(page);
  await command('Plan of Storey 1');
  // away from beams and columns there is only the slab under the pointer
  await page.keyboard.press('Escape');
  const ring = details().getByText('Slab First floor');
  await clickSlab(ring);
  // drawn before slabs were analysed: it only carries loads, and says so
  await details().getByLabel('Analysed as', { exact: true }).click();
  await page.getByTitle('carries loads to its edges, not analysed', { exact: true }).last().click();
  await solved(page);
  await page.getByRole('button', { name: /1 remark/ }).click();
  await page.getByRole('button', { name: 'Analyse it as a shell' }).click();
  await solved(page);
  expect((await model()).slabs.map(({ behaviour }) => behaviour)).toEqual(['shell']);
  // a rigid floor over it keeps it from stretching
  await command('Rigid floors (diaphragms) of storeys');
  await details().getByLabel('Floor of Storey 1', { exact: true }).click();
  await page.getByTitle('rigid', { exact: true }).last().click();
  await solved(page);
  await page
    .getByText(/ties nodes of slab First floor, which is meshed/)
    .first()
    .waitFor();
  await page.getByRole('button', { name: /^Delete diaphragm/ }).click();
  await solved(page);
  await page.getByRole('button', { name: /0 findings/ }).waitFor();
  // modes would be wrong without its mass: they are not run, and say why
  await command('Draw: Slab movement w');
  await page.getByRole('button', { name: /^Colours from .* mm; change$/ }).waitFor();
});

const choose = (label: string, title: string) => chooseIn(page, details().getByLabel(label, { exact: true }), title);

test('a pitched roof on a wall with an opening: outlines by typed sizes, a force on the slope, stresses in colours', async () => {
  await page.getByRole('textbox', { name: 'Name', exact: true }).fill('Sedge Shed');
  await page.getByRole('button', { name: 'Make project' }).click();
  await page.getByText('Nothing is drawn yet').waitFor();
  // a wall of 6 × 3 m with a door, by sizes
  await command('Outline a wall');
  await choose('By', 'a rectangle');
  await fill('First corner', '0, 0, 0');
  await fill('or long', '6');
  await fill('and high', '3');
  await details().getByRole('button', { name: 'Keep the wall' }).click();
  await revision(2);
  await choose('Opening in', 'w1');
  await fill('First corner', '2, 0, 0.5');
  await fill('or long', '1.2');
  await fill('and high', '2');
  await details().getByRole('button', { name: 'Keep the wall' }).click();
  await revision(3);
  // a slope on the wall's head up to a ridge, and its foot and ridge held
  await command('Outline a slab');
  await choose('By', 'its corners');
  await outline(['0, 0, 3', '6, 0, 3', '6, 4, 5', '0, 4, 5']);
  await revision(4);
  for (const [i, [from, to]] of [
    ['0, 0, 0', '6, 0, 0'],
    ['0, 4, 5', '6, 4, 5'],
  ].entries()) {
    await command('Support a slab edge');
    await fill('From', from);
    await fill('To', to);
    await details().getByRole('button', { name: 'Keep the support' }).click();
    await revision(5 + i);
  }
  await solved(page);
  // a force in the middle of the slope, in a case of its own
  await command('Add a load case');
  await command('Put a force at a place of a slab');
  await fill('Place', '3, 2, 4');
  await fill('F z', '-20');
  await details().getByRole('button', { name: 'Put the force' }).click();
  await solved(page);
  const { walls, slabs } = (await model()) as unknown as Record<string, { openings?: string[][] }[]>;
  expect([walls.length, walls[0].openings?.length, slabs.length]).toEqual([1, 1, 1]);
  await command('Draw: Slab stress, bottom');
  await page.getByRole('button', { name: /^Colours from .* MPa; change$/ }).waitFor();
  await page.getByRole('tab', { name: 'Slabs and walls' }).click();
  for (const id of ['b1', 'w1']) await page.locator('.ledger-row').filter({ hasText: id }).waitFor();
});

test('a messy outline is mended by its findings, columns put under it, an opening left out on purpose', async () => {
  await page.getByRole('textbox', { name: 'Name', exact: true }).fill('Ruff Deck');
  await page.getByRole('button', { name: 'Make project' }).click();
  await page.getByText('Nothing is drawn yet').waitFor();
  await command('Outline a slab');
  // a notch of 30 mm, and two openings with a strip of 50 mm between them
  await outline(['0, 0, 0', '8, 0, 0', '8, 6, 0', '4, 6, 0', '4, 5.97, 0', '0, 6, 0']);
  await revision(2);
  for (const [i, x] of [2, 3.05].entries()) {
    await choose('Opening in', 'b1');
    await outline([`${x}, 2, 0`, `${x + 1}, 2, 0`, `${x + 1}, 3, 0`, `${x}, 3, 0`]);
    await revision(3 + i);
  }
  await command('Support a slab on columns');
  for (const [i, at] of ['1, 1, 0', '7, 1, 0', '7, 5, 0', '1, 5, 0'].entries())
    await details()
      .getByRole('textbox', { name: i === 0 ? 'At' : 'and at', exact: true })
      .last()
      .fill(at)
      .then(() => page.keyboard.press('Tab'));
  await details()
    .getByText(/^4 columns .* up and down/)
    .waitFor();
  await details().getByRole('button', { name: 'Keep the supports' }).click();
  await revision(5);
  await solved(page);
  await page.getByRole('button', { name: /4 remarks/ }).click();
  // the mesh before and after, side by side, before anything is done
  const notch = page.locator('article', { hasText: '30 mm apart' });
  await notch.getByRole('button', { name: 'Compare meshes' }).click();
  await notch.getByRole('img', { name: 'Mesh: As it is' }).waitFor();
  await notch.getByRole('img', { name: 'Mesh: Take corner n5 out' }).waitFor();
  await notch.getByRole('button', { name: 'Take corner n5 out' }).click();
  await revision(6);
  await solved(page);
  await page.getByRole('button', { name: 'Merge the openings' }).first().click();
  await revision(7);
  await solved(page);
  // what is left is not about the mesh
  await page.getByRole('button', { name: /1 remark$/ }).waitFor();
  const [slab] = (await model()).slabs as unknown as { corners: string[]; openings: string[][] }[];
  expect([slab.corners.length, slab.openings.length]).toEqual([5, 1]);
  await page.keyboard.press('Escape');
  // the merged opening stays, and is left out of the analysis with a note
  await page.getByRole('button', { name: 'Close Support a slab on columns' }).click();
  await command('b1');
  await details().getByRole('heading', { name: 'Slab b1' }).waitFor();
  await details()
    .getByRole('checkbox', { name: /corners$/ })
    .uncheck();
  await revision(8);
  await details().getByRole('textbox', { name: 'Left out because' }).fill('closed by a lid of its own');
  await page.keyboard.press('Tab');
  await revision(9);
  await page.getByRole('button', { name: /2 remarks/ }).click();
  await page.getByText('is left out of the analysis on purpose: closed by a lid of its own.').waitFor();
});

test('contours of an envelope: a slab chosen by a click, extremes of a region, a place that stays in sight', async () => {
  await page.goto(page.url().replace(/projects?\/.*/, ''));
  await page.getByRole('table').getByRole('link', { name: 'Quillhaven Library', exact: true }).click();
  await solved(page);
  await command('Extremes of a region of a slab');
  await page.getByText('Slab moment mx, Envelope, strength').waitFor();
  await page.getByText('Click two opposite corners on a slab or wall.').waitFor();
  await fill('First corner', '1, 1, 4.2');
  await fill('Second corner', '6, 9, 4.2');
  await page.getByText('mx over 40.00 m², Envelope, strength').waitFor();
  const inCard = async (words: RegExp) =>
    Number((await details().getByText(words).innerText()).match(words)![1].replace('−', '-'));
  const [most, least] = [await inCard(/^Largest ([−\d.]+) kN·m\/m at/), await inCard(/^Smallest ([−\d.]+) kN·m\/m at/)];
  expect(most).toBeGreaterThan(0);
  expect(least).toBeLessThan(0);
  // what all of the slab has is at least as much
  const legend = await page
    .getByRole('button', { name: /^Colours from .* kN·m\/m; change$/ })
    .getAttribute('aria-label');
  const [low, high] = /from ([−\d.]+).* to ([−\d.]+)/
    .exec(legend!)!
    .slice(1)
    .map((text) => Number(text.replace('−', '-')));
  expect(low).toBeLessThanOrEqual(least);
  expect(high).toBeGreaterThanOrEqual(most);
  // one state of them has less
  await page.getByRole('button', { name: 'Close Extremes of a region of a slab or wall' }).click();
  await command('Values at a place of a slab');
  await fill('Place', '3.2, 3.6, 4.2');
  await details()
    .getByText(/^mx .* to .* kN·m\/m/)
    .waitFor();
  await details().getByRole('button', { name: 'Watch it' }).click();
  const watched = page.getByRole('region', { name: 'Watch list' });
  await watched.getByText('mx in First floor at 3.20 m, 3.60 m, 4.20 m, Envelope, strength').waitFor();
  await page.getByRole('button', { name: 'Close Values at a place of a slab or wall' }).click();
  // the slab itself, by a click between its beams
  await command('Plan of Storey 1');
  const rows = details().getByRole('table', { name: 'Extremes of First floor' });
  await clickSlab(rows);
  await rows.getByRole('button', { name: 'Show Slab moment my' }).click();
  await page.getByText('Slab moment my, Envelope, strength').waitFor();
  await details().getByRole('button', { name: 'Watch the largest v of First floor' }).click();
  await watched.getByText('v largest in First floor, Envelope, strength').waitFor();
});

test('a corner of a slab is dragged to where it belongs; the slab follows and is solved again', async () => {
  await page.goto(page.url().replace(/projects?\/.*/, ''));
  await page.getByRole('textbox', { name: 'Name', exact: true }).fill('Reed Deck');
  await page.getByRole('button', { name: 'Make project' }).click();
  await page.getByText('Nothing is drawn yet').waitFor();
  await command('Outline a slab');
  await outline(['0, 0, 0', '8, 0, 0', '8, 6, 0', '0, 6, 0']);
  await revision(2);
  for (const [i, [from, to]] of [
    ['0, 0, 0', '0, 6, 0'],
    ['8, 0, 0', '0, 0, 0'],
  ].entries()) {
    await command('Support a slab edge');
    await fill('From', from);
    await fill('To', to);
    await details().getByRole('button', { name: 'Keep the support' }).click();
    await revision(3 + i);
  }
  await solved(page);
  const tool = page.getByRole('button', { name: /^Close Support a slab edge/ });
  if (await tool.count()) await tool.click();
  await command('slab b1');
  await details().getByText('Slab b1').first().waitFor();
  // handles are where the pointer says that something moves
  const host = page.locator('.canvas-host');
  const canvas = (await host.boundingBox())!;
  const found = await host.evaluate(
    async (element, [left, right, top, bottom]) => {
      // from the right: the first one met is a corner
      for (let x = right; x > left; x -= 9)
        for (let y = top; y < bottom; y += 9) {
          element.dispatchEvent(new PointerEvent('pointermove', { clientX: x, clientY: y, bubbles: true }));
          await new Promise((done) => setTimeout(done));
          if (getComputedStyle(element).cursor === 'move') return [x, y];
        }
      return undefined;
    },
    [canvas.x + 120, canvas.x + canvas.width - 320, canvas.y + 90, canvas.y + 0.62 * canvas.height],
  );
  expect(found).toBeDefined();
  const [x, y] = found!;
  await page.mouse.move(x, y);
  await page.mouse.down();
  await page.mouse.move(x + 30, y + 6, { steps: 6 });
  await page.mouse.up();
  await revision(5);
  await solved(page);
  const { nodes } = (await model()) as unknown as { nodes: { id: string; position: number[] }[] };
  const before = ['0 0 0', '8 0 0', '8 6 0', '0 6 0'];
  const moved = nodes.filter(({ position }) => !before.includes(position.join(' ')));
  expect(moved).toHaveLength(1);
  expect(moved[0].position[2]).toBe(0);
});
