import { By, Key, type WebDriver } from 'selenium-webdriver';
import { beforeAll, describe, expect, inject, it } from 'vitest';
import { ready, see } from './driver';
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
async function put(label: string, text: string) {
  const field = await cell(label);
  await browser.executeScript('arguments[0].scrollIntoView({ block: "center" })', field);
  await field.sendKeys(Key.chord(Key.CONTROL, 'a'), text);
}
const click = async (words: string) => {
  const button = await browser.findElement(By.xpath(`//button[normalize-space(.)='${words}']`));
  await browser.executeScript('arguments[0].scrollIntoView({ block: "center" })', button);
  await button.click();
};
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
    await click('Keep as a new version');
    await see(browser, '"prices.grade.B" must be a number');
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
  it('own work is added and can be begun on a unit', async () => {
    await open('/rules/house');
    await browser.findElement(By.xpath("//button[normalize-space(.)='Work and minutes']")).click();
    await click('Add another piece of work');
    const names = await browser.findElements(By.css('input[aria-label^="Work "]'));
    await names.at(-1)!.sendKeys('Wax the lid');
    await click('Keep as a new version');
    await see(browser, 'Nothing is changed.');
    await open('/u/WQ-0002/work');
    await see(browser, 'Wax the lid');
  });
});
