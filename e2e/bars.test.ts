import { authorDunlinStudios } from '../demo/dunlin-studios';
import { chooseIn, solved } from './harness';
import { inBrowser, type Started } from './in-browser';

let page: Started['page'];
inBrowser([authorDunlinStudios], (started) => {
  ({ page } = started);
});

const command = async (words: string) => {
  await page.keyboard.press('Control+k');
  await page.getByRole('combobox', { name: 'Search or command' }).fill(words);
  await page.keyboard.press('Enter');
};

test('bars laid out over the spans of a beam, dragged and typed with the checks following, and their schedule', async () => {
  await page.getByRole('table').getByRole('link', { name: 'Dunlin Studios', exact: true }).click();
  await solved(page);
  await page.keyboard.press('5');
  await command('Select member m33');
  await command('Lay out the bars of the selected beams');
  await page.getByText(/^Laid out the bars of beam m33 … m34: top /).waitFor();
  await solved(page);
  await command('Bars of the selected beam from the side');
  const line = page.getByRole('complementary', { name: 'Page of beam m33 … m34' });
  const drawing = line.getByRole('group', { name: 'Bars of beam m33 … m34 from the side' });
  await drawing.waitFor();
  // what is added is dragged by its ends
  const handle = drawing.getByRole('slider', { name: /^Start of \d D\d+, bottom/ }).first();
  const field = line.getByLabel('Start of bars 1');
  const before = Number(await field.inputValue());
  const box = (await handle.boundingBox())!;
  await page.mouse.move(box.x + box.width / 2, box.y + box.height / 2);
  await page.mouse.down();
  await page.mouse.move(box.x + box.width / 2 + 70, box.y + box.height / 2, { steps: 5 });
  await page.mouse.up();
  await solved(page);
  const dragged = Number(await field.inputValue());
  expect(dragged).toBeGreaterThan(before + 0.8);
  // too short it does not do: the check follows at once
  await page.getByRole('button', { name: /^worst [1-9]\.\d/ }).waitFor();
  // by keys a step back and forth, then by typing to where it was
  await handle.focus();
  await page.keyboard.press('ArrowRight');
  await solved(page);
  expect(Number(await field.inputValue())).toBeCloseTo(dragged + 0.05, 2);
  await field.fill(String(before));
  await page.keyboard.press('Enter');
  await page.getByRole('button', { name: /^worst 0\.\d/ }).waitFor();
  // the beam is cut where the mark stands: in its middle support the top bars are asked for, in the span those below
  const mark = drawing.getByRole('slider', { name: 'Place of the cut' });
  const cut = line.locator('.bar-section');
  const asked = async () =>
    (
      await cut
        .getByRole('row', { name: /^area asked/ })
        .getByRole('cell')
        .allInnerTexts()
    ).slice(1);
  const [, below] = await asked();
  expect(Number(below)).toBeGreaterThan(100);
  await mark.focus();
  await page.keyboard.press('Home');
  const first = Number(await mark.getAttribute('aria-valuenow'));
  await page.keyboard.press('ArrowRight');
  expect(Number(await mark.getAttribute('aria-valuenow'))).toBeCloseTo(first + 0.05, 6);
  await cut.getByRole('img', { name: /^Cut across m33 0\.05 m/ }).waitFor();
  expect((await asked())[1]).not.toBe(below);
  // a zone of stirrups, added and taken away again
  await line.getByLabel('Add a zone of stirrups').click();
  await page
    .locator('.ant-select-item-option:visible', { hasText: /^After/ })
    .first()
    .click();
  await line.getByLabel('Spacing of zone 1').waitFor();
  await drawing.getByRole('slider', { name: 'End of zone 1 of stirrups' }).waitFor();
  const [file] = await Promise.all([
    page.waitForEvent('download'),
    line.getByRole('button', { name: 'Schedule as XLSX' }).click(),
  ]);
  expect(file.suggestedFilename()).toBe('Bars of beam m33 _ m34.xlsx');
});

test('the checks of a beam switched off and on again, and torsion that others take over', async () => {
  await page.getByRole('table').getByRole('link', { name: 'Dunlin Studios', exact: true }).click();
  await solved(page);
  await page.keyboard.press('5');
  await command('Select member m33');
  const details = page.getByRole('complementary');
  const isChecked = details.getByRole('checkbox', { name: 'It is checked' });
  await isChecked.uncheck();
  await solved(page);
  await details.getByText('Its checks are switched off by hand').first().waitFor();
  await command('design on');
  await solved(page);
  await details.getByText('Its checks are switched off by hand').first().waitFor({ state: 'detached' });
  expect(await isChecked.isChecked()).toBe(true);
  // what others take over is said on the sheet, and left to them
  await command('compatibility torsion');
  const rules = page.getByRole('complementary', { name: 'Settings of the project' });
  await chooseIn(page, rules.getByLabel('Torsion').first(), 'others can take it over: left to them (6.3.1(2))');
  await rules.getByText('where the analysis leaves it more than cracks it').first().waitFor();
  await page.getByRole('button', { name: 'Close the page' }).click();
  await solved(page);
  await command('Calculation sheet');
  await page.getByText('The design rules take torsion as one that others can take over').first().waitFor();
});
