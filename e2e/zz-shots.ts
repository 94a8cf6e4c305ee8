import { launchBrowser, openPage, solved, startApp } from './harness';
const app = await startApp(true);
const browser = await launchBrowser();
const shots = process.argv.slice(2);
const { page, complaints } = await openPage(browser);
await page.goto(app.address);
const hrefOf = async (name: string) => { await page.goto(app.address); return (await page.getByRole('table').getByRole('link', { name, exact: true }).getAttribute('href'))!; };
const find = async (words: string, n = 0) => { await page.keyboard.press('Control+k'); await page.keyboard.type(words); for (let i = 0; i < n; i++) await page.keyboard.press('ArrowDown'); await page.waitForTimeout(200); await page.keyboard.press('Enter'); await page.waitForTimeout(500); };
const shot = async (name: string) => { await page.mouse.move(640, 796); await page.waitForTimeout(700); await page.screenshot({ path: `/tmp/shots/${name}.png` }); };
const lib = await hrefOf('Quillhaven Library');
const open = async (stage: string) => { await page.goto(`${app.address}${lib}?stage=${stage}`); await solved(page); };
const steps: Record<string, () => Promise<void>> = {
  palette: async () => { await open('frame'); await page.keyboard.press('Control+k'); await page.keyboard.type('hinge'); await shot('palette'); },
  settings: async () => { await open('frame'); await find('units'); await shot('settings'); },
  plan: async () => { await open('frame'); await find('plan of', 1); await page.keyboard.press('Control+a'); await shot('plan'); },
  loads: async () => { await open('loads'); await find('case L: '); await page.mouse.click(500, 330); await page.waitForTimeout(300); await shot('loads-picked'); },
  tool: async () => { await open('loads'); await find('put a load on an area'); await page.getByLabel('Value').fill('-100 foo'); await shot('tool-unread'); },
  grid: async () => { await open('frame'); await page.getByText('Storeys and grid lines').scrollIntoViewIfNeeded(); await find('move a grid line'); await page.getByLabel('New position').fill('1.5'); await shot('grid-move'); },
  sections: async () => { await open('frame'); await find('sections of the project'); await page.waitForTimeout(300); await page.getByRole('grid', { name: 'Sections' }).getByRole('row').nth(2).click(); await page.keyboard.press('Delete'); await page.waitForTimeout(300); await shot('sections'); },
  findings: async () => { await open('frame'); await page.keyboard.press('g'); await shot('findings'); },
  display: async () => { await open('loads'); await page.keyboard.press('y'); await shot('display'); },
};
for (const name of shots.length > 0 ? shots : Object.keys(steps)) { try { await steps[name](); console.log('ok', name); } catch (error) { console.log('failed', name, String(error).slice(0, 300)); await shot(`${name}-failed`); } }
console.log(complaints.join('\n').slice(0, 500));
await browser.close();
await app.stop();
