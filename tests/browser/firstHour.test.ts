import { By, Key, until, type WebDriver } from 'selenium-webdriver';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { migrateDatabase } from '../../src/db/migrate';
import { freshDatabase, throwAwayCluster } from '../server/database.setup';
import { openBrowser, press, ready, see, soon } from './driver';
import { startServer } from './shop.setup';

/** A shop nobody has been in: what its first owner meets. */
let browser: WebDriver;
let server: Awaited<ReturnType<typeof startServer>>;

beforeAll(async () => {
  const url = await freshDatabase(throwAwayCluster(), `omnitrope_first_${process.env.OMNITROPE_SHARD ?? 1}`);
  await migrateDatabase(url);
  server = await startServer(url);
  browser = await openBrowser();
});
afterAll(async () => {
  await browser?.quit();
  server?.process.kill('SIGTERM');
});

describe('the first hour', () => {
  it('from the first page to a machine that is looked at and priced: nothing is asked twice, at most 60 keys', async () => {
    let keys = 0;
    const type = async (name: string, text: string) => {
      const field = await browser.wait(until.elementLocated(By.name(name)), 15_000);
      await field.sendKeys(text);
      // and the one to the next field
      keys += text.length + 1;
    };
    const key = async (pressed: string) => {
      keys++;
      await press(browser, pressed);
    };
    await browser.get(server.url);
    await browser.wait(until.urlContains('/setup'), 15_000);
    await type('name', 'Bo');
    await type('email', 'bo@reuse.example');
    await type('password', 'ten-or-more');
    await type('shop', 'Reuse');
    await type('currencySign', 'CR');
    keys++;
    await browser.findElement(By.name('currencySign')).sendKeys(Key.ENTER);
    await see(browser, 'What lies on the bench?');
    await see(browser, 'Try it on a sample machine');
    await ready(browser);
    await key('1');
    await key(Key.ENTER);
    await browser.wait(until.urlMatches(/\/u\/ON-\d+\/look$/), 15_000);
    await see(browser, 'Outside look');
    const question = async () => {
      const [asked] = await browser.findElements(By.css('section[aria-label="Next"] h2'));
      return asked ? asked.getText() : '';
    };
    for (let n = 0; n < 10; n++) {
      const before = await question();
      await key('1');
      await browser.wait(async () => (await question()) !== before, 15_000, `"${before}" stays`);
    }
    // its worth stands on the ticket all along
    await soon(() => browser.findElement(By.css('section[aria-label="Ticket"]')).getText()).toMatch(
      /\+\d+\.\d\d\s+CR still to win/,
    );
    await key('g');
    await key('f');
    await see(browser, 'Probably');
    await see(browser, 'eight in ten');
    console.log(`an empty shop to its first price: ${keys} keys`);
    expect(keys).toBeLessThanOrEqual(60);
  });

  it('from then on the list stands there', async () => {
    await browser.get(server.url);
    await see(browser, 'What to work on');
  });
});
