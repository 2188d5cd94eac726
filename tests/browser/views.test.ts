import { readFileSync } from 'node:fs';
import { By, until, type WebDriver } from 'selenium-webdriver';
import { afterAll, beforeAll, describe, expect, inject, it } from 'vitest';
import { violations } from './axe';
import { cutOff } from './cutOff';
import {
  openBrowser,
  pageText,
  press,
  ready,
  resize,
  says,
  see,
  settled,
  signIn,
  soon,
  turnTo,
} from './driver';
import { THOROUGH } from '../thorough';
import { signedIn } from './http';

const url = inject('url');
const password = inject('password');

let browser: WebDriver;

beforeAll(async () => {
  browser = await openBrowser();
});
afterAll(async () => browser?.quit());

const VIEWS = [
  '/',
  '/stage/find',
  '/lots',
  '/lots/new',
  '/lots/bid?laptop=12&desktop=8&source=auction&premium=12&freight=45',
  '/lots/WQ-3',
  '/bin',
  '/wanted',
  '/scanner',
  '/me',
  '/build',
  '/u/TF-0004/parts/takes',
  '/u/TF-0012/parts/apart',
  '/books',
  '/books/made?by=source',
  '/books/hands',
  '/books/right',
  '/rules',
  '/rules/house',
  '/rules/prices',
  '/hours',
  '/day',
  '/day/week',
  '/rules/codes',
  '/rules/archive',
  '/u/WQ-0007/memory',
  '/u/WQ-0007?ask=code-group',
  '/u/WQ-0007',
  '/u/WQ-0007/look',
  '/u/WQ-0007/machine',
  '/u/WQ-0030/machine/heat',
  '/u/WQ-0030/machine/power',
  '/u/WQ-0030/machine/speed',
  '/u/WQ-0030/machine/drives',
  '/u/WQ-0030/machine/tests',
  '/u/CU-0001/work',
  '/u/TF-0002/work/strip',
  '/u/TF-0002/work/clean',
  '/day/end',
  '/bin/count',
  '/u/TF-0002/work/model',
  '/u/WQ-0015/prove',
  '/u/WQ-0015/shelf',
  '/u/WQ-0015/record',
  '/u/none-0',
  '/bin/P-0001',
  '/books/stock',
  '/books/sources',
  '/books/behind?by=source&key=clearout',
  '/rules/numbers',
  '/u/WQ-0001/parts',
  '/day/promise?lot=WQ-3',
  '/lots/one',
  '/notes?q=hinge',
];
/** Others of the same page, in another state: gone through by `npm run bench:thorough`. */
const OTHERS = [
  '/bin?q=ddr3&class=memory',
  '/stage/quarantine',
  '/stage/decide',
  '/u/WQ-0007/memory?view=less',
  '/u/WQ-0007/memory?view=fit',
  '/u/WQ-0020/work',
  '/u/TF-0002/machine/heat',
  '/u/WQ-0002/machine/power',
  '/u/WQ-0020/machine/drives',
  '/u/WQ-0032/work/strip',
  '/u/WQ-0002/work',
  '/u/TF-0005',
];

/**
 * How far the page moved by itself while it came: the sum of all layout shifts, each the share of the screen that moved
 * times how far (Layout Instability, WICG draft). 0.1 is what is commonly held to go unnoticed.
 */
const moved = (driver: WebDriver): Promise<number> =>
  driver.executeAsyncScript<number>(
    `const done = arguments[0];
     let sum = 0;
     new PerformanceObserver((list) => list.getEntries().forEach(({ value }) => (sum += value)))
       .observe({ type: 'layout-shift', buffered: true });
     requestAnimationFrame(() => setTimeout(() => done(sum), 20));`,
  );

describe('every main view', () => {
  it('sign-in: nothing serious for axe, wrong words said plainly', async () => {
    await browser.get(`${url}/sign-in`);
    expect(await violations(browser)).toEqual([]);
    await browser.findElement(By.name('email')).sendKeys('buyer@saltmarsh.example');
    await browser.findElement(By.name('password')).sendKeys('not the password\n');
    await see(browser, 'do not go together');
    await signIn(browser, url, 'buyer@saltmarsh.example', password);
  });

  it.each([...VIEWS, ...(THOROUGH ? OTHERS : [])])(
    '%s: nothing serious or critical for axe, two screens at most at 1280 x 800, nothing moves by itself, no sideways scrolling there nor on a phone',
    async (path) => {
      await browser.get(url + path);
      await browser.wait(until.elementLocated(By.css('main')), 10_000);
      await ready(browser);
      // a library's own guards stand there until it has come alive
      await settled(browser);
      expect(await violations(browser)).toEqual([]);
      const [wide, tall] = await browser.executeScript<number[]>(
        'return [document.documentElement.scrollWidth - document.documentElement.clientWidth, document.documentElement.scrollHeight]',
      );
      expect(wide).toBeLessThanOrEqual(0);
      expect(await cutOff(browser), 'cut at 1280').toEqual([]);
      if (path === '/u/WQ-0007') expect(tall, 'the bench fits the screen').toBeLessThanOrEqual(800);
      // what is drawn late keeps its room: nothing moves from under a finger
      expect(await moved(browser), 'moved by itself').toBeLessThan(0.1);
      // a page is two screens at most: what is longer scrolls in its own window, or is folded
      expect(tall, 'two screens').toBeLessThanOrEqual(1600);
      // and none on a phone
      await resize(browser, 390, 844);
      const over = await browser.executeAsyncScript<number>(
        'const done = arguments[0]; requestAnimationFrame(() => requestAnimationFrame(() => done(document.documentElement.scrollWidth - document.documentElement.clientWidth)))',
      );
      const cut = await cutOff(browser);
      await resize(browser, 1280, 800);
      expect(over, 'sideways on a phone').toBeLessThanOrEqual(0);
      expect(cut, 'cut on a phone').toEqual([]);
    },
  );

  it('the quick look and photographs work on a phone', async () => {
    await resize(browser, 390, 844);
    await browser.get(`${url}/u/WQ-0011/look`);
    await see(browser, 'Add from file or camera');
    expect(
      await browser.executeScript(
        'return document.documentElement.scrollWidth <= document.documentElement.clientWidth',
      ),
    ).toBe(true);
    const taken = await browser.executeScript<number>(
      "return ['header', 'footer'].reduce((sum, name) => sum + document.querySelector(name).offsetHeight, 0) / innerHeight",
    );
    expect(taken, 'header and strip').toBeLessThanOrEqual(0.2);
    const key = await browser.findElement(By.css('section[aria-label="Next"] button'));
    expect((await key.getRect()).height).toBeGreaterThanOrEqual(44);
    await resize(browser, 1280, 800);
  });

  it('the wall: what wants hands first, in letters read from afar; nothing on it can be pressed but the way back', async () => {
    const caller = await signedIn(url, 'bench-a@saltmarsh.example', password);
    const { units } = (await (await caller.get('/api/find?text=WQ-0012')).json()) as {
      units: { id: string }[];
    };
    const until = new Date(Date.now() + 3 * 86_400_000).toISOString();
    await caller.command('promiseUnit', { input: { unitId: units[0].id, until } });
    await browser.get(`${url}/wall`);
    await see(browser, 'The shop now');
    await settled(browser);
    expect(await violations(browser)).toEqual([]);
    const running = await browser.findElement(By.css('section[aria-label="Runs alone"]')).getText();
    expect(running).toMatch(/^Runs alone\s+WQ-0020\s+hands/);
    const promised = await browser.findElement(By.css('section[aria-label="Promised"]')).getText();
    expect(promised).toMatch(/WQ-0012[\s\S]*[A-Z][a-z]{2} \d+ [A-Z][a-z]+, \d\d:\d\d/);
    expect(promised).not.toContain('late');
    expect(await browser.findElements(By.css('button, input'))).toHaveLength(0);
    expect(
      await browser.executeScript(
        'return document.documentElement.scrollWidth <= document.documentElement.clientWidth',
      ),
    ).toBe(true);
  });

  it('the strip asks for hands when a run is over, and says what is left of the others', async () => {
    await browser.get(url);
    await says(browser, 'footer', /Hands are/);
    await says(browser, 'footer', /WQ-0020[\s\S]*now[\s\S]*erase the drive/);
    // the tab says so too, on every page one turns to
    await browser.wait(until.titleMatches(/^\(\d+\) What to work on/), 10_000);
    await browser.findElement(By.linkText('Lots')).click();
    await browser.wait(until.titleMatches(/^\(\d+\) Lots/), 10_000);
  });
});

describe('a swollen battery at the quick look', () => {
  it('shows the caution, wants it acknowledged, stops the unit', async () => {
    await browser.get(`${url}/u/TF-0007/look`);
    await see(browser, 'Is the battery or the case above it bulging?');
    await ready(browser);
    await press(browser, '2');
    await see(browser, 'Swollen cell: stop.');
    await soon(() => pageText(browser)).toContain('Do not charge, press, bend or pierce');
    await press(browser, '1'); // any other key does nothing now
    await soon(() => pageText(browser)).toContain('Swollen cell: stop.');
    await press(browser, 'y');
    await see(browser, 'This unit is in quarantine');
    await turnTo(browser, 'h');
    await see(browser, 'caution read and acknowledged');
  });
});

describe('a viewer', () => {
  it('sees everything and can change nothing, by screen or by hand', async () => {
    const viewer = await openBrowser();
    try {
      await signIn(viewer, url, 'trainee@saltmarsh.example', password);
      await viewer.get(`${url}/u/WQ-0007`);
      await see(viewer, 'Probably');
      const buttons = await viewer.findElements(By.css('section[aria-label="Next"] button'));
      for (const one of buttons) expect(await one.isEnabled()).toBe(false);
      const before = await viewer.findElement(By.css('section[aria-label="Belief"]')).getText();
      await press(viewer, '1');
      await settled(viewer);
      await soon(() => viewer.findElement(By.css('section[aria-label="Belief"]')).getText()).toBe(before);
    } finally {
      await viewer.quit();
    }
    const caller = await signedIn(url, 'trainee@saltmarsh.example', password);
    for (const [name, input] of [
      ['receiveLot', {}],
      ['observe', {}],
      ['setRules', { ratePerHourMinor: 1 }],
    ] as const)
      expect((await caller.command(name, { input })).status).toBe(403);
    expect((await caller.post('/api/units/WQ-0007/photos', 'x')).status).toBe(403);
    const form = new FormData();
    form.append('file', new File(['{}'], 'lscpu.json'));
    expect((await caller.post('/api/units/WQ-0007/report', form)).status).toBe(403);
  });
});

describe('the door', () => {
  it('lets nobody in unsigned, nor a request from another site', async () => {
    expect((await fetch(`${url}/`, { redirect: 'manual' })).status).toBe(307);
    for (const path of [
      '/api/find?text=WQ',
      '/api/live',
      '/api/units/WQ-0015/passport',
      '/api/lots/WQ-3/labels',
      '/api/photos/x',
    ])
      expect((await fetch(url + path)).status, path).toBe(401);
    expect((await fetch(`${url}/api/commands/observe`, { method: 'POST', body: '{}' })).status).toBe(401);
    expect(
      (
        await fetch(`${url}/api/auth/sign-up/email`, {
          method: 'POST',
          headers: { 'content-type': 'application/json', origin: url },
          body: JSON.stringify({ name: 'x', email: 'x@x.example', password: 'long enough word' }),
        })
      ).ok,
    ).toBe(false);
    const caller = await signedIn(url, 'buyer@saltmarsh.example', password);
    const foreign = await caller.post(
      '/api/commands/setRules',
      JSON.stringify({ input: { ratePerHourMinor: 1 } }),
      { origin: 'http://elsewhere.example', 'content-type': 'application/json' },
    );
    expect(foreign.status).toBe(403);
  });

  it('answers bad requests plainly and stays whole', async () => {
    const caller = await signedIn(url, 'buyer@saltmarsh.example', password);
    expect(
      (await caller.post('/api/commands/observe', 'not json', { 'content-type': 'application/json' })).status,
    ).toBe(400);
    expect((await caller.command('no-such-command', { input: {} })).status).toBe(404);
    const picture = await caller.post('/api/units/WQ-0007/photos', 'this is no picture');
    expect([
      picture.status,
      ((await picture.json()) as { error: { message: string } }).error.message,
    ]).toEqual([400, expect.stringContaining('not a picture')]);
    expect((await caller.post('/api/units/WQ-0007/photos', new Uint8Array(25_000_001))).status).toBe(413);
  });
});

describe('the report’s own endpoint', () => {
  async function token(): Promise<string> {
    const caller = await signedIn(url, 'bench-a@saltmarsh.example', password);
    const { units } = (await (await caller.get('/api/find?text=WQ-0011')).json()) as {
      units: { id: string }[];
    };
    return (
      (await (await caller.command('makeReportToken', { input: { unitId: units[0].id } })).json()) as {
        answer: { token: string };
      }
    ).answer.token;
  }
  const post = (code: string, body: BodyInit, type?: string) =>
    fetch(`${url}/r/${code}`, { method: 'POST', body, ...(type && { headers: { 'content-type': type } }) });

  it('wrong, broken, oversized: a clear word each, nothing changed, the token stays good; then used once', async () => {
    const good = await token();
    const wrong = await fetch(`${url}/r/nonsense`);
    expect([wrong.status, await wrong.text()]).toEqual([403, expect.stringContaining('not one of ours')]);
    expect((await post('nonsense', 'x')).status).toBe(403);
    const cut = await post(
      good,
      '--edge\r\nContent-Disposition: form-data; name="file"; filename="lscpu.json"\r\n\r\n{"lscpu":',
      'multipart/form-data; boundary=edge',
    );
    expect([cut.status, await cut.text()]).toEqual([400, expect.stringContaining('broken or cut off')]);
    expect((await post(good, 'plain words', 'text/plain')).status).toBe(400);
    const large = await post(good, new Uint8Array(4_100_000), 'multipart/form-data; boundary=edge');
    expect([large.status, await large.text()]).toEqual([413, expect.stringContaining('over 4 MB')]);
    const form = () => {
      const one = new FormData();
      one.append('file', new File([readFileSync('samples/report/lscpu.json')], 'lscpu.json'));
      return one;
    };
    const taken = await post(good, form());
    expect([taken.status, await taken.text()]).toEqual([
      200,
      expect.stringContaining('WQ-0011: 1 files read'),
    ]);
    const again = await post(good, form());
    expect([again.status, await again.text()]).toEqual([403, expect.stringContaining('has been used')]);
  });
});
