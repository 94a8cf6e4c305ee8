import { writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { findBays, geometryFindings, secondariesPlan } from '~core/build';
import { writeModelFile } from '~core/exchange';
import { applyAct, emptyModel, type Model } from '~core/model';
import { launchBrowser, openPage, solved, startApp } from '../e2e/harness';
import { putBlock } from '../app/workbench/cells/cells';
import { nodeLayout } from '../app/workbench/kinds/nodes/layout';

const median = (values: number[]) => [...values].sort((a, b) => a - b)[Math.floor(values.length / 2)];

function timed(work: () => void, rounds = 5): number {
  return median(
    Array.from({ length: rounds }, () => {
      const start = performance.now();
      work();
      return performance.now() - start;
    }),
  );
}

/** What the Frame stage computes for a large model: findings, bays, a paste, a generator; ms and the ratio to one edit of a member. */
export function frameStageTable(model: Model): void {
  const members = Object.keys(model.members).length;
  const edit = timed(
    () =>
      void applyAct(model, {
        edits: [{ kind: 'change', table: 'members', changes: [{ id: 'm7', fields: { angle: 0.1 } }] }],
      }),
  );
  const empty = emptyModel({ name: 'Paste', units: 'si', code: 'us' });
  const block = Array.from({ length: 2000 }, (_, i) => [
    String(i % 50),
    String(Math.floor(i / 50)),
    '3.5',
    i % 7 === 0 ? 'pinned' : '',
  ]);
  const rows: [string, number, string][] = [
    ['one edit of a member, applied', edit, ''],
    [
      'findings of drawing, all anew',
      timed(() => void geometryFindings({ ...model, nodes: { ...model.nodes } })),
      'aim 300',
    ],
    ['bays to brace, all planes', timed(() => void findBays(model)), ''],
    [
      '2,000 rows pasted into the ledger',
      timed(() => {
        const result = putBlock(empty, nodeLayout(empty), [], 0, 1, block);
        applyAct(empty, { edits: [...result.edits] });
      }),
      'aim 2000 with the screen',
    ],
    [
      'purlins at 0.5 m between two beams',
      timed(
        () =>
          void secondariesPlan(model, {
            edges: [
              [
                [0, 0, 3.5],
                [6, 0, 3.5],
              ],
              [
                [0, 6, 3.5],
                [6, 6, 3.5],
              ],
            ],
            layout: { spacing: 0.5 },
            atEnds: false,
            supports: 'clear',
            ends: undefined,
            fields: { role: 'beam', angle: 0, section: 's1', material: 't1' },
            noun: 'purlin',
          }),
      ),
      '',
    ],
  ];
  console.log(`\nThe Frame stage's computation, ${members} members, ms (× one edit)`);
  for (const [name, value, aim] of rows)
    console.log(`  ${name.padEnd(38)} ${value.toFixed(1).padStart(8)}  (× ${(value / edit).toFixed(0)})  ${aim}`);
}

/** The page with a large model: frames while it is turned, draw calls of one, and from the click that changes a member to its new picture. */
export async function largeModelInBrowser(model: Model): Promise<void> {
  const app = await startApp(false);
  const browser = await launchBrowser();
  const { page } = await openPage(browser);
  await page.addInitScript(() => {
    const counter = window as unknown as { drawCalls: number };
    counter.drawCalls = 0;
    for (const name of ['drawArrays', 'drawElements', 'drawArraysInstanced', 'drawElementsInstanced'] as const) {
      const before = WebGL2RenderingContext.prototype[name] as (...input: unknown[]) => void;
      (WebGL2RenderingContext.prototype as unknown as Record<string, unknown>)[name] = function (
        this: WebGL2RenderingContext,
        ...input: unknown[]
      ) {
        counter.drawCalls++;
        before.apply(this, input);
      };
    }
  });
  const file = join(app.folder, 'large.json');
  writeFileSync(file, writeModelFile(model));
  await page.goto(app.address);
  await page.setInputFiles('input[type=file]', file);
  await page.getByRole('heading', { name: model.settings.name }).waitFor();
  await page.locator('[data-status="done"]').waitFor({ timeout: 120000 });
  for (const form of ['lines', 'solids']) {
    await page.locator('.canvas-host').focus();
    const frames = await page.evaluate(async () => {
      const host = document.querySelector('.canvas-host')!;
      const counter = window as unknown as { drawCalls: number };
      const times: number[] = [];
      const shown: number[] = [];
      let calls = 0;
      for (let i = 0; i < 8; i++) {
        const began = performance.now();
        counter.drawCalls = 0;
        host.dispatchEvent(new KeyboardEvent('keydown', { key: 'ArrowRight', bubbles: true }));
        await new Promise((resolve) => setTimeout(resolve, 0));
        times.push(performance.now() - began);
        await new Promise((resolve) => requestAnimationFrame(() => requestAnimationFrame(resolve)));
        shown.push(performance.now() - began);
        calls = Math.max(calls, counter.drawCalls);
      }
      return { times, shown, calls };
    });
    console.log(
      `  turning, ${form}: the page works ${median(frames.times).toFixed(0)} ms a frame; ${median(frames.shown).toFixed(0)} ms until the software renderer has drawn it, ${frames.calls} draw calls`,
    );
    await page.keyboard.press('o');
    await page.waitForTimeout(1500);
  }
  await page.keyboard.press('o');
  await page.getByRole('grid', { name: 'Members' }).focus();
  const selections: number[] = [];
  for (let i = 0; i < 6; i++) {
    selections.push(
      await page.evaluate(async () => {
        const began = performance.now();
        document
          .querySelector('[role=grid]')!
          .dispatchEvent(new KeyboardEvent('keydown', { key: 'ArrowDown', bubbles: true }));
        await new Promise((resolve) => setTimeout(resolve, 0));
        return performance.now() - began;
      }),
    );
  }
  console.log(`  a member selected in the ledger → the page's work: ${median(selections).toFixed(0)} ms`);
  await solved(page);
  const edit = await page.evaluate(async () => {
    const cell = document.querySelector('[role=grid]')!;
    cell.dispatchEvent(new KeyboardEvent('keydown', { key: 'ArrowRight', bubbles: true }));
    await new Promise((resolve) => setTimeout(resolve, 100));
    cell.dispatchEvent(new KeyboardEvent('keydown', { key: 'b', bubbles: true }));
    await new Promise((resolve) => setTimeout(resolve, 100));
    const input = document.querySelector<HTMLInputElement>('.cell-input')!;
    Object.getOwnPropertyDescriptor(HTMLInputElement.prototype, 'value')!.set!.call(input, 'beam');
    input.dispatchEvent(new Event('input', { bubbles: true }));
    const began = performance.now();
    input.dispatchEvent(new KeyboardEvent('keydown', { key: 'Enter', bubbles: true }));
    await new Promise((resolve) => setTimeout(resolve, 0));
    return performance.now() - began;
  });
  console.log(`  an edit of one member in the ledger → the page's work: ${edit.toFixed(0)} ms (aim 100)`);
  await browser.close();
  await app.stop();
}
