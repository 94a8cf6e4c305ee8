import { authorDunlinStudios } from '../demo/dunlin-studios';
import { chooseIn, solved } from './harness';
import { inBrowser, type Started } from './in-browser';

let page: Started['page'];
inBrowser([authorDunlinStudios], (started) => {
  ({ page } = started);
});

const details = () => page.getByRole('complementary');
const command = async (words: string) => {
  await page.keyboard.press('Control+k');
  await page.getByRole('combobox', { name: 'Search or command' }).fill(words);
  await page.keyboard.press('Enter');
};

test('beams of concrete to EN 1992-1-1 with their slab: bars chosen and proposed anew, bars along the sides, national values that change the sheet', async () => {
  await page.getByRole('table').getByRole('link', { name: 'Dunlin Studios', exact: true }).click();
  await solved(page);
  await page.keyboard.press('5');
  // those of the roof are only proposed
  await details()
    .getByText(/12 hold, 0 fail, 30 are open/)
    .waitFor();
  await command('Beam checks: select all beams');
  await command('Accept the proposed bars of the selected beams');
  await page.keyboard.press('Escape');
  await page.keyboard.press('Escape');
  await details()
    .getByText(/24 hold, 0 fail, 18 are open/)
    .waitFor();
  await command('Select member m12');
  await details().getByText('Top 5 D20, chosen.').waitFor();
  // too few bars at the top: the check follows at once
  await details().getByLabel('Number of top bars').fill('2');
  await details().getByText('Top 2 D20, chosen.').waitFor();
  await details()
    .getByText(/(Bending, top bars, EN 1992-1-1 6\.1; U\d|Width of cracks, EN 1992-1-1 7\.3\.4; Q\d) governs/)
    .waitFor();
  await page.getByRole('button', { name: /^worst [1-9]\.[1-9]/ }).waitFor();
  // left to Elbow, bars are proposed that do
  await details().getByRole('button', { name: 'propose' }).first().click();
  await details()
    .getByText(/Top \d D\d+.*, proposed\. Bottom 4 D20, chosen\./)
    .waitFor();
  await details().getByRole('button', { name: 'Accept what is proposed' }).click();
  await details()
    .getByText(/Top \d D\d+.*, chosen\. Bottom 4 D20, chosen\./)
    .waitFor();
  // bars along the sides are asked for by nothing here, and may be chosen all the same
  await details().getByText('proposed where asked for').waitFor();
  await details().getByText('Each side', { exact: true }).waitFor();
  await details().getByRole('button', { name: 'choose', exact: true }).click();
  await chooseIn(page, details().getByLabel('Size of side bars'), 'D16');
  await details().getByText('Sides 1 D16 each, chosen.').waitFor();
  // national values stand on the sheet
  await command('cover');
  await page.getByLabel('αcc').fill('0.85');
  await page.keyboard.press('Enter');
  await page.keyboard.press('Escape');
  await command('Select member m12');
  await command('Open the calculation sheet of the selected member');
  await page.getByRole('button', { name: /^Bending, bottom bars/ }).click();
  await page.getByText('National values in place of the recommended ones: αcc = 0.85 (1).').waitFor();
  await page.getByText(/flush with the beam’s, as drawn/).waitFor();
});

test('design rules copied for the beams of one storey, changed, given to those of another, and taken away again', async () => {
  await page.getByRole('table').getByRole('link', { name: 'Dunlin Studios', exact: true }).click();
  await solved(page);
  await page.keyboard.press('5');
  await command('Select member m12');
  await details().getByRole('button', { name: 'Copy for this beam' }).click();
  const page1 = page.getByRole('complementary', { name: 'Settings of the project' });
  const set = page1.locator('details').filter({ hasText: 'Design rules “Beams”' });
  await set.getByText('of 1 member').waitFor();
  await set.getByLabel('Name').fill('Outside');
  await page.keyboard.press('Enter');
  const outside = page1.locator('details').filter({ hasText: 'Design rules “Outside”' });
  // an error names the remedy and leaves what is saved
  await outside.getByLabel('Clear cover').fill('900 mm');
  await page.keyboard.press('Enter');
  await outside.getByText('The cover lies between 10 mm and 200 mm (3/8 in and 8 in).').waitFor();
  await outside.getByLabel('Clear cover').fill('70 mm');
  await page.keyboard.press('Enter');
  await page.keyboard.press('Escape');
  // other beams by their selection: how many they are stays in sight
  await command('Beam checks: select all beams');
  await details()
    .getByRole('button', { name: /^Copy for these \d+ beams$/ })
    .waitFor();
  await command('Select member m13');
  await chooseIn(page, details().getByLabel('Design rules', { exact: true }), 'Outside');
  await details()
    .getByRole('button', { name: /, cover 70 mm/ })
    .waitFor();
  await command('Select member m14');
  await details()
    .getByRole('button', { name: /, cover 35 mm/ })
    .waitFor();
  await details()
    .getByRole('button', { name: /, cover 35 mm/ })
    .click();
  await outside.getByText('of 2 members').waitFor();
  await page1.getByRole('button', { name: 'Delete the design rules Outside' }).click();
  await outside.waitFor({ state: 'detached' });
  await page.keyboard.press('Escape');
  await command('Select member m13');
  await details()
    .getByRole('button', { name: /, cover 35 mm/ })
    .waitFor();
});

test('the deflection that is allowed of a span is read, broken by what is typed, and mended', async () => {
  await page.getByRole('table').getByRole('link', { name: 'Dunlin Studios', exact: true }).click();
  await solved(page);
  await page.keyboard.press('5');
  await command('Select member m12');
  await details().getByRole('button', { name: 'Copy for this beam' }).click();
  const settings = page.getByRole('complementary', { name: 'Settings of the project' });
  const set = settings.locator('details').filter({ hasText: 'Design rules “Beams”' });
  await set.getByLabel('In the end, span over').fill('5');
  await page.keyboard.press('Enter');
  await set.getByText('A limit is the span over a number from 20 to 10 000, such as 360.').waitFor();
  await set.getByLabel('In the end, span over').fill('4000');
  await page.keyboard.press('Enter');
  await settings.getByRole('button', { name: 'Close the page' }).click();
  await details()
    .getByText(/Deflection in the end, EN 1992-1-1 7\.4\.1\(4\), 7\.4\.3; Q1 governs/)
    .waitFor();
  await page.getByRole('button', { name: /^worst [2-9]\./ }).waitFor();
  await command('Open the calculation sheet of the selected member');
  await page.getByRole('button', { name: /^Deflection in the end/ }).click();
  await page.getByText('Limit l/4000 as typed in the design rules.').waitFor();
  await page.getByText('1.0 G + 1.0 G2 + 0.3 Q, first order').waitFor();
  await page.keyboard.press('Escape');
  // back to what the code says
  await command('crack width');
  await settings.getByRole('button', { name: 'Delete the design rules Beams' }).click();
  await settings.getByRole('button', { name: 'Close the page' }).click();
  await command('Select member m12');
  await command('Open the calculation sheet of the selected member');
  await page.getByRole('button', { name: /^Deflection in the end/ }).click();
  await page.getByText('Limit l/250 of 7.4.1(4).').waitFor();
});
