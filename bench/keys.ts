/**
 * From a key to the next question drawn, in the browser: three benches answering at once on Find out, and one
 * alone on the quick look (where the next question does not wait). `npm run bench:keys`. Wants a build.
 */
import pg from 'pg';
import { By, type WebDriver } from 'selenium-webdriver';
import { openBrowser, ready, signIn } from '../tests/browser/driver';
import { demoDatabase, PASSWORD, startServer } from '../tests/browser/shop.setup';
import { figures, ms } from './figures';

const PEOPLE = ['bench-a', 'bench-b', 'buyer'];
const UNITS_EACH = 4;
const KEYS_EACH = 6;

const databaseUrl = await demoDatabase('omnitrope_keys');
const server = await startServer(databaseUrl);
const client = new pg.Client({ connectionString: databaseUrl });
await client.connect();
const { rows } = await client.query<{ tag: string }>(
  "select tag from units where stage = 'dock' and chassis in ('desktop', 'small') order by tag",
);
await client.end();

/** Keeps, for every key, when it went down and when the question's words changed after it. */
const WATCH = `
  window.drawn = [];
  const words = () => document.querySelector('section[aria-label="Next"] h2')?.textContent ?? '';
  let down = null, before = '';
  window.addEventListener('keydown', () => { down = performance.now(); before = words(); }, { capture: true });
  new MutationObserver(() => { if (down !== null && words() && words() !== before) requestAnimationFrame(() => { if (down !== null) { window.drawn.push(performance.now() - down); down = null; } }); })
    .observe(document.body, { subtree: true, childList: true, characterData: true });`;

async function answering(browser: WebDriver, tags: string[], side: string, keys: number): Promise<number[]> {
  const all: number[] = [];
  for (const tag of tags) {
    await browser.get(`${server.url}/u/${tag}${side}`);
    await ready(browser);
    await browser.executeScript(WATCH);
    for (let n = 0; n < keys; n++) {
      if ((await browser.findElements(By.css('section[aria-label="Next"] h2'))).length === 0) break;
      const had = await browser.executeScript<number>('return window.drawn.length');
      await browser.switchTo().activeElement().sendKeys('1');
      await browser
        .wait(async () => (await browser.executeScript<number>('return window.drawn.length')) > had, 5_000)
        .catch(() => undefined);
      await browser.sleep(250);
    }
    all.push(...(await browser.executeScript<number[]>('return window.drawn')));
  }
  return all;
}

const browsers = await Promise.all(
  PEOPLE.map(async (name) => {
    const browser = await openBrowser();
    await signIn(browser, server.url, `${name}@saltmarsh.example`, PASSWORD);
    return browser;
  }),
);
const tagsOf = (i: number) => rows.slice(i * UNITS_EACH, (i + 1) * UNITS_EACH).map((row) => row.tag);
const say = (name: string, times: number[]) => {
  const { median, p95 } = figures(times);
  console.log(`${name}: ${times.length} keys, median ${ms(median)}, p95 ${ms(p95)}`);
};
await answering(
  browsers[0],
  rows.slice(-2).map((row) => row.tag),
  '',
  3,
); // the first of everything is slower
say('find out, one bench alone', await answering(browsers[0], tagsOf(3), '', KEYS_EACH));
say(
  'find out, three benches',
  (await Promise.all(browsers.map((browser, i) => answering(browser, tagsOf(i), '', KEYS_EACH)))).flat(),
);
say(
  'quick look, one bench alone',
  await answering(
    browsers[0],
    rows.slice(-5).map((row) => row.tag),
    '/look',
    KEYS_EACH,
  ),
);
await Promise.all(browsers.map((browser) => browser.quit()));
server.process.kill('SIGTERM');
process.exit(0);
