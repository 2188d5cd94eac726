import { mkdtempSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import ical from 'node-ical';
import { By, Key, until, type WebDriver } from 'selenium-webdriver';
import { beforeAll, describe, expect, inject, it } from 'vitest';
import { idOf, rowsOf } from './database';
import { clickOn, pageText, press, ready, see, settled, soon } from './driver';
import { signedIn } from './http';
import { signedInBrowser } from './signedIn';

const url = inject('url');
let browser: WebDriver;
const opened = signedInBrowser('buyer@saltmarsh.example');
const open = async (path: string) => {
  await browser.get(url + path);
  await ready(browser);
};
beforeAll(async () => {
  browser = opened();
  const owner = await signedIn(url, 'buyer@saltmarsh.example', inject('password'));
  const days = Array.from({ length: 7 }, () => '0-24');
  expect((await owner.command('setWeek', { input: { days, away: [], places: {} } })).status).toBe(200);
});

describe('the day, by hand', () => {
  it('a piece of work is held by keys, put later, pinned, and let go again', async () => {
    await open('/day');
    const mine = async () =>
      (await browser.findElement(By.css('section[aria-label="What Buyer does"]'))).getText();
    await press(browser, Key.ARROW_DOWN);
    const panel = () => browser.findElement(By.css('section[aria-label="Put it elsewhere"]'));
    const before = await (await panel()).getText();
    const tag = /[A-Z]{2}-\d{4}/.exec(before)![0];
    for (let n = 0; n < 8; n++) await press(browser, Key.ARROW_RIGHT);
    await soon(async () => (await panel()).getText()).not.toBe(before);
    // choosing has changed nothing yet
    expect(await mine()).not.toContain('pinned');
    await press(browser, Key.ENTER);
    await browser.wait(
      async () => (await pageText(browser)).includes(', pinned'),
      20_000,
      'nothing is pinned',
    );
    await open('/day');
    // a new plan may be drawn while its row is looked for; low on the page it lies behind the strip
    await browser.wait(async () => {
      const row = await browser.findElement(
        By.xpath(`//li[contains(., ', pinned') and contains(., '${tag}')]`),
      );
      await browser.executeScript('arguments[0].scrollIntoView({ block: "center" })', row);
      await row.findElement(By.css('button')).click();
      return true;
    }, 20_000);
    await clickOn(browser, 'let the plan decide');
    await browser.wait(
      async () => !(await pageText(browser)).includes(', pinned'),
      20_000,
      'it is pinned still',
    );
  });
  it('a piece of hands is dragged later along its line; Enter pins it there', async () => {
    await open('/day');
    const panel = By.css('section[aria-label="Put it elsewhere"]');
    // the broadest that can be taken: a plan made anew meanwhile draws them anew
    await browser.wait(async () => {
      const at = await browser.executeScript<[number, number]>(
        `const pieces = [...document.querySelectorAll('svg rect.cursor-grab')];
         const broadest = pieces.reduce((best, piece) => piece.getBoundingClientRect().width > best.getBoundingClientRect().width ? piece : best);
         broadest.scrollIntoView({ block: 'center' });
         const { x, y, width, height } = broadest.getBoundingClientRect();
         return [Math.round(x + width / 2), Math.round(y + height / 2)];`,
      );
      const [x, y] = at;
      await browser
        .actions({ async: true })
        .move({ x, y })
        .press()
        .move({ x: x + 40, y, duration: 100 })
        .move({ x: x + 120, y, duration: 100 })
        .release()
        .perform();
      return (await browser.findElements(panel)).length > 0;
    }, 30_000, 'nothing could be dragged'); // prettier-ignore
    const held = await browser.findElement(panel).getText();
    const tag = /[A-Z]{2}-\d{4}/.exec(held)![0];
    await press(browser, Key.ENTER);
    const pinned = By.xpath(`//li[contains(., ', pinned') and contains(., '${tag}')]`);
    await browser.wait(until.elementLocated(pinned), 20_000, 'it is not pinned');
    const at = /\d+:\d\d/.exec(held)![0];
    expect(await (await browser.findElement(pinned)).getText()).toContain(at);
    const place = { unitId: await idOf('units', 'tag', tag), person: null };
    const owner = await signedIn(url, 'buyer@saltmarsh.example', inject('password'));
    const pins = await rowsOf<{ operation: string }>('select operation from day_pins where unit_id = $1', [place.unitId]); // prettier-ignore
    for (const { operation } of pins) await owner.command('placeWork', { input: { ...place, operation } });
  });
  it('a run that takes longer moves what comes after it, and the day says why', async () => {
    await open('/day');
    const [run] = await rowsOf<{ work_id: string; unit_id: string; station: string; tag: string }>(
      `select s.work_id, s.unit_id, s.station, u.tag from work_segments s join units u on u.id = s.unit_id
       where s.ended_at is null and not s.attended and u.stage not in ('shelf', 'sold', 'gone')
       order by s.started_at + s.expected_minutes * interval '1 minute'`,
    );
    const { work_id: workId, unit_id: unitId, station, tag } = run;
    const owner = await signedIn(url, 'buyer@saltmarsh.example', inject('password'));
    expect((await owner.command('leaveAlone', { input: { unitId, workId, station, minutes: 900 } })).status).toBe(200); // prettier-ignore
    await soon(async () => (await browser.findElement(By.css('section[aria-label="What moved"]'))).getText()).toMatch(new RegExp(`${tag}: .* takes \\d+ min longer`)); // prettier-ignore
  });
  it('the strip says what is next on every screen, and N goes there', async () => {
    await open('/bin');
    const next = await browser.wait(
      until.elementLocated(By.css('section[aria-label="Next for you"] a')),
      15_000,
    );
    const href = (await next.getAttribute('href'))!.replace(url, '');
    await press(browser, 'n');
    await browser.wait(until.urlContains(href), 15_000);
  });
  it('a link to one’s own work is read by a calendar without signing in, until it is ended', async () => {
    await open('/me');
    await clickOn(browser, 'Make a link');
    const shown = await browser.wait(until.elementLocated(By.css('section[aria-label="Calendars"] b.select-all')), 15_000); // prettier-ignore
    const address = await shown.getText();
    const feed = await fetch(address);
    expect(feed.headers.get('content-type')).toContain('text/calendar');
    const entries = Object.values(ical.sync.parseICS(await feed.text())).filter(
      (one) => one?.type === 'VEVENT',
    );
    expect(entries.length).toBeGreaterThan(0);
    await clickOn(browser, 'end it');
    await settled(browser);
    await soon(async () => (await fetch(address)).status).toBe(404);
  });
  it('a week of one’s own is tried in four ways, with one person less beside it', async () => {
    await open('/day/week');
    const field = async (name: string, value: string) => {
      const input = await browser.findElement(By.css(`input[name="${name}"]`));
      await input.sendKeys(Key.chord(Key.CONTROL, 'a'), value);
    };
    await field('machines', '10');
    await field('days', '2');
    await clickOn(browser, 'Try it');
    await see(browser, 'By the plan', 60_000);
    await browser.wait(async () => (await browser.findElements(By.css('p[role="status"]'))).length === 0 || (await pageText(browser)).includes('Mean of 6 weeks'), 90_000); // prettier-ignore
    await field('people', '1');
    await clickOn(browser, 'Try it');
    await browser.wait(async () => (await browser.findElements(By.css('section[aria-label^="Tried:"]'))).length === 2, 90_000); // prettier-ignore
    expect(await pageText(browser)).toContain('Nearest promise first');
  });
});

describe('the owner’s table', () => {
  it('who gets what is worked out by a worker, and carried out by fetching each part', async () => {
    await open('/build');
    await clickOn(browser, 'Work it out');
    await see(browser, 'were looked at', 90_000);
    const made = await browser.findElements(By.css('li[aria-label$="gets parts"]'));
    if (made.length === 0) return;
    const tag = /[A-Z]{2}-\d{4}/.exec((await made[0].getAttribute('aria-label'))!)![0];
    await made[0].findElement(By.xpath(".//button[contains(., 'carry it out')]")).click();
    await see(browser, 'Fetch, and scan each');
    for (const box of await made[0].findElements(By.css('input[type=checkbox]'))) await box.click();
    await clickOn(browser, `All of it is in ${tag}`);
    await soon(async () => made[0].getText()).toContain('done');
    await open(`/u/${tag}/record`);
    await see(browser, 'Made better out of others');
  });
  it('books: a question, its chart, the same as a table, the machines behind a line, and as a file', async () => {
    await open('/books/made?by=source');
    await see(browser, 'Which sources are worth buying from?');
    await browser.wait(until.elementLocated(By.css('div[role="img"] svg')), 15_000, 'no chart is drawn');
    const line = await browser.findElement(By.css('tbody th a'));
    await line.click();
    await browser.wait(until.urlContains('/books/behind'), 15_000);
    await see(browser, 'WQ-0009');
    const files = await browser.executeAsyncScript<[number, string, number, string]>(
      `const done = arguments[0];
       Promise.all([fetch('/api/books?by=month'), fetch('/api/books/month?month=' + new Date().toISOString().slice(0, 7))])
         .then(async ([csv, pdf]) => done([csv.status, (await csv.text()).split('\\r\\n')[0], pdf.status, pdf.headers.get('content-type')]));`,
    );
    expect(files[0]).toBe(200);
    expect(files[1]).toContain('sold,gone,');
    expect(files.slice(2)).toEqual([200, 'application/pdf']);
  });
  it('the whole shop is written into a file by a worker and taken away; what was learnt goes to another shop and comes from one', async () => {
    await open('/rules/archive');
    await clickOn(browser, 'Write an archive');
    const link = await browser.wait(
      until.elementLocated(By.css('a[download][href^="/api/archive/"]')),
      60_000,
    );
    const got = await browser.executeAsyncScript<[number, string, number[]]>(
      `const done = arguments[1];
       fetch(arguments[0]).then(async (answer) => done([answer.status, answer.headers.get('content-type'), [...new Uint8Array(await answer.arrayBuffer()).slice(0, 2)]]));`,
      await link.getAttribute('href'),
    );
    // the first two bytes of RFC 1952
    expect(got).toEqual([200, 'application/gzip', [0x1f, 0x8b]]);
    await browser.findElement(By.css('button[aria-label^="Import shop-"]')).click();
    await see(browser, 'Only an empty shop can import an archive');
    const file = join(mkdtempSync(join(tmpdir(), 'omnitrope-')), 'harbour.json');
    const note = {
      maker: 'Pellmark',
      model: 'Courier 14',
      kind: 'quirk',
      text: 'Two long screws at the back.',
    };
    writeFileSync(file, JSON.stringify({ format: 'shop exchange', version: 1, madeOn: '2026-11-30', notebook: [note] })); // prettier-ignore
    await browser.findElement(By.css('input[aria-label="A file of another shop"]')).sendKeys(file);
    await see(browser, 'Imported: 0 causes out of 0 machines, 1 note, 0 sales');
    await clickOn(browser, 'take back');
    await soon(async () => browser.findElements(By.css('button[aria-label="Take harbour.json back"]'))).toEqual([]); // prettier-ignore
  });
  it('stock, minutes and whether the program is right, each under its question', async () => {
    for (const [path, question] of [
      ['/books/stock', 'Where does money lie?'],
      ['/books/hands', 'Which work takes longer than planned?'],
      ['/books/right', 'How far off are prices?'],
    ]) {
      await open(path);
      await see(browser, question);
    }
    await browser.wait(async () => !(await pageText(browser)).includes('are being worked out'), 30_000);
  });
});
