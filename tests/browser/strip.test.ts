import { By, Key, until, type WebDriver, type WebElement } from 'selenium-webdriver';
import { beforeAll, describe, expect, inject, it } from 'vitest';
import { MAT_CLOSED, matCode } from '@/words/hands/mat';
import { press, ready, scan, see, settled, soon } from './driver';
import { signedInBrowser } from './signedIn';

const url = inject('url');
let browser: WebDriver;
const opened = signedInBrowser('bench-b@saltmarsh.example');
beforeAll(() => void (browser = opened()));

const find = (path: string): Promise<WebElement> =>
  browser.wait(until.elementLocated(By.xpath(path)), 15_000);
const within = (label: string, text: string) =>
  find(`//section[@aria-label='${label}']//*[contains(normalize-space(.), '${text}')]`);
const click = async (text: string) => {
  const button = await find(`//button[contains(normalize-space(.), '${text}') and not(@disabled)]`);
  await browser.executeScript('arguments[0].scrollIntoView({ block: "center" })', button);
  await button.click();
};
const group = (name: string) =>
  find(`//div[@aria-label='Groups of this layer']//button[contains(normalize-space(.), ': ${name}')]/..`);
const stands = (name: string, words: string) =>
  browser.wait(async () => (await (await group(name)).getText()).includes(words), 10_000);

const TAG = 'WQ-0028';

describe('a whole strip-down by keys', () => {
  it('the mat is laid out and groups come out by their letters, some by number, one by its place', async () => {
    await browser.get(`${url}/u/${TAG}/work/strip`);
    await ready(browser);
    await see(browser, 'No mat is open');
    await press(browser, Key.ENTER);
    await within('The mat', 'Layer 1 of 4');
    await press(browser, 'a');
    await stands('base plate', '8 out');
    await press(browser, 'l');
    await within('The mat', 'Layer 2 of 4');
    // letters are of the layer: the group is read off the screen
    for (const name of ['screen lead', 'fan lead']) {
      const letter = await (await group(name)).findElement(By.css('kbd')).getText();
      await press(browser, letter.toLowerCase());
      await stands(name, '1 out');
    }
    const sink = await (await group('heatsink')).findElement(By.css('kbd')).getText();
    await press(browser, '2');
    await press(browser, sink.toLowerCase());
    await stands('heatsink', '2 of 4 back');
    await press(browser, Key.ARROW_RIGHT);
    await press(browser, 'u');
    await stands('heatsink', '4 in');
    await within('Not back yet', '8 of 8 not back (base plate)');
  });

  it('a rounded screw is told with its ladder’s end on record; missing ones are said of the place', async () => {
    await press(browser, 'L');
    await press(browser, 'A');
    await stands('base plate', 'back');
    await press(browser, 'a');
    await stands('base plate', '8 out');
    await press(browser, 'x');
    await see(browser, '2 rounded');
    await press(browser, '2');
    await stands('base plate', '1 rounded');
    await find("//*[contains(., 'No shavings on the board?')]");
  });

  it('powering over what is out asks in words, and again as a second act', async () => {
    await click('Power it with the cover off');
    await find("//*[@role='alert'][contains(., 'screen lead not back')]");
    await click('Power it anyway');
    await browser.wait(
      async () => (await browser.findElements(By.xpath("//button[contains(., 'anyway')]"))).length === 0,
      10_000,
    );
    await browser.get(`${url}/u/${TAG}/record`);
    await see(browser, 'powered; all the same');
  });

  it('put back crosswise, looked over, closed', async () => {
    await browser.get(`${url}/u/${TAG}/work/strip`);
    await ready(browser);
    await within('Not back yet', 'fan lead not back');
    await press(browser, 'L');
    await press(browser, 'l');
    for (const name of ['screen lead', 'fan lead']) {
      const letter = await (await group(name)).findElement(By.css('kbd')).getText();
      await press(browser, letter.toUpperCase());
      await stands(name, 'back');
    }
    await press(browser, 'L');
    await press(browser, 'A');
    await stands('base plate', 'back');
    await click('Close it');
    await find("//*[@role='alert'][contains(., 'No shavings on the board? Not looked')]");
    const asks = await browser.findElements(
      By.xpath("//section[@aria-label='Not back yet']//*[@role='group']"),
    );
    const names = await Promise.all(asks.map((ask) => ask.getAttribute('aria-label')));
    expect(names).toContain('Fan turns free?');
    for (const name of names) {
      // while the answer before is put on record none of them takes a click
      await (await find(`//*[@role='group' and @aria-label='${name}']/button[1][not(@disabled)]`)).click();
      await find(`//*[@role='group' and @aria-label='${name}']/button[1][@aria-pressed='true']`);
    }
    await click('Close it');
    await see(browser, 'Closed: everything on the mat was put back.');
  });

  it('opened again, a layer of 67 goes out and back by one key each', async () => {
    await browser.get(`${url}/u/${TAG}/work/strip`);
    await ready(browser);
    await press(browser, Key.ENTER);
    await within('The mat', 'Layer 1 of 4');
    for (let n = 0; n < 3; n++) await press(browser, 'l');
    await within('The mat', 'Layer 4 of 4');
    await press(browser, 'a');
    await stands('key layer', '67 out');
    await press(browser, 'A');
    await stands('key layer', 'back');
  });

  it('compartments are scanned out and back in; the lid is laid out on a mat of its own and drawn', async () => {
    await scan(browser, matCode('heatsink', 'out'));
    await within('The mat', 'Layer 2 of 4');
    await stands('heatsink', '4 out');
    await scan(browser, matCode('heatsink', 'in'));
    await stands('heatsink', 'back');
    await click('Lid on a mat of its own');
    await within('The mat', 'Lid, layer 1 of 3: bezel');
    await scan(browser, matCode('lid bezel clips', 'out'));
    await stands('lid bezel clips', '8 out');
    await scan(browser, MAT_CLOSED);
    await find("//*[@role='alert'][contains(., '8 of 8 not back (lid bezel clips)')]");
    await scan(browser, matCode('lid bezel clips', 'in'));
    await stands('lid bezel clips', 'back');
    // the codes themselves
    const pdf = await browser.executeAsyncScript<string>(
      `const done = arguments[0]; fetch('/api/units/${TAG}/mat').then((r) => r.text()).then((t) => done(t.slice(0, 5)))`,
    );
    expect(pdf).toBe('%PDF-');
    await click('The machine');
    for (let n = 0; n < 3; n++) await press(browser, 'L');
  });

  it('what lies on the lid has a mat of its own; a maker’s seal is broken once', async () => {
    const add = async (name: string, kind: string, on: string) => {
      await click('Something else is undone here');
      await (await find("//label[normalize-space(.)='What']/following::input[1]")).sendKeys(name);
      const choose = async (label: string, value: string) =>
        (await find(`//label[normalize-space(.)='${label}']/following::select[1]/option[@value='${value}' or normalize-space(.)='${value}']`)).click(); // prettier-ignore
      await choose('Kind', kind);
      await choose('On', on);
      await click('Lay it down');
    };
    await add('maker’s seal', 'seal', '');
    await stands('maker’s seal', 'whole');
    await (await group('maker’s seal')).findElement(By.css('button')).click();
    await stands('maker’s seal', 'broken here');
    await settled(browser);
    await add('lid rim', 'clip', 'lid');
    await click('Lid');
    await within('The mat', 'Lid, layer 1 of 3');
    await stands('lid rim', '1 in');
    await click('The machine');
  });
});

describe('cleaning by zones', () => {
  it('soil by letters and figures; the way is followed by Enter until the zone is clean', async () => {
    await browser.get(`${url}/u/${TAG}/work/clean`);
    await ready(browser);
    await see(browser, 'Say what is dirty');
    await press(browser, Key.ARROW_RIGHT);
    await see(browser, 'screen and rim:');
    await press(browser, 's');
    await press(browser, '2');
    await see(browser, 'sugar 2 of 3');
    await within('The way', 'Damp cloth, water first');
    await within('The way', 'of hands');
    for (let n = 0; n < 4; n++) {
      const left = await browser.findElements(
        By.xpath("//section[@aria-label='The way']//button[contains(., 'Done')]"),
      );
      if (left.length === 0) break;
      const before = await (await find("//section[@aria-label='The way']")).getText();
      await press(browser, Key.ENTER);
      await browser.wait(
        async () => (await (await find("//section[@aria-label='The way']")).getText()) !== before,
        10_000,
      );
    }
    await see(browser, 'Nothing on record is dirty.');
    await find("//*[local-name()='svg']//*[local-name()='text'][contains(., 'screen and rim, cleaned')]");
  });

  it('a zone is marked with the mouse and on a phone by touch, and what is dirty waits in the value', async () => {
    await (await find("//*[local-name()='svg']//*[local-name()='text'][contains(., 'lid')]")).click();
    await click('tar, grease');
    await click('packed');
    await see(browser, 'tar, grease 3 of 3');
    await press(browser, 'u');
    await see(browser, 'not looked at');
  });
});

describe('the notebook', () => {
  it('takes a weak spot, and the first look begins with it', async () => {
    await browser.get(`${url}/u/${TAG}/work/model`);
    await ready(browser);
    const select = async (label: string, option: string) =>
      (
        await find(
          `//label[starts-with(normalize-space(.), '${label}')]/following-sibling::select/option[normalize-space(.)='${option}']`,
        )
      ).click();
    await select('Write down', 'Weak spots');
    await (await browser.findElement(By.name('text'))).sendKeys('the right hinge lifts the rim');
    await select('Looked at by', 'How are the ports?');
    await click('Write it');
    await see(browser, 'the right hinge lifts the rim');
    await browser.get(`${url}/u/WQ-0034/look`);
    await ready(browser);
    await see(browser, 'Weak spot of this model');
    await soon(async () => (await browser.findElement(By.css('main'))).getText()).toMatch(
      /How are the ports\?/,
    );
  });
});

describe('a machine that was worked on without a mat', () => {
  it('is asked before its cover goes on too, by what was done', async () => {
    await browser.get(`${url}/u/WQ-0031/work?log=repaste`);
    await ready(browser);
    await click('Log it');
    const fan = await find(
      "//section[@aria-label='Before the cover goes on']//*[@role='group' and @aria-label='Fan turns free?']",
    );
    await (await fan.findElement(By.xpath("./button[normalize-space(.)='yes']"))).click();
    await browser.wait(
      async () =>
        (await (
          await find("//*[@role='group' and @aria-label='Fan turns free?']/button[normalize-space(.)='yes']")
        ).getAttribute('aria-pressed')) === 'true',
      10_000,
    );
  });
});
