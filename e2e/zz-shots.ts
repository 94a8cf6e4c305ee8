import { launchBrowser, openPage, solved, startApp } from './harness';
const app = await startApp(true);
const browser = await launchBrowser();
const shots = process.argv.slice(2);
const { page, complaints } = await openPage(browser);
await page.goto(app.address);
const hrefOf = async (name: string) => { await page.goto(app.address); return (await page.getByRole('table').getByRole('link', { name, exact: true }).getAttribute('href'))!; };
const find = async (words: string) => { await page.keyboard.press('Control+k'); await page.keyboard.type(words); await page.keyboard.press('Enter'); await page.waitForTimeout(500); };
const shot = async (name: string) => { await page.mouse.move(640, 796); await page.waitForTimeout(700); await page.screenshot({ path: `/tmp/shots/${name}.png` }); };
const lib = await hrefOf('Quillhaven Library');
const steps: Record<string, () => Promise<void>> = {
  checks: async () => { await page.goto(`${app.address}${lib}?stage=checks`); await solved(page); await shot('checks'); },
  sheet: async () => { await page.goto(`${app.address}${lib}?stage=checks`); await solved(page); await page.keyboard.press('w'); await page.waitForTimeout(1500); await shot('sheet'); },
  steel: async () => { await page.goto(`${app.address}${await hrefOf('Tern Hide')}?stage=checks`); await solved(page); await shot('hide-checks'); await page.keyboard.press('w'); await page.waitForTimeout(1500); await shot('hide-sheet'); },
  home: async () => { await page.goto(`${app.address}${lib}?stage=checks`); await solved(page); await page.waitForTimeout(2000); await page.goto(app.address); await page.waitForTimeout(800); await shot('home'); },
  storey: async () => { await page.goto(`${app.address}${lib}?stage=results`); await solved(page); await find('page of storey'); await page.waitForTimeout(1500); await shot('storey'); },
  builder: async () => { await page.goto(`${app.address}${lib}?stage=frame`); await solved(page); await find('frame builder'); await page.getByLabel('Columns').first().fill('W14X90'); await page.getByLabel('Bays along x').fill('3*6000'); await page.waitForTimeout(500); await shot('builder'); },
  wind: async () => { await page.goto(`${app.address}${lib}?stage=loads`); await solved(page); await find('make wind loads'); await page.waitForTimeout(1500); await shot('wind'); },
  notional: async () => { await page.goto(`${app.address}${lib}?stage=loads`); await solved(page); await find('make notional loads'); await page.waitForTimeout(1500); await shot('notional'); },
  combining: async () => { await page.goto(`${app.address}${lib}?stage=loads`); await solved(page); await find('generate combinations with their options'); await page.waitForTimeout(1500); await shot('combining'); },
};
for (const name of shots.length > 0 ? shots : Object.keys(steps)) { try { await steps[name](); console.log('ok', name); } catch (error) { console.log('failed', name, String(error).slice(0, 300)); await shot(`${name}-failed`); } }
console.log(complaints.join('\n').slice(0, 500));
await browser.close();
await app.stop();
