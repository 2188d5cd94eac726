import { resolve } from 'node:path';
import { By, until, type WebDriver } from 'selenium-webdriver';
import { beforeAll, describe, expect, inject, it } from 'vitest';
import { lotOf } from '@/shop/study/draw';
import { violations } from './axe';
import { rowsOf } from './database';
import { clickOn, openBox, pageText, press, ready, scan, see, soon, typed } from './driver';
import { signedIn } from './http';
import { signedInBrowser } from './signedIn';

const url = inject('url');
const password = inject('password');
let browser: WebDriver;
const opened = signedInBrowser('buyer@saltmarsh.example');
beforeAll(() => void (browser = opened()));

const named = (name: string) => browser.wait(until.elementLocated(By.name(name)), 10_000);
const click = async (text: string) =>
  (
    await browser.wait(
      until.elementLocated(By.xpath(`//button[contains(normalize-space(.), '${text}') and not(@disabled)]`)),
      10_000,
    )
  ).click();

describe('the other places', () => {
  it('the bin takes a part in, with an amount that is one', async () => {
    await browser.get(`${url}/bin`);
    await ready(browser);
    await (await (await named('class')).findElement(By.xpath("./option[.='fan']"))).click();
    await (await named('name')).sendKeys('92 mm fan, spare');
    await (await named('costMinor')).sendKeys('three');
    await click('Into the bin');
    await see(browser, 'is not an amount');
    await (await named('costMinor')).clear();
    await (await named('costMinor')).sendKeys('3.50');
    await click('Into the bin');
    const row = "//tr[td[contains(., '92 mm fan, spare')]][td[contains(., '3.50')]]";
    await browser.wait(until.elementLocated(By.xpath(row)), 10_000);
    // a slip: it was never here, and the bin says so
    await browser.get((await browser.findElement(By.xpath(`${row}//a`)).getAttribute('href'))!);
    await ready(browser);
    await click('Entered by mistake');
    await browser.wait(until.alertIsPresent(), 5_000);
    await browser.switchTo().alert().accept();
    await see(browser, 'never here');
    await browser.get(`${url}/bin`);
    await see(browser, 'Into the bin');
    expect(await browser.findElements(By.xpath(row))).toEqual([]);
  });

  it('house rules: the owner changes the rate; a wrong amount changes nothing', async () => {
    await browser.get(`${url}/rules`);
    const rate = await named('ratePerHourMinor');
    await soon(() => rate.getAttribute('value')).toBe('18.00');
    await rate.clear();
    await rate.sendKeys('much');
    await click('Keep');
    await see(browser, 'is not an amount');
    await rate.clear();
    await rate.sendKeys('19.50');
    await click('Keep');
    await see(browser, 'Kept.');
    await browser.navigate().refresh();
    expect(await (await named('ratePerHourMinor')).getAttribute('value')).toBe('19.50');
    await (await named('ratePerHourMinor')).clear();
    await (await named('ratePerHourMinor')).sendKeys('18');
    await click('Keep');
    await see(browser, 'Kept.');
  });

  it('a study hides the proposals of half the machines that come in, keeps them, and shows all when it ends', async () => {
    await browser.get(`${url}/rules`);
    await clickOn(browser, 'Begin a study');
    await see(browser, 'Running since');
    const lot = (await rowsOf<{ id: string }>("select id from lots where code = 'WQ-3'"))[0].id;
    const { seed } = (await rowsOf<{ study: { seed: string } }>('select study from shop'))[0].study;
    const caller = await signedIn(url, 'bench-b@saltmarsh.example', password);
    // some come in until one of them is drawn so
    let tag = '';
    for (let n = 0; n < 40 && !tag; n++) {
      const response = await caller.command('addUnit', {
        input: { lotId: lot, chassis: 'laptop', maker: 'Pellmark', model: 'Courier 14' },
      });
      const made = ((await response.json()) as { answer: { tag: string; unitId: string } }).answer;
      if (lotOf(seed, `arm ${made.unitId}`) >= 0.5) tag = made.tag;
    }
    await browser.get(`${url}/u/${tag}`);
    await ready(browser);
    await see(browser, 'Work it your own way');
    expect(await pageText(browser)).not.toMatch(/Probably|still to win/);
    expect(await violations(browser)).toEqual([]);
    // any look can be chosen, and answered by its key
    await (
      await browser.findElement(By.css('section[aria-label="Next"] input'))
    ).sendKeys('listen to the fan');
    await (await see(browser, 'Listen to the fan.')).click();
    await browser.wait(until.urlContains('ask=fan-sound'), 10_000);
    await see(browser, 'Asked out of turn.');
    await press(browser, '1');
    await browser.wait(async () => !(await browser.getCurrentUrl()).includes('ask='), 10_000);
    await see(browser, 'Work it your own way');
    await browser.get(`${url}/books/study`);
    await see(browser, 'It is still running');
    expect(await violations(browser)).toEqual([]);
    await browser.get(`${url}/rules`);
    await clickOn(browser, 'End the study');
    await see(browser, 'Begin a study');
    await browser.get(`${url}/u/${tag}`);
    await see(browser, 'still to win');
  });

  it('a stage’s list, a unit’s row, and the unit, by links alone', async () => {
    await browser.get(url);
    await (await browser.findElement(By.css('nav[aria-label="The line"] a[href="/stage/find"]'))).click();
    await browser.wait(until.urlContains('/stage/find'), 10_000);
    await see(browser, 'Being diagnosed');
    const link = await browser.wait(until.elementLocated(By.css('tbody a')), 10_000);
    const tag = await link.getText();
    await link.click();
    await browser.wait(until.urlContains(`/u/${tag}`), 10_000);
    await see(browser, 'Probably');
  });

  it('a second person’s change meets a stale answer with who it was; nothing is lost, and the new state shows', async () => {
    await browser.get(`${url}/u/WQ-0013`);
    await see(browser, 'Probably');
    await ready(browser);
    // the page is held back from hearing of changes, as on a bad connection
    await browser.executeScript('window.EventSource = class { close() {} }');
    await browser.executeScript(
      `const post = window.fetch;
       window.fetch = async (path, options) => {
         if (!String(path).includes('/api/commands/') || !options?.body) return post(path, options);
         const body = JSON.parse(options.body);
         window.asked = body.input.finding;
         await new Promise((go) => (window.letGo = go));
         return post(path, { ...options, body: JSON.stringify({ ...body, version: 1 }) });
       };`,
    );
    const other = await signedIn(url, 'bench-b@saltmarsh.example', password);
    const { units } = (await (await other.get('/api/find?text=WQ-0013')).json()) as {
      units: { id: string }[];
    };
    await press(browser, '1');
    // the same question, answered at another bench first
    const finding = await browser.wait(
      () => browser.executeScript<string>('return window.letGo && window.asked'),
      10_000,
    );
    expect(
      (await other.command('observe', { input: { unitId: units[0].id, finding, outcome: 1 } })).status,
    ).toBe(200);
    await browser.executeScript('window.letGo()');
    await see(browser, 'Bench B changed this unit');
    await soon(() => pageText(browser)).toContain('Nothing of yours was saved or lost');
  });

  it('the words on a photographed plate are read, and taken over by whoever looked at them', async () => {
    await browser.get(`${url}/u/WQ-0011/machine`);
    await ready(browser);
    await browser
      .findElement(By.css('section[aria-label="Photographs"] input[type=file]'))
      .sendKeys(resolve('samples/label.jpg'));
    await clickOn(browser, 'read its words');
    await browser.wait(
      until.elementLocated(By.xpath("//button[starts-with(normalize-space(.), 'Take: serial')]")),
      60_000,
    );
    await see(browser, 'Take: charger of 19.5 V, 3.34 A');
    await clickOn(browser, 'Take: serial PC1-4471-009');
    await browser.wait(
      async () =>
        (await browser.findElements(By.xpath("//button[starts-with(., 'Take: serial')]"))).length === 0,
      15_000,
    );
    await see(browser, 'PC1-4471-009');
    // what was read and not taken stands nowhere
    expect(
      await rowsOf(
        "select key, value, basis from record_values where value in ('PC1-4471-009', 'Courier 14') and unit_id = (select id from units where tag = 'WQ-0011')",
      ),
    ).toEqual([{ key: 'serial', value: 'PC1-4471-009', basis: 'typed' }]);
  });

  it('the keys are one key away', async () => {
    await browser.get(`${url}/u/WQ-0007`);
    await see(browser, 'Probably');
    await ready(browser);
    await press(browser, '?');
    await see(browser, 'U undoes what you did last');
  });

  it('a place typed faster than the answers come is gone to all the same', async () => {
    await browser.get(url);
    await ready(browser);
    const box = await openBox(browser);
    await typed(browser, 'bin of');
    await box.sendKeys('\uE007');
    await browser.wait(until.urlContains('/bin'), 10_000);
  });

  it('an unknown tag, typed or scanned, is said and leads nowhere', async () => {
    await browser.get(url);
    await ready(browser);
    // the first key a page hears wakes what of it still sleeps: it is to be awake before keys come this fast
    await browser.wait(
      () =>
        browser.executeScript(
          "const box = document.querySelector('main input'); return Boolean(box && Object.keys(box).some((key) => key.startsWith('__reactProps')))",
        ),
      15_000,
    );
    await scan(browser, 'XX-9999');
    await see(browser, 'Nothing here is called XX-9999');
    await soon(() => browser.getCurrentUrl()).toBe(`${url}/`);
  });
});
