import { writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { solved } from './harness';
import { inBrowser, type Started } from './in-browser';

let app: Started['app'];
/** Every combination of a whole building solved by itself, and checked: milliseconds a slow machine may take. */
const wholeBuilding = 300000;

let page: Started['page'];
inBrowser(true, async (started) => {
  ({ app, page } = started);
  await page.getByRole('table').getByRole('link', { name: 'Quillhaven Library', exact: true }).click();
  await solved(page);
  await page.getByRole('navigation', { name: 'Stages' }).getByRole('button', { name: 'Analysis' }).click();
});

const details = () => page.getByRole('complementary');
const analysis = (name: string) => details().getByRole('region', { name, exact: true });
const run = async (name: string) => {
  await analysis(name)
    .getByRole('button', { name: `Run ${name}` })
    .click();
  await analysis(name).getByText('Run again').waitFor();
};

test('modes are computed in the page and drawn; buckling and a spectrum beside them', async () => {
  await run('Modes');
  const rows = analysis('Modes').getByRole('row');
  expect(await rows.count()).toBeGreaterThan(4);
  // a concrete frame of four storeys swings about once in 0.5 to 1 s
  const period = Number.parseFloat((await rows.nth(1).getByRole('cell').nth(1).textContent())!);
  expect(period).toBeGreaterThan(0.4);
  expect(period).toBeLessThan(1.2);
  await analysis('Modes').getByRole('button', { name: 'Draw mode 2' }).click();
  await page.getByText(/^Mode 2, T = 0\.\d+ s$/).waitFor();
  await run('Buckling');
  await analysis('Buckling').getByRole('button', { name: 'Draw mode 1' }).click();
  await page.getByText(/^Buckles at [\d.]+ times the load$/).waitFor();
  await run('Spectrum');
  await analysis('Spectrum')
    .getByText(/Base shear of \d+ modes, signs lost/)
    .waitFor();
  // an edit forgets the results
  await details().getByText('members deform in shear').click();
  await solved(page);
  expect(await details().getByText('Run again').count()).toBe(0);
});

test(
  'strength combinations are set to second order and reduced stiffness in one revision each, and the log tells their steps',
  async () => {
    await details().getByText('second', { exact: true }).click();
    // every combination is solved by itself, its slab with it
    await solved(page, wholeBuilding);
    await details()
      .getByRole('heading', { name: /Solved as a whole/ })
      .waitFor();
    await details().getByLabel('Stiffness').click();
    await page.getByTitle('AISC reduced stiffness').click();
    await solved(page, wholeBuilding);
    await page.getByRole('button', { name: 'Undo' }).click();
    await details().getByTitle('AISC reduced stiffness').waitFor({ state: 'detached' });
    await page.getByRole('button', { name: 'Undo' }).click();
    await details()
      .getByRole('heading', { name: /Solved as a whole/ })
      .waitFor({ state: 'detached' });
  },
  4 * wholeBuilding,
);

test('a time history takes a record from a file, and refuses one that cannot be', async () => {
  await details().getByRole('button', { name: 'Add time history' }).click();
  const history = analysis('Time history');
  await history.locator('summary').click();
  const bad = join(app.folder, 'bad.csv');
  writeFileSync(bad, '0,1\n0.1,2\n0.5,3\n');
  await history.locator('input[type=file]').setInputFiles(bad);
  await page.getByText(/bad\.csv cannot be used: The times are not at even steps/).waitFor();
  const good = join(app.folder, 'good.csv');
  writeFileSync(
    good,
    [
      'time, acceleration',
      ...Array.from(
        { length: 400 },
        (_, i) => `${(0.02 * i).toFixed(2)}, ${(0.2 * Math.sin(9 * 0.02 * i)).toFixed(5)}`,
      ),
    ].join('\n'),
  );
  await history.getByLabel('Unit of the record').click();
  await page.getByTitle('g', { exact: true }).click();
  await history.locator('input[type=file]').setInputFiles(good);
  await history.getByText(/400 steps of 0\.02 s along x/).waitFor();
  await run('Time history');
  await history.getByText(/Over 8\.0 s: base shear up to/).waitFor();
});
