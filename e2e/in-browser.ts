import type { Browser, Page } from 'playwright-core';
import { launchBrowser, openPage, startApp, type Contents, type RunningApp } from './harness';

export interface Started {
  readonly app: RunningApp;
  readonly page: Page;
  readonly complaints: string[];
}

/**
 * Gives every test of a file its own page on one running app; whatever a page's console said in anger fails its test.
 * @param contents what the database begins with
 * @param begin    takes what was started, at the app's first screen
 */
export function inBrowser(contents: Contents, begin: (started: Started) => void | Promise<void>): void {
  let app: RunningApp;
  let browser: Browser;
  let started: Started | undefined;
  beforeAll(async () => {
    app = await startApp(contents);
    browser = await launchBrowser();
  });
  afterAll(async () => {
    await browser?.close();
    await app?.stop();
  });
  beforeEach(async () => {
    started = { app, ...(await openPage(browser)) };
    await started.page.goto(app.address);
    // until React has taken the page over, what is typed would be lost
    const alive = () =>
      started!.page.evaluate(() =>
        [...document.querySelectorAll('input')].some((field) =>
          Object.keys(field).some((key) => key.startsWith('__react')),
        ),
      );
    for (let i = 0; i < 100 && !(await alive()); i++) await started.page.waitForTimeout(50);
    await begin(started);
  });
  afterEach(async () => {
    const { complaints, page } = started!;
    await page.context().close();
    expect(complaints).toEqual([]);
  });
}
