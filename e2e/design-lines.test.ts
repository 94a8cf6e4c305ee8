import { chooseIn, solved } from './harness';
import { inBrowser, type Started } from './in-browser';

let page: Started['page'];
inBrowser(true, (started) => {
  ({ page } = started);
});

const details = () => page.getByRole('complementary');
const command = async (words: string) => {
  await page.keyboard.press('Control+k');
  await page.getByRole('combobox', { name: 'Search or command' }).fill(words);
  await page.keyboard.press('Enter');
};

test('a beam over several spans is one line: split and joined, a support decided, a name given, and found by itself again', async () => {
  await page.getByRole('table').getByRole('link', { name: 'Quillhaven Library', exact: true }).click();
  await solved(page);
  await page.keyboard.press('5');
  await command('Select member m81');
  await details().getByRole('heading', { name: 'Design line' }).waitFor();
  await details().getByText('6.40 · 6.40 · 6.40 · 6.40 m; 5 supports').waitFor();
  await command('Design lines');
  const grid = page.getByRole('grid', { name: 'Design lines' });
  await grid.getByText('beam m80 … m83').waitFor();
  await command('Design line of the selected member');
  const line = () => page.getByRole('complementary', { name: /^Page of / });
  const facts = (words: string) => line().getByText(words).waitFor();
  await facts('design line of 4 members, 25.60 m');
  await line()
    .getByRole('img', { name: /spans 6.40, 6.40, 6.40, 6.40/ })
    .waitFor();
  // split in the middle: two lines, the one of the member stays open
  await line().getByLabel('Split it at').click();
  await page.getByTitle('n53, at 12.80 m').last().click();
  await facts('design line of 2 members, 12.80 m');
  await facts('Decided by hand: it keeps these members together, and only these.');
  await line().getByRole('button', { name: 'Join with beam m82 … m83' }).click();
  await facts('design line of 4 members, 25.60 m');
  // a support that is none makes one span of two
  await chooseIn(page, line().getByLabel('What n52 is to the beam'), 'not a support');
  await line()
    .getByRole('img', { name: /spans 12.80, 6.40, 6.40/ })
    .waitFor();
  await line().getByLabel('Name of the line').fill('Reading room beam');
  await page.keyboard.press('Enter');
  await line()
    .getByRole('heading', { name: /Reading room beam/ })
    .waitFor();
  // the search knows it by its name
  await page.getByRole('button', { name: 'Close the page' }).click();
  await command('Reading room beam');
  await facts('design line of 4 members, 25.60 m');
  // what was decided is kept when the beam is divided, and asked about
  await command('Select member m82');
  await command('Divide members');
  await page
    .getByRole('button', { name: /^Divide/ })
    .last()
    .click();
  await page.getByRole('button', { name: /1 remark/ }).waitFor();
  await command('Reading room beam');
  await line().getByText('Look again:').waitFor();
  await line().getByRole('button', { name: 'It is right as it is now' }).click();
  await page.getByRole('button', { name: /0 findings/ }).waitFor();
  await line().getByRole('button', { name: 'Let it be found by itself' }).click();
  await line()
    .getByText(/^Found by itself/)
    .waitFor();
  await line()
    .getByRole('img', { name: /spans 6.40, 6.40, 6.40, 6.40/ })
    .waitFor();
});
