import { execFileSync } from 'node:child_process';
import { writeFileSync } from 'node:fs';
import { join } from 'node:path';
import type { Page } from 'playwright-core';
import { demonstration } from '~demo/fill';
import { launchBrowser, openPage, solved, startApp } from './harness';

/** Takes the pictures of docs/screenshots from the demonstration: npm run screenshots. A page of the report needs Debian's poppler-utils. */
const folder = 'docs/screenshots';
const app = await startApp(demonstration);
const browser = await launchBrowser(true);

async function picture(
  name: string,
  stage: string,
  prepare: (page: Page) => Promise<void>,
  project = 'Quillhaven Library',
): Promise<void> {
  const { page } = await openPage(browser);
  await page.goto(app.address);
  const address = await page.getByRole('table').getByRole('link', { name: project, exact: true }).getAttribute('href');
  await page.goto(`${app.address}${address}?stage=${stage}`);
  await solved(page, 120000);
  await prepare(page);
  await page.mouse.move(640, 796);
  await page.waitForTimeout(700);
  await page.screenshot({ path: join(folder, `${name}.png`) });
  await page.context().close();
}

const find = async (page: Page, words: string) => {
  await page.keyboard.press('Control+k');
  await page.keyboard.type(words);
  await page.keyboard.press('Enter');
};

const home = await openPage(browser);
await home.page.goto(app.address);
await home.page.waitForTimeout(500);
await home.page.screenshot({ path: join(folder, 'home.png') });

await picture('frame', 'frame', async (page) => {
  await page.getByRole('button', { name: 'Solids' }).click();
  await find(page, 'frame builder');
});
await picture('sections', 'frame', async (page) => {
  await find(page, 'm40');
  await find(page, 'catalogue of sections');
  await page.getByLabel('Family').click();
  await page.keyboard.type('W: 276');
  await page.keyboard.press('Enter');
  await page.getByLabel('Find', { exact: true }).fill('w18');
  await page.getByRole('button', { name: 'W18X50' }).click();
});
await picture('loads', 'loads', async (page) => {
  await page.getByRole('button', { name: /^L, / }).click();
});
await picture('loads-wind', 'loads', async (page) => {
  await page.getByRole('button', { name: /^W\+x, / }).click();
  await page.getByRole('button', { name: 'Calculation of Wind' }).click();
});
await picture('loads-combinations', 'loads', async (page) => {
  await page.getByRole('button', { name: /^L, / }).click();
  await page.getByRole('tab', { name: 'Combinations' }).click();
  await find(page, 'plan of storey 2');
  await find(page, 'put a load on an area');
  await page.waitForTimeout(800);
  await page.mouse.click(480, 250);
  await page.getByLabel('Value').fill('-1.5');
  await page.getByLabel('Name', { exact: true }).focus();
});
await picture('analysis', 'analysis', async (page) => {
  await page.getByRole('button', { name: 'Run Modes' }).click();
  await page.getByRole('button', { name: 'Draw mode 1' }).click();
});
await picture('results', 'results', async (page) => {
  await page.getByRole('button', { name: /^U2, / }).click();
  await find(page, 'elevation on grid 3');
  await find(page, 'm96');
});
await picture('results-space', 'results', async (page) => {
  await page.getByRole('button', { name: /^U6, / }).click();
  await page.getByLabel('Quantity').click();
  await page.getByTitle('Deflected shape').click();
});
await picture('results-slab', 'results', async (page) => {
  await page.getByRole('button', { name: /^SD, / }).click();
  await find(page, 'plan of storey 1');
  await find(page, 'draw: slab principal moment m1');
  await page.waitForTimeout(600);
  // between beams and columns there is only the slab under the pointer
  await page.mouse.click(480, 250);
  await page.mouse.move(200, 480);
  await page.locator('.slab-signs').scrollIntoViewIfNeeded();
  await page.waitForTimeout(600);
});
await picture(
  'raft-and-pier',
  'results',
  async (page) => {
    await find(page, 'soil pressure p');
    await page.waitForTimeout(3000);
    await find(page, 'select wall w2');
    await page.getByRole('button', { name: 'Stair core, doors pier 2' }).first().click();
    await page.waitForTimeout(4000);
  },
  'Pipistrelle House',
);
await picture('checks', 'checks', async () => undefined);
await picture('bars', 'checks', async (page) => {
  await find(page, 'm97');
  await find(page, 'bars of the selected beam from the side');
  await page.getByRole('slider').first().waitFor();
  await page.waitForTimeout(500);
});
await picture('sheet', 'checks', async (page) => {
  await find(page, 'm182');
  await find(page, 'calculation sheet');
  await page.getByText('Interaction').waitFor();
});
await picture('member-page', 'results', async (page) => {
  await find(page, 'm145');
  await find(page, 'page of the selected');
});
await picture('compare', 'results', async (page) => {
  await page.getByRole('button', { name: /^U8, / }).click();
  await find(page, 'elevation on grid 3');
  await find(page, 'compare with a variant');
  await page.getByLabel('Compare with').click();
  await page.keyboard.type('second order');
  await page.keyboard.press('Enter');
  await page.getByRole('heading', { name: 'Compared with second order' }).waitFor({ timeout: 180000 });
});
await picture('variants', 'results', async (page) => {
  const variant = () => page.getByRole('complementary', { name: 'Variants' });
  await page.getByRole('button', { name: 'worst utilisation' }).click();
  await page.getByRole('button', { name: 'weight', exact: true }).click();
  await find(page, 'm145');
  await find(page, 'page of the selected');
  await page.getByRole('button', { name: 'Watch My' }).click();
  for (const [name, section] of [
    ['Deeper beam', '400 x 750'],
    ['Shallower beam', '400 x 550'],
  ]) {
    await find(page, 'variants: branch');
    await variant().getByLabel('Name of the new variant').fill(name);
    await variant().getByRole('button', { name: 'Branch and open it' }).click();
    await page.getByRole('button', { name: `Variant ${name}` }).waitFor();
    await solved(page);
    await find(page, 'go to stage frame');
    await find(page, 'm145');
    await page.getByRole('complementary', { name: 'Details' }).getByLabel('Section', { exact: true }).fill(section);
    await page.keyboard.press('Enter');
    await page.waitForTimeout(500);
    await solved(page);
  }
  await find(page, 'variants: branch');
  await variant()
    .getByRole('table', { name: /Watched/ })
    .getByRole('button', { name: /^My in m145/ })
    .click();
  await page.waitForTimeout(9000);
});
await picture('report', 'report', async (page) => {
  await page.getByRole('button', { name: 'Add a picture' }).click();
});

const { page } = await openPage(browser);
await page.goto(app.address);
const address = await page
  .getByRole('table')
  .getByRole('link', { name: 'Quillhaven Library', exact: true })
  .getAttribute('href');
const print = async (name: string, chapters: string, number: number) => {
  const pdf = await page.request.get(`${app.address}${address}/report.pdf?chapters=${chapters}&members=m182`, {
    timeout: 120000,
  });
  writeFileSync(join(app.folder, 'report.pdf'), await pdf.body());
  execFileSync('pdftoppm', [
    '-r',
    '80',
    '-f',
    String(number),
    '-l',
    String(number),
    '-png',
    '-singlefile',
    join(app.folder, 'report.pdf'),
    join(folder, name),
  ]);
};
await print('report-page', 'sheets', 3);
await browser.close();
await app.stop();
