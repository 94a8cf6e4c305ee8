import { spawn, type ChildProcess } from 'node:child_process';
import { mkdtempSync, rmSync } from 'node:fs';
import { createServer } from 'node:net';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { chromium, type Browser, type Locator, type Page } from 'playwright-core';
import { openDatabase } from '~app/store/database';
import { Projects } from '~app/store/projects';
import type { Author } from '~demo/author';
import { fillDemonstration } from '~demo/fill';
import { authorQuillhavenLibrary } from '~demo/quillhaven-library';
import { authorTernHide } from '~demo/tern-hide';

/** A running copy of the built app on a database of its own. */
export interface RunningApp {
  readonly address: string;
  readonly folder: string;
  /** Kills the server as a power cut would. */
  kill(): Promise<void>;
  /** Asks the server to stop, and waits until it has. */
  end(): Promise<void>;
  start(): Promise<void>;
  stop(): Promise<void>;
}

function freePort(): Promise<number> {
  return new Promise((resolve, reject) => {
    const server = createServer();
    server.on('error', reject);
    server.listen(0, '127.0.0.1', () => {
      const address = server.address();
      server.close(() =>
        address && typeof address === 'object' ? resolve(address.port) : reject(new Error('no port')),
      );
    });
  });
}

/** What a database begins with: nothing, the demonstration's two small projects, or projects by name. */
export type Contents = boolean | readonly (() => Author)[];

/** Starts the app on a fresh database. */
export async function startApp(contents: Contents): Promise<RunningApp> {
  const folder = mkdtempSync(join(tmpdir(), 'elbow-e2e-'));
  const database = openDatabase(join(folder, 'elbow.sqlite'));
  const authors = contents === true ? [authorTernHide, authorQuillhavenLibrary] : contents || [];
  if (authors.length > 0) fillDemonstration(new Projects(database), authors);
  database.close();
  const port = await freePort();
  const address = `http://127.0.0.1:${port}`;
  let server: ChildProcess | undefined;
  const start = async () => {
    server = spawn(process.execPath, ['scripts/serve.mjs'], {
      env: {
        ...process.env,
        NODE_OPTIONS: '',
        NODE_ENV: 'production',
        HOST: '127.0.0.1',
        PORT: String(port),
        ELBOW_DATA: folder,
      },
      stdio: ['ignore', 'ignore', 'inherit'],
    });
    for (let i = 0; i < 200; i++) {
      const answer = await fetch(address).catch(() => undefined);
      if (answer?.ok) return;
      await new Promise((resolve) => setTimeout(resolve, 50));
    }
    throw new Error('The app did not start.');
  };
  const endBy = async (signal: NodeJS.Signals) => {
    if (!server || server.exitCode !== null || server.signalCode !== null) return;
    const gone = new Promise((resolve) => server?.once('exit', resolve));
    server.kill(signal);
    await gone;
  };
  const kill = () => endBy('SIGKILL');
  await start();
  return {
    address,
    folder,
    kill,
    start,
    end: () => endBy('SIGTERM'),
    stop: async () => {
      await kill();
      rmSync(folder, { recursive: true, force: true });
    },
  };
}

export const chromiumFlags = [
  '--no-sandbox',
  '--use-gl=angle',
  '--use-angle=swiftshader',
  '--enable-unsafe-swiftshader',
  '--ignore-gpu-blocklist',
  '--disable-gpu-rasterization',
  '--disable-accelerated-2d-canvas',
  '--disable-background-networking',
  '--disable-component-update',
  '--disable-sync',
  '--no-first-run',
];

/** Without a graphics card, layers are put together faster without WebGL's help; now and then a strip of a drawing is missing then, which only matters to who looks. */
const unseen = '--disable-gpu-compositing';

/** @param forPictures whether what it shows will be looked at */
export function launchBrowser(forPictures = false): Promise<Browser> {
  return chromium.launch({
    executablePath: process.env.CHROMIUM ?? '/usr/bin/chromium',
    args: forPictures ? chromiumFlags : [...chromiumFlags, unseen],
  });
}

/** A page of 1280 × 800 that collects everything its console says in anger. */
export async function openPage(browser: Browser): Promise<{ page: Page; complaints: string[] }> {
  const context = await browser.newContext({ viewport: { width: 1280, height: 800 } });
  await context.grantPermissions(['clipboard-read', 'clipboard-write']);
  const page = await context.newPage();
  page.setDefaultTimeout(45000);
  const complaints: string[] = [];
  page.on('console', (message) => {
    if (
      message.type() === 'error' ||
      (message.type() === 'warning' && !/GPU stall|GL Driver|WebGL/.test(message.text()))
    )
      complaints.push(message.text());
  });
  page.on('pageerror', (error) => complaints.push(String(error)));
  return { page, complaints };
}

/** Waits until the model on screen is solved and checked. @param timeout ms */
export async function solved(page: Page, timeout = 180000): Promise<void> {
  await page.locator('[data-status="done"]').waitFor({ timeout });
}

/**
 * Chooses from a list that stays on what was chosen. Its options move while the list opens, and a busy page skips
 * frames of that: what was chosen is looked at, and the choice made again when the click fell beside it.
 * @param select the field of the list @param option the words of the option, whole
 */
export async function chooseIn(page: Page, select: Locator, option: string): Promise<void> {
  const shown = select
    .locator('xpath=ancestor::*[contains(concat(" ", @class, " "), " ant-select ")][1]')
    .getByText(option, { exact: true });
  for (let left = 3; left > 0; left -= 1) {
    const timeout = left > 1 ? 3000 : 15000;
    try {
      // a list that is just closing may take the next one along
      if ((await select.getAttribute('aria-expanded')) !== 'true') await select.click();
      // the list itself, after the copy of it that is there for screen readers
      await page.locator(`.ant-select-item-option[title="${option}"]:visible`).last().click({ timeout });
      await shown.first().waitFor({ timeout });
      return;
    } catch (error) {
      if (left === 1) throw error;
    }
  }
}
