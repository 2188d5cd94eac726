import { resolve } from 'node:path';
import { By, Key, until, type WebDriver } from 'selenium-webdriver';
import { beforeAll, describe, expect, inject, it } from 'vitest';
import { clickOn, pageText, press, ready, resize, see, settled, soon } from './driver';
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
  // somebody is always there, whenever this runs
  const owner = await signedIn(url, 'buyer@saltmarsh.example', inject('password'));
  const days = Array.from({ length: 7 }, () => '0-24');
  expect((await owner.command('setWeek', { input: { days, away: [], places: {} } })).status).toBe(200);
});

describe('the day', () => {
  it('says what is next for these hands, and Enter goes there', async () => {
    await open('/day');
    let next = '';
    // a new plan may be drawn while it is read
    await soon(async () => (next = await browser.findElement(By.css('section[aria-label="What now"] h2')).getText())).toMatch(/[A-Z]{2}-\d{4}/); // prettier-ignore
    const tag = /[A-Z]{2}-\d{4}/.exec(next)![0];
    await press(browser, Key.ENTER);
    await browser.wait(until.urlContains(`/u/${tag}`), 15_000);
  });
  it('a promise is given on a machine’s page, and whether it holds stands on the day', async () => {
    await open('/u/WQ-0006/work');
    const day = new Date(Date.now() + 2 * 86_400_000).toISOString().slice(0, 10);
    await browser.executeScript(
      `const field = document.querySelector('section[aria-label="Promised"] input[name=day]');
       Object.getOwnPropertyDescriptor(HTMLInputElement.prototype, 'value').set.call(field, arguments[0]);
       field.dispatchEvent(new Event('input', { bubbles: true }));`,
      day,
    );
    // never without its chance in sight
    await clickOn(browser, 'Can it be done by then?');
    await see(browser, 'by then, as planned');
    await clickOn(browser, 'Promise it');
    await see(browser, `${day} 17:00`);
    await open('/day');
    await soon(async () => (await browser.findElement(By.css('aside'))).getText()).toMatch(
      /WQ-0006[\s\S]*\d+ %/,
    );
    await open('/u/WQ-0006/work');
    await clickOn(browser, 'not any more');
    await browser.wait(async () => !(await pageText(browser)).includes(`${day} 17:00`), 15_000);
  });
  it('W shows the week, and the day again', async () => {
    await open('/day');
    await press(browser, 'w');
    await browser.wait(until.urlContains('days=7'), 15_000);
    await see(browser, 'Hands this week');
    await press(browser, 'w');
    await browser.wait(async () => !(await browser.getCurrentUrl()).includes('days=7'), 15_000);
  });
});

describe('which machines get the hours', () => {
  it('fewer hours draw the line higher; what is put off falls below it, and comes back', async () => {
    await open('/hours?minutes=300');
    const above = async () => {
      const tags = await browser.executeScript<string[]>(
        `return [...document.querySelectorAll('tbody tr')].filter((row) => row.querySelector('th a') && !row.classList.contains('text-soft'))
           .map((row) => row.querySelector('th').innerText.trim());`,
      );
      return tags;
    };
    const many = await above();
    await browser
      .findElement(By.css('input[type=range]'))
      .sendKeys(Key.ARROW_LEFT, Key.ARROW_LEFT, Key.ARROW_LEFT);
    await browser.wait(until.urlContains('minutes=210'), 15_000);
    await browser.wait(async () => (await above()).length < many.length, 15_000, 'the line has not moved');
    const [first] = await above();
    // what falls below the line may lie behind the strip of what runs
    const click = async (label: string) => {
      const button = await browser.findElement(By.css(`button[aria-label="${first}: ${label}"]`));
      await browser.executeScript('arguments[0].scrollIntoView({ block: "center" })', button);
      await button.click();
    };
    await click('not now');
    await browser.wait(async () => !(await above()).includes(first), 15_000, 'it is still worked');
    await settled(browser);
    await click('let go');
    await browser.wait(async () => (await above()).includes(first), 15_000, 'it did not come back');
  });
});

describe('what sales teach', () => {
  it('a file of former sales is taken in, learnt from, kept, seen at a price, and given up again', async () => {
    await open('/rules/prices');
    const [sold] = await browser.findElements(By.css('main input[type=file]'));
    await sold.sendKeys(resolve('samples/former-sales.csv'));
    // what each column is stands there first, and what its rows would come in as
    await see(browser, 'Which column is what');
    await clickOn(browser, 'Take in 320 sales');
    await see(browser, '320 sales of former-sales.csv taken in');
    await clickOn(browser, 'Learn from all sales');
    await clickOn(browser, 'Keep');
    await see(browser, 'in use');
    await see(browser, 'Sales that cannot be one of the others');
    // what was learnt is read on a phone too
    await resize(browser, 390, 844);
    const over = await browser.executeAsyncScript<number>(
      'const done = arguments[0]; requestAnimationFrame(() => requestAnimationFrame(() => done(document.documentElement.scrollWidth - document.documentElement.clientWidth)))',
    );
    await resize(browser, 1280, 800);
    expect(over, 'sideways on a phone').toBeLessThanOrEqual(0);
    await open('/u/WQ-0015/shelf');
    await see(browser, 'learnt from sales');
    await see(browser, 'Most like it, of what was sold');
    await open('/rules/prices');
    await clickOn(browser, 'Back to the table alone');
    await see(browser, 'Prices are the house’s table.');
    await clickOn(browser, 'take back');
    await browser.wait(async () => !(await pageText(browser)).includes('former-sales.csv 320'), 15_000);
  });
});
