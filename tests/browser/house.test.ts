import { randomUUID } from 'node:crypto';
import { By, Key, type WebDriver, type WebElement } from 'selenium-webdriver';
import { beforeAll, describe, expect, inject, it } from 'vitest';
import { clickOn, ready, see, soon } from './driver';
import { signedIn } from './http';
import { signedInBrowser } from './signedIn';

const url = inject('url');
let browser: WebDriver;
const opened = signedInBrowser('buyer@saltmarsh.example');
beforeAll(() => void (browser = opened()));

const open = async (path: string) => {
  await browser.get(url + path);
  await ready(browser);
};
const cell = (label: string) => browser.findElement(By.css(`[aria-label="${label}"]`));
async function openTable(title: WebElement) {
  await browser.executeScript('arguments[0].scrollIntoView({ block: "center" })', title);
  await title.click();
}
const table = (words: string) => browser.findElement(By.xpath(`//summary[contains(., '${words}')]`));
async function put(label: string, text: string) {
  const field = await cell(label);
  // one table of a part is open at a time: its title opens it
  if (!(await field.isDisplayed()))
    await openTable(await field.findElement(By.xpath('ancestor::details/summary')));
  await browser.executeScript('arguments[0].scrollIntoView({ block: "center" })', field);
  await field.sendKeys(Key.chord(Key.CONTROL, 'a'), text);
}
const click = (words: string) => clickOn(browser, words);
const price = async () => {
  await open('/u/WQ-0007/shelf');
  return Number(
    /(\d+\.\d\d)/.exec(await browser.findElement(By.css('section[aria-label="Price"]')).getText())![1],
  );
};

describe('the house’s tables on the screen', () => {
  it('a price is changed, a contradiction refused in words, and a unit’s price follows and goes back', async () => {
    const before = await price();
    await open('/rules/house');
    for (const level of ['older', 'level 1', 'level 2', 'level 3', 'level 4'])
      for (const chassis of ['Desktop', 'Small desktop', 'All-in-one', 'Laptop'])
        await put(`${chassis}, ${level}`, '400');
    await put('Grade B, %', '120');
    await click('Keep as a new version');
    await see(browser, 'price by grade: B must not be over A');
    await put('Grade B, %', 'dear');
    // what is wrong is opened, where its table was closed meanwhile
    await openTable(await table('Base price'));
    expect(await cell('Grade B, %').isDisplayed()).toBe(false);
    await click('Keep as a new version');
    await see(browser, '"prices.grade.B" is not a number');
    await soon(() => cell('Grade B, %').isDisplayed()).toBe(true);
    await put('Grade B, %', '86');
    await see(browser, '20 values changed.');
    await click('Keep as a new version');
    await see(browser, 'Nothing is changed.');
    expect(await price()).toBeGreaterThan(before);
    await open('/rules/house');
    await click('bring back');
    await browser.wait(async () => {
      await open('/rules/house');
      return (await cell('Laptop, level 4').getAttribute('value')) === '220.00';
    }, 15_000);
    expect(await price()).toBe(before);
  });
  it('what is typed stays when another owner keeps a version meanwhile; untouched, the page follows', async () => {
    const other = await signedIn(url, 'buyer@saltmarsh.example', inject('password'));
    const restore = async (version: number) =>
      expect((await other.command('restoreHouse', { input: { version }, key: randomUUID() })).status).toBe(
        200,
      );
    /** Read in one step: the form is laid anew when a version comes in, and a field held meanwhile is gone. */
    const value = (label: string) =>
      browser.executeScript<string | undefined>(
        'return document.querySelector(arguments[0])?.value',
        `[aria-label="${label}"]`,
      );
    await open('/rules/house');
    await put('Grade B, %', '85');
    await see(browser, '1 value changed.');
    await restore(1);
    await see(browser, 'Somebody has kept version');
    expect(await value('Grade B, %')).toBe('85');
    await click(`Drop it and show version 3`);
    await see(browser, 'Nothing is changed.');
    expect(await value('Grade B, %')).toBe('86');
    expect(await value('Laptop, level 4')).toBe('400.00');
    await restore(0);
    await browser.wait(async () => (await value('Laptop, level 4')) === '220.00', 15_000);
  });
  it('own work is added and can be begun on a unit', async () => {
    await open('/rules/house');
    await browser.findElement(By.xpath("//button[normalize-space(.)='Work and minutes']")).click();
    await openTable(await table('Work other than repairs'));
    await click('Add another piece of work');
    const names = await browser.findElements(By.css('input[aria-label^="Work "]'));
    await names.at(-1)!.sendKeys('Wax the lid');
    await click('Keep as a new version');
    await see(browser, 'Nothing is changed.');
    await open('/u/WQ-0002/work');
    await see(browser, 'Wax the lid');
  });
});

describe('forms', () => {
  const field = (label: string) =>
    browser.findElement(
      By.xpath(`//label[starts-with(normalize-space(.), "${label}")]/following-sibling::input`),
    );
  it('say at each field what is wrong, by the rules the shop itself checks with, before anything is sent', async () => {
    await open('/lots/new');
    await (await field('Lot')).sendKeys('no spaces please');
    await (await field('Tag prefix')).sendKeys('W');
    await (await field('Price')).sendKeys('dear');
    await click('Receive it');
    await see(browser, '"lot" may hold letters, digits and dashes');
    await see(browser, '"tag letters" must be two to four letters');
    await see(browser, '"name" is missing');
    await see(browser, '"price" is not an amount');
    await soon(() => browser.getCurrentUrl()).toMatch(/lots\/new$/);
    await (await field('Lot')).sendKeys(Key.chord(Key.CONTROL, 'a'), 'FM-1');
    await (await field('Tag prefix')).sendKeys(Key.chord(Key.CONTROL, 'a'), 'fm');
    await (await field('Price')).sendKeys(Key.chord(Key.CONTROL, 'a'), '1,234.50');
    await (await field('Name')).sendKeys('Fish market office');
    await click('Receive it');
    await browser.wait(async () => /\/lots\/FM-1$/.test(await browser.getCurrentUrl()), 15_000);
    await see(browser, '1\u202f234.50');
  });
  it('a part goes into the bin, its class kept for the next one', async () => {
    await open('/bin');
    await (await field('What it is')).sendKeys('2 GB DDR2');
    await (await field('Cost')).sendKeys('-3');
    await click('Into the bin');
    await see(browser, '"cost" is not an amount');
    await (await field('Cost')).sendKeys(Key.chord(Key.CONTROL, 'a'), '1.20');
    await click('Into the bin');
    await see(browser, '2 GB DDR2');
  });
  it('what another rubric would make of the stock is seen before it is kept', async () => {
    await open('/rules/house');
    await browser.findElement(By.xpath("//button[@role='tab'][.='Grading']")).click();
    await click('Try it on the stock');
    await see(browser, 'No grade would change.');
    await put('Points at most, A', '0');
    await click('Try it on the stock');
    await see(browser, 'A → B');
    await soon(() => browser.findElement(By.css('[aria-label="What it would change"]')).getText()).toContain(
      'Grades that were given stand as they are',
    );
    await open('/u/WQ-0015/prove');
    await see(browser, 'Grade A');
  });
});
