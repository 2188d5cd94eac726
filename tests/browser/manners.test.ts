import { By, Key, until, type WebDriver } from 'selenium-webdriver';
import { afterAll, beforeAll, describe, expect, inject, it } from 'vitest';
import { clickOn, openBox, pageText, press, ready, resize, see, soon, turnTo } from './driver';
import { signedIn } from './http';
import { signedInBrowser } from './signedIn';

const url = inject('url');
let browser: WebDriver;
const opened = signedInBrowser('buyer@saltmarsh.example');
beforeAll(() => void (browser = opened()));
afterAll(() => resize(browser, 1280, 800));

const open = async (path: string) => {
  await browser.get(url + path);
  await ready(browser);
};
const rows = async () => (await browser.findElements(By.css('tbody tr td:nth-child(2)'))).length;
const firstTag = async () => (await browser.findElement(By.css('tbody tr td:nth-child(2) a'))).getText();
const wide = () =>
  browser.executeScript<boolean>(
    'return document.documentElement.scrollWidth <= document.documentElement.clientWidth',
  );

describe('a list one can steer by', () => {
  it('a filter, an order and a kept view stand in its address', async () => {
    await open('/stage/dock');
    const all = await rows();
    await browser.findElement(By.css('select[aria-label="Kind"] option[value="laptop"]')).click();
    await browser.wait(until.urlContains('kind=laptop'), 10_000);
    await browser.wait(async () => (await rows()) < all, 10_000);
    await browser.findElement(By.linkText('Tag')).click();
    await browser.wait(until.urlContains('sort=tag'), 10_000);
    await browser.wait(async () => /↑/.test(await pageText(browser)), 10_000);
    const csv = (await browser.findElement(By.linkText('CSV')).getAttribute('href'))!;
    const { get } = await signedIn(url, 'buyer@saltmarsh.example', inject('password'));
    const lines = (await (await get(csv.replace(url, ''))).text()).trim().split('\r\n');
    expect(lines.length - 1).toBe(await rows());
    expect(lines[1].startsWith(await firstTag())).toBe(true);
  });
  it('marked by keys, moved at once, and undone', async () => {
    await open('/stage/dock?sort=tag');
    const tag = await firstTag();
    await press(browser, 'j');
    await press(browser, 'x');
    await press(browser, 'j');
    await press(browser, 'x');
    await see(browser, '2 units marked.');
    await browser.findElement(By.xpath("//button[normalize-space(.)='To prove']")).click();
    await see(browser, 'To prove: 2 of 2 done.');
    await browser.wait(async () => (await firstTag()) !== tag, 10_000);
    await browser.findElement(By.xpath("//button[normalize-space(.)='Undo']")).click();
    await see(browser, 'To prove: 2 of 2 taken back.');
    await browser.wait(async () => (await firstTag()) === tag, 10_000);
  });
  it('what was done to the last of a list stays in sight, and is taken back from there', async () => {
    await open('/stage/dock?sort=tag');
    const tag = await firstTag();
    await open(`/stage/dock?q=${tag}`);
    await browser.wait(async () => (await rows()) === 1, 10_000, 'not the one that was sought');
    await press(browser, 'j');
    await press(browser, 'x');
    await browser.findElement(By.xpath("//button[normalize-space(.)='To prove']")).click();
    await see(browser, 'To prove: 1 of 1 done.');
    await see(browser, 'Nothing matches.');
    await browser.findElement(By.xpath("//button[normalize-space(.)='Undo']")).click();
    await see(browser, 'To prove: 1 of 1 taken back.');
    await browser.wait(async () => (await rows()) === 1 && (await firstTag()) === tag, 10_000);
  });
  it('what could not be done is named unit by unit, the rest is done', async () => {
    await open('/stage/dock?sort=tag');
    const tag = await firstTag();
    await press(browser, 'j');
    await press(browser, 'x');
    await clickOn(browser, 'On the shelf', { part: true });
    await see(browser, '0 of 1 done.');
    await see(browser, `${tag}: Not listed`);
  });
});

describe('help', () => {
  it('"?" tells what a screen is for, Escape closes it', async () => {
    await open('/u/WQ-0019');
    await press(browser, '?');
    await see(browser, 'What stands on the right');
    await press(browser, Key.ESCAPE);
    await browser.wait(async () => !(await pageText(browser)).includes('What stands on the right'), 5_000);
  });
  it('Escape leaves the one box, and keys are keys again', async () => {
    await open('/u/WQ-0019');
    await openBox(browser);
    await press(browser, 'zz');
    await press(browser, Key.ESCAPE);
    await turnTo(browser, 'w');
    await browser.wait(until.urlContains('/work'), 10_000);
  });
});

describe('what only the seller has said', () => {
  it('is confirmed by one key where a grade wants it seen', async () => {
    await open('/u/WQ-0020/prove');
    await see(browser, 'Memory: 4 GB. Seen, as said');
    const said = () => browser.findElements(By.xpath("//button[contains(., 'Seen, as said')]"));
    const before = (await said()).length;
    await press(browser, 'a');
    await browser.wait(async () => (await said()).length === before - 1, 10_000, 'it is still only said');
  });
});

describe('an ending leads on', () => {
  it('stop, what is left, and back', async () => {
    await open('/u/WQ-0017');
    await see(browser, 'Stop here');
    await press(browser, Key.ENTER);
    await see(browser, 'Left to do, in this order');
    // what is next is one key away from every side of it, and the ticket says which that is
    await open('/u/WQ-0017/machine');
    await soon(() => browser.findElement(By.css('ol[aria-label="The path"]')).getText()).toMatch(
      /⏎\s*Hands on/,
    );
    await turnTo(browser, Key.ENTER);
    await browser.wait(until.urlContains('/parts/apart'), 10_000);
    await turnTo(browser, '6');
    await browser.wait(until.urlContains('/prove'), 10_000);
    await turnTo(browser, 'f');
    await see(browser, 'Left to do, in this order');
    await press(browser, '0');
    await see(browser, 'Stop here');
  });
  it('work done already is logged from the one box', async () => {
    await open('/u/WQ-0018');
    await (await openBox(browser)).sendKeys('clean by zones');
    await (await see(browser, 'log it as done')).click();
    await browser.wait(until.urlContains('log=clean-plan'), 10_000);
    await browser.findElement(By.xpath("//button[normalize-space(.)='Log it']")).click();
    await see(browser, 'On record: Clean by zones');
  });
});

describe('on a phone, by touch', () => {
  it('lists in two lines without sideways scrolling; a question before anything else, big enough to hit', async () => {
    await resize(browser, 390, 844);
    await open('/stage/dock');
    expect(await wide()).toBe(true);
    await browser.findElement(By.css('ul[aria-label="Units"] a')).click();
    const answer = await browser.wait(
      until.elementLocated(By.css('section[aria-label="Next"] button')),
      10_000,
    );
    const { y, height } = await answer.getRect();
    expect(height).toBeGreaterThanOrEqual(44);
    expect(y).toBeLessThan(600);
    await ready(browser);
    expect(await wide()).toBe(true);
    const question = await browser.findElement(By.css('section[aria-label="Next"] h2')).getText();
    await answer.click();
    await browser.wait(
      async () => (await browser.findElement(By.css('section[aria-label="Next"] h2')).getText()) !== question,
      15_000,
    );
    const back = await browser.wait(
      until.elementLocated(By.xpath("//section[@aria-label='Undo']//button[contains(., 'Undo')]")),
      10_000,
    );
    await browser.executeScript('arguments[0].scrollIntoView({ block: "center" })', back);
    await back.click();
    await browser.wait(
      async () => (await browser.findElement(By.css('section[aria-label="Next"] h2')).getText()) === question,
      15_000,
    );
  });
});
