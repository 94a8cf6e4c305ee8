import { launchBrowser, openPage, solved } from '/work/main/e2e/harness';
const [,, what] = process.argv;
const b = await launchBrowser(); const { page, complaints } = await openPage(b);
const base = 'http://127.0.0.1:4870';
await page.goto(base); 
const out = (n: string) => page.screenshot({ path: `/tmp/shots/${n}.png` });
if (what === 'home') { await page.waitForTimeout(800); await out('home'); }
else {
  const [project, stage] = what.split(':');
  await page.getByRole('link', { name: project, exact: true }).first().click();
  await solved(page).catch(async (e) => { console.log(String(e).slice(0,200)); });
  await page.waitForTimeout(300);
  if (stage) { for (const act of stage.split('+')) {
    if (act.startsWith('key=')) await page.keyboard.press(act.slice(4));
    else if (act.startsWith('click=')) await page.getByText(act.slice(6)).first().click();
    else if (act.startsWith('at=')) { const [x,y]=act.slice(3).split(',').map(Number); await page.mouse.click(x,y); }
    else if (act.startsWith('wait=')) await page.waitForTimeout(Number(act.slice(5)));
    else if (act.startsWith('role=')) { const [r,n]=act.slice(5).split('/'); await page.getByRole(r as 'button',{name:n}).first().click(); }
    await page.waitForTimeout(250);
  } }
  await page.waitForTimeout(500);
  await out(process.argv[3] ?? 'view');
}
console.log(complaints.slice(0,10));
await b.close();
