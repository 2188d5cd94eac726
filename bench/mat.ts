/**
 * From a key to the mat drawn anew, in the browser, with a hundred and fifty things on it: groups out and back by their
 * letters, on the screen and then answered by the server. `npm run bench:mat`. Wants a build.
 */
import pg from 'pg';
import { Key, type WebDriver } from 'selenium-webdriver';
import { clickOn, openBrowser, press, ready, settled, signIn } from '../tests/browser/driver';
import { signedIn } from '../tests/browser/http';
import { demoDatabase, PASSWORD, startServer } from '../tests/browser/shop.setup';
import { figures, ms } from './figures';

const TAG = 'WQ-0028';
const TIMES = 40;

/** Keeps, for every key, when it went down and when the mat was drawn after it. */
const WATCH = `
  window.drawn = [];
  const words = () => document.querySelector('div[aria-label="Groups of this layer"]')?.textContent ?? '';
  let down = null, before = '';
  window.addEventListener('keydown', () => { down = performance.now(); before = words(); }, { capture: true });
  new MutationObserver(() => { if (down !== null && words() !== before) requestAnimationFrame(() => { if (down !== null) { window.drawn.push(performance.now() - down); down = null; } }); })
    .observe(document.body, { subtree: true, childList: true, characterData: true });`;

async function things(browser: WebDriver): Promise<number> {
  return browser.executeScript<number>(
    `return [...document.querySelectorAll('section[aria-label="Not back yet"] tbody td:nth-child(2)')].reduce((sum, cell) => sum + Number(cell.textContent), 0)`,
  );
}

const databaseUrl = await demoDatabase('omnitrope_mat');
const server = await startServer(databaseUrl);
const browser = await openBrowser();
await signIn(browser, server.url, 'buyer@saltmarsh.example', PASSWORD);
await browser.get(`${server.url}/u/${TAG}/work/strip`);
await ready(browser);
await press(browser, Key.ENTER);
await settled(browser);
await clickOn(browser, 'Lid on a mat of its own');
await settled(browser);
const client = new pg.Client({ connectionString: databaseUrl });
await client.connect();
const { rows } = await client.query<{ id: string }>('select id from units where tag = $1', [TAG]);
await client.end();
const more = { name: 'more screws', kind: 'fastener', count: 20, layer: 2, way: 'cross' };
await (
  await signedIn(server.url, 'buyer@saltmarsh.example', PASSWORD)
).command('setMatItem', { input: { unitId: rows[0].id, item: more } });
await browser.navigate().refresh();
await ready(browser);
const many = await things(browser);
for (let n = 0; n < 3; n++) await press(browser, 'l');
await settled(browser);
await browser.executeScript(WATCH);
for (let n = 0; n < TIMES; n++) {
  await press(browser, n % 2 ? 'A' : 'a');
  await browser.sleep(120);
}
const { median, p95 } = figures(await browser.executeScript<number[]>('return window.drawn'));
console.log(`${many} things, ${TIMES} keys: drawn after median ${ms(median)}, p95 ${ms(p95)}`);
await browser.quit();
server.process.kill('SIGTERM');
process.exit(0);
