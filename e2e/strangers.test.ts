import { createServer, type Server } from 'node:http';
import type { AddressInfo } from 'node:net';
import { chromium, type Browser, type Page } from 'playwright-core';
import { chromiumFlags, startApp, type RunningApp } from './harness';

/**
 * A page of another origin, and one whose name is turned to this machine after it was loaded, in a real browser: neither may read or write.
 */
let app: RunningApp;
let browser: Browser;
let stranger: Server;
let strange = '';

beforeAll(async () => {
  app = await startApp(true);
  stranger = createServer((_, answer) =>
    answer
      .setHeader('Content-Type', 'text/html')
      .end('<!doctype html><title>A page of somebody else</title><body></body>'),
  );
  await new Promise<void>((resolve) => stranger.listen(0, '127.0.0.1', resolve));
  strange = `http://127.0.0.1:${(stranger.address() as AddressInfo).port}/`;
  browser = await chromium.launch({
    executablePath: process.env.CHROMIUM ?? '/usr/bin/chromium',
    args: [...chromiumFlags, '--host-resolver-rules=MAP elbow.example 127.0.0.1'],
  });
});
afterAll(async () => {
  await browser?.close();
  stranger?.close();
  await app?.stop();
});

const sizeOfAll = async () => (await (await fetch(`${app.address}/archive.zip`)).arrayBuffer()).byteLength;
const projects = async () => {
  const { request } = await browser.newContext();
  return (await (await request.get(app.address)).text()).match(/\d+ projects/)?.[0];
};
async function onPage(address: string): Promise<Page> {
  const page = await (await browser.newContext()).newPage();
  await page.goto(address);
  return page;
}
/** Asks in every way a page can, and says what came back: a status that could be read, or how it failed. */
const attempts = async (page: Page, target: string) =>
  page.evaluate(async (to) => {
    const outcome: Record<string, string> = {};
    const attempt = async (name: string, work: () => Promise<Response>) => {
      outcome[name] = await work().then(
        async (answer) => `${answer.type} ${answer.status} ${(await answer.text()).slice(0, 20)}`,
        () => 'failed',
      );
    };
    const create = JSON.stringify({ kind: 'create', name: 'Cuckoo', units: 'si', code: 'us' });
    await attempt('read', () => fetch(`${to}/`));
    await attempt('read health', () => fetch(`${to}/health`));
    await attempt('read without asking', () => fetch(`${to}/archive.zip`, { mode: 'no-cors' }));
    await attempt('write JSON', () =>
      fetch(`${to}/projects`, { method: 'POST', headers: { 'Content-Type': 'application/json' }, body: create }),
    );
    await attempt('write JSON as text', () =>
      fetch(`${to}/projects`, {
        method: 'POST',
        mode: 'no-cors',
        headers: { 'Content-Type': 'text/plain' },
        body: create,
      }),
    );
    await attempt('write a form', () =>
      fetch(`${to}/projects`, {
        method: 'POST',
        mode: 'no-cors',
        headers: { 'Content-Type': 'application/x-www-form-urlencoded' },
        body: `kind=create&name=Cuckoo`,
      }),
    );
    await attempt('write bytes', () =>
      fetch(`${to}/archive`, { method: 'POST', mode: 'no-cors', body: new Blob([create]) }),
    );
    outcome['beacon sent'] = String(navigator.sendBeacon(`${to}/projects`, create));
    outcome['events'] = await new Promise<string>((resolve) => {
      const line = new EventSource(`${to}/projects/x/changes?window=aaaaaaaa`);
      line.onopen = () => resolve('open');
      line.onerror = () => resolve('failed');
    });
    outcome['picture'] = await new Promise<string>((resolve) => {
      const picture = new Image();
      picture.onload = () => resolve('shown');
      picture.onerror = () => resolve('failed');
      picture.src = `${to}/favicon.svg`;
    });
    return outcome;
  }, target);

test('a page of another origin reads and writes nothing', async () => {
  const [before, size] = [await projects(), await sizeOfAll()];
  const page = await onPage(strange);
  const outcome = await attempts(page, app.address);
  for (const name of ['read', 'read health', 'write JSON', 'events', 'picture'])
    expect([name, outcome[name]]).toEqual([name, 'failed']);
  // what a page may send without asking comes back as nothing it can look into
  for (const name of ['read without asking', 'write JSON as text', 'write a form', 'write bytes'])
    expect([name, /^(failed|opaque 0 $)/.test(outcome[name])]).toEqual([name, true]);
  // a form in a frame, and the app in a frame
  await page.evaluate((to) => {
    document.body.innerHTML = `<form method="post" action="${to}/projects" target="into"><input name="kind" value="create"></form><iframe name="into"></iframe><iframe name="app" src="${to}/"></iframe>`;
    document.querySelector('form')!.submit();
  }, app.address);
  await page.waitForTimeout(500);
  const inside = await Promise.all(
    page
      .frames()
      .filter((frame) => frame !== page.mainFrame())
      .map((frame) =>
        frame
          .locator('body')
          .innerText({ timeout: 1000 })
          .catch(() => ''),
      ),
  );
  expect(inside.join()).not.toMatch(/Tern Hide|Projects/);
  expect([await projects(), await sizeOfAll()]).toEqual([before, size]);
});

test('a name that is turned to this machine after the page was loaded reads and writes nothing', async () => {
  const before = await projects();
  const { port } = new URL(app.address);
  const page = await onPage(strange);
  const answer = await page.goto(`http://elbow.example:${port}/`);
  expect([answer!.status(), await page.locator('body').innerText()]).toEqual([
    421,
    expect.stringContaining('not called “elbow.example'),
  ]);
  const outcome = await attempts(page, `http://elbow.example:${port}`);
  for (const [name, said] of Object.entries(outcome))
    if (name !== 'beacon sent') expect([name, /^(failed|basic 421)/.test(said)]).toEqual([name, true]);
  expect(await projects()).toBe(before);
});
