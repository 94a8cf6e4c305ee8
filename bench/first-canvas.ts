import { launchBrowser, openPage, solved, startApp } from '../e2e/harness';

const rounds = 3;

/** Opens the demonstration in Chromium: time to its first picture, to its results, and from an edit to new diagrams with the longest stop of the page. */
export async function timeToFirstCanvas(): Promise<void> {
  const app = await startApp(true);
  const browser = await launchBrowser();
  const first: number[] = [];
  const results: number[] = [];
  const edits: number[] = [];
  const blocked: number[] = [];
  for (let round = 0; round < rounds; round++) {
    const { page } = await openPage(browser);
    await page.goto(app.address);
    const address = await page
      .getByRole('table')
      .getByRole('link', { name: 'Quillhaven Library', exact: true })
      .getAttribute('href');
    const start = performance.now();
    await page.goto(`${app.address}${address}?stage=results`);
    await page.locator('.canvas-host canvas').first().waitFor();
    first.push(performance.now() - start);
    await solved(page);
    results.push(performance.now() - start);
    await page.evaluate(() => {
      const page = window as unknown as { longest: number };
      page.longest = 0;
      new PerformanceObserver((list) =>
        list.getEntries().forEach((entry) => (page.longest = Math.max(page.longest, entry.duration))),
      ).observe({ entryTypes: ['longtask'] });
    });
    for (let i = 0; i < 4; i++) {
      edits.push(
        await page.evaluate(async () => {
          const chip = document.querySelector('[data-status]')!;
          const began = performance.now();
          (
            document.querySelector(
              `button[aria-label="${document.querySelector('button[aria-label="Redo"]:not([disabled])') ? 'Redo' : 'Undo'}"]`,
            ) as HTMLButtonElement
          ).click();
          // the server answers, the solver starts, and diagrams follow when checking begins
          while (!['solving', 'checking'].includes(chip.getAttribute('data-status')!))
            await new Promise((resolve) => setTimeout(resolve, 1));
          while (chip.getAttribute('data-status') === 'solving') await new Promise((resolve) => setTimeout(resolve, 1));
          return performance.now() - began;
        }),
      );
      await solved(page);
    }
    blocked.push(await page.evaluate(() => (window as unknown as { longest: number }).longest));
    await page.context().close();
  }
  await browser.close();
  await app.stop();
  const median = (values: number[]) => [...values].sort((a, b) => a - b)[Math.floor(values.length / 2)].toFixed(0);
  console.log('\nThe demonstration in Chromium (software rendering), medians');
  console.log(`  address typed → first canvas      ${median(first)} ms`);
  console.log(`  address typed → solved, checked   ${median(results)} ms`);
  console.log(`  undo or redo → new diagrams       ${median(edits)} ms, the server's answer included`);
  console.log(`  longest stop of the page          ${median(blocked)} ms`);
}
