import { solved } from './harness';
import { inBrowser, type Started } from './in-browser';

let page: Started['page'];
inBrowser(false, (started) => {
  ({ page } = started);
});

test('the road with nothing but the keyboard', async () => {
  const { keyboard } = page;
  /** Presses Tab until the focus is on something with that accessible name. */
  const tabTo = async (name: RegExp) => {
    for (let i = 0; i < 90; i++) {
      await keyboard.press('Tab');
      const found = await page.evaluate(() => {
        const element = document.activeElement as HTMLElement | null;
        if (!element) return '';
        const label =
          element.getAttribute('aria-label') ??
          (element.id ? document.querySelector(`label[for="${CSS.escape(element.id)}"]`)?.textContent : null) ??
          element.textContent ??
          '';
        return label.trim();
      });
      if (name.test(found)) return;
    }
    throw new Error(`Nothing called ${name} could be reached with Tab.`);
  };
  const command = async (words: string) => {
    await keyboard.press('Control+k');
    await page.getByRole('combobox', { name: 'Search or command' }).waitFor();
    await keyboard.type(words);
    await keyboard.press('Enter');
  };

  await tabTo(/^Name$/);
  await keyboard.type('Keyboard House');
  await keyboard.press('Enter');
  await page.getByRole('heading', { name: 'Keyboard House' }).waitFor();
  await page.getByText('Nothing is drawn yet').waitFor();

  await command('frame builder');
  await tabTo(/^Bays along x$/);
  await keyboard.press('Control+a');
  await keyboard.type('2*5');
  await tabTo(/^Make frame$/);
  await keyboard.press('Enter');
  await solved(page);

  await keyboard.press('2');
  await command('m40');
  await page.getByText('selected: 1 beam').waitFor();
  await page.getByRole('button', { name: 'D, Self-weight' }).waitFor();
  // the strip is one stop in the Tab order; arrows move along it
  await tabTo(/^(D, Self-weight|Envelope|U1)/);
  await tabTo(/^Value$/);
  await keyboard.type('-20 kN/m');
  await keyboard.press('Enter');
  await tabTo(/^Put on 1 member$/);
  await keyboard.press('Enter');
  await command('generate the combinations');
  await page.getByRole('button', { name: /U1, ASCE/ }).waitFor();
  await solved(page);

  await keyboard.press('4');
  await tabTo(/^Member forces$/);
  await tabTo(/^Member forces$/);
  await keyboard.press('End');
  await keyboard.press('Enter');
  await page.getByRole('complementary', { name: /^Page of/ }).waitFor();
  await keyboard.press('Escape');
  await keyboard.press('w');
  await page.getByRole('complementary', { name: /^Calculation sheet of/ }).waitFor();
  await page.getByText('Comparison').waitFor();
  await keyboard.press('Control+z');
  await page.getByText('selected:').first().waitFor();
  await keyboard.press('?');
  await page.getByRole('dialog', { name: 'Shortcuts' }).waitFor();
  await keyboard.press('Escape');
  await page.getByRole('dialog', { name: 'Shortcuts' }).waitFor({ state: 'detached' });
});
