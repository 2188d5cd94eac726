import { execFileSync } from 'node:child_process';
import { writeFileSync, mkdirSync } from 'node:fs';
import { demoDatabase, startServer, PASSWORD } from '../tests/browser/shop.setup';
import { openBrowser, signIn, ready } from '../tests/browser/driver';
const shots = process.argv.slice(2);
const db = await demoDatabase('omnitrope_pics');
console.log(
  execFileSync('npx', ['tsx', 'scripts/year.ts'], {
    env: { ...process.env, DATABASE_URL: db, LOG_LEVEL: 'warn' },
  }).toString(),
);
const { url, stop } = (await startServer(db)) as any;
const browser = await openBrowser();
await browser.manage().window().setRect({ width: 1280, height: 800 });
await signIn(browser, url, 'buyer@saltmarsh.example', PASSWORD);
mkdirSync('/tmp/shots', { recursive: true });
for (const [i, path] of shots.entries()) {
  const t = Date.now();
  await browser.get(url + path);
  await ready(browser);
  const took = Date.now() - t;
  await new Promise((r) => setTimeout(r, 1200));
  const h = await browser.executeScript<number>('return document.documentElement.scrollHeight');
  await browser
    .manage()
    .window()
    .setRect({ width: 1280, height: Math.min(2400, Math.max(800, h + 140)) });
  await new Promise((r) => setTimeout(r, 400));
  writeFileSync(`/tmp/shots/${i}.png`, Buffer.from(await browser.takeScreenshot(), 'base64'));
  await browser.manage().window().setRect({ width: 1280, height: 800 });
  console.log(path, took, 'ms', h);
}
await browser.quit();
process.exit(0);
