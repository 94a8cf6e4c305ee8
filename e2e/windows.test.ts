import type { Page } from 'playwright-core';
import { solved } from './harness';
import { inBrowser, type Started } from './in-browser';

let page: Started['page'];
let app: Started['app'];
let complaints: Started['complaints'];
inBrowser(true, (started) => {
  ({ page, app, complaints } = started);
});

/** Opens Tern Hide, at the settings of the project, in a window of its own; what its console says is not looked at: some of it is what the test asks for. */
async function openHide(): Promise<Page> {
  const href = await page.getByRole('table').getByRole('link', { name: 'Tern Hide', exact: true }).getAttribute('href');
  const made = await page.context().newPage();
  await made.setViewportSize({ width: 1280, height: 800 });
  await made.goto(`${app.address}${href}?stage=frame&page=settings`);
  await solved(made);
  return made;
}
const drift = (window: Page) => window.getByLabel('Drift, h over');
async function setDrift(window: Page, value: string): Promise<void> {
  await drift(window).fill(value);
  await drift(window).press('Tab');
}
const stored = async () => {
  const href = await page.getByRole('table').getByRole('link', { name: 'Tern Hide', exact: true }).getAttribute('href');
  return (
    (await (await page.request.get(`${app.address}${href}/model.json`)).json()) as {
      settings: { limits?: { drift?: number } };
    }
  ).settings.limits?.drift;
};
const revision = async (window: Page) =>
  Number(/rev (\d+)/.exec(await window.getByRole('status').filter({ hasText: 'rev' }).first().innerText())![1]);

test('an edit shows in the other window, with which window made it; undo takes back one’s own', async () => {
  const [one, two] = [await openHide(), await openHide()];
  await one.getByText('window 1 of 2').waitFor();
  await two.getByText('window 2 of 2').waitFor();
  await setDrift(one, '410');
  await two.getByText('Window 1 changed this project: Set the limit of drift to h/410.').waitFor();
  expect(await drift(two).inputValue()).toBe('410');
  await two.getByLabel('deform in shear').click();
  await one.getByText(/Window 2 changed this project/).waitFor();
  // the last act of all is window 2’s; window 1 takes back its own
  await one.getByRole('button', { name: 'Undo' }).click();
  await two.getByText('Window 1 changed this project: Undid: Set the limit of drift to h/410.').waitFor();
  expect([await drift(two).inputValue(), await two.getByLabel('deform in shear').isChecked(), await stored()]).toEqual([
    '',
    false,
    undefined,
  ]);
  await two.close();
  await one.getByText('window 1 of 2').waitFor({ state: 'detached' });
  await one.close();
});

test('what could not be sent says so, waits in the browser after its tab was closed, and is sent once; where two meet, it is asked', async () => {
  const lost = await openHide();
  const before = await revision(lost);
  await lost.route('**/revisions?*', (route) =>
    route.request().method() === 'POST' ? route.abort() : route.continue(),
  );
  await setDrift(lost, '420');
  await lost.getByRole('button', { name: 'not saved: server not reached (1 edit)' }).click();
  await lost
    .getByText(
      '1 edit of yours waits in this browser and is sent, once, as soon as it can be; also after this tab was closed.',
    )
    .waitFor();
  await lost.unroute('**/revisions?*');
  await lost.route('**/revisions?*', (route) =>
    route.fulfill({
      status: 503,
      contentType: 'application/json',
      body: JSON.stringify({ trouble: 'full', error: 'The disk the projects are stored on is full. Make room there.' }),
    }),
  );
  await lost.getByRole('button', { name: 'Try now' }).click();
  await lost.getByRole('button', { name: 'not saved: disk full (1 edit)' }).waitFor();
  await lost.close({ runBeforeUnload: false });
  expect(await stored()).toBeUndefined();
  // the next tab of this browser takes it up
  const next = await openHide();
  await next.getByText('1 edit that had not reached the server was found in this browser and carried over.').waitFor();
  await next.getByText(`rev ${before + 1}, saved`).waitFor();
  expect([await stored(), await drift(next).inputValue()]).toEqual([420, '420']);
  const after = await openHide();
  await after.getByText(`rev ${before + 1}, saved`).waitFor();

  // both change it, the first without being heard
  await next.route('**/revisions?*', (route) =>
    route.request().method() === 'POST' ? route.abort() : route.continue(),
  );
  await setDrift(next, '430');
  await setDrift(after, '440');
  await after.getByText(`rev ${before + 2}, saved`).waitFor();
  await next.unroute('**/revisions?*');
  const dialog = next.getByRole('dialog', { name: 'An edit of yours meets another one' });
  await dialog.waitFor();
  expect(await dialog.getByRole('row').nth(1).innerText()).toBe(
    'the project, limits of drift and deflection\tdrift 430\tdrift 440',
  );
  expect(await stored()).toBe(440);
  await dialog.getByRole('button', { name: 'Make mine after all' }).click();
  await dialog.waitFor({ state: 'detached' });
  await next.getByText(`rev ${before + 3}, saved`).waitFor();
  expect(await stored()).toBe(430);
  await next.close();
  await after.close();
});

test('a document in the making says how far it is and can be cancelled; one refused says why', async () => {
  // the server takes its time
  let asked = 0;
  await page.route('**/archive.zip', async (route) => {
    asked++;
    await new Promise((resolve) => setTimeout(resolve, 3000));
    await route.continue().catch(() => undefined);
  });
  await page.route('**/making/*', (route) => route.fulfill({ json: { phase: 'project 2 of 2' } }));
  let saved = 0;
  page.on('download', () => saved++);
  const link = page.getByRole('link', { name: 'Archive of all projects' });
  const card = page.getByRole('region', { name: 'Documents in the making' });
  await link.click();
  await card.getByText('project 2 of 2').waitFor();
  await card.getByRole('button', { name: 'Cancel: Archive of all projects' }).click();
  await card.waitFor({ state: 'detached' });
  await page.waitForTimeout(3500);
  expect([asked, saved]).toEqual([1, 0]);
  await page.unroute('**/archive.zip');
  await page.route('**/archive.zip', (route) =>
    route.fulfill({ status: 429, json: { error: 'The server has more documents to make already than it can.' } }),
  );
  await link.click();
  await card.getByRole('alert').getByText('more documents to make already', { exact: false }).waitFor();
  await card.getByRole('button', { name: 'Close: Archive of all projects' }).click();
  await card.waitFor({ state: 'detached' });
  // the browser says on its console what was refused
  expect(complaints.splice(0)).toEqual([expect.stringContaining('429')]);
});

test('an archive goes out and comes in from the home page; a project in the bin is deleted for good', async () => {
  const [download] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('link', { name: 'Archive of all projects' }).click(),
  ]);
  expect(download.suggestedFilename()).toBe('All projects.elbow.zip');
  await page.getByLabel('Model file').setInputFiles({
    name: 'all.elbow.zip',
    mimeType: 'application/zip',
    buffer: Buffer.from(await (await page.request.get(`${app.address}/archive.zip`)).body()),
  });
  await page.getByRole('heading', { name: '4 projects' }).waitFor();
  await page.getByRole('button', { name: 'Bin Tern Hide' }).first().click();
  await page.getByRole('button', { name: 'Bin, 1' }).click();
  await page.getByRole('button', { name: 'Delete Tern Hide for good' }).click();
  await page.getByText('There is no way back.', { exact: false }).waitFor();
  await page.getByRole('button', { name: 'Delete for good', exact: true }).last().click();
  await page.getByText('The bin is empty.').waitFor();
  await page.getByRole('button', { name: 'Back to the projects' }).click();
  await page.getByRole('heading', { name: '3 projects' }).waitFor();
});
