import { mkdtempSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
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
const fill = async (label: string, text: string) => {
  const name = await browser.wait(until.elementLocated(By.xpath(`//label[starts-with(normalize-space(.), '${label}')]`)), 15_000); // prettier-ignore
  const field = await browser.findElement(By.id((await name.getAttribute('for'))!));
  await field.sendKeys(Key.chord(Key.CONTROL, 'a'), text);
};
let owner: Awaited<ReturnType<typeof signedIn>>;
beforeAll(async () => {
  browser = opened();
  owner = await signedIn(url, 'buyer@saltmarsh.example', inject('password'));
});
const command = async <T>(name: string, input: unknown): Promise<T> => {
  const response = await owner.command(name, { input });
  expect(response.status, await response.clone().text()).toBe(200);
  return ((await response.json()) as { answer: T }).answer;
};

/** A lot on offer, as its seller lists it. */
const OFFERED = [
  'Kind,Maker,Model,Serial,RAM,Storage,Notes',
  'laptop,Pellmark,Courier 14,BY-1,8 GB,240 GB SSD,works',
  'laptop,Pellmark,Courier 14,BY-2,8 GB,240 GB SSD,no picture',
  'laptop,Pellmark,Courier 15,BY-3,4 GB,,"does not turn on, no charge"',
  'small desktop,Aldermoor,Keep S1,BY-4,8 GB,none,works',
  'barge,Aldermoor,Keep S1,BY-5,8 GB,none,works',
].join('\n');
const file = join(mkdtempSync(join(tmpdir(), 'omnitrope-offer-')), 'viewing.csv');
writeFileSync(file, OFFERED);

describe('what the buyer does with a lot, from its bid to the books', () => {
  let most = 0;
  let tag = '';
  it('reads the seller’s list, says what to bid at most, and what a bid does', async () => {
    await open('/lots/bid');
    await browser.findElement(By.css('form[aria-label="What is offered"] input[type=file]')).sendKeys(file);
    await see(browser, 'Offered: 4 machines');
    await see(browser, '1 row left out');
    await see(browser, '"barge" is no kind of machine');
    const said = async () => pageText(browser);
    const text = await (await browser.findElement(By.css('section[aria-label="The bid"]'))).getText();
    most = Number(/([\d.]+)\s*(?:\S+\s*)?\n?at most/.exec(text)?.[1]);
    expect(most, text).toBeGreaterThan(0);
    // what decides it is told as the seller calls it
    expect(await said()).toMatch(/1 × Pellmark Courier 14/);
    // a worse source, and the same list is worth less
    await browser.findElement(By.css('select[name=source] option[value=broken]')).click();
    await clickOn(browser, 'What is it worth?');
    await soon(async () =>
      Number(/([\d.]+)\s*(?:\S+\s*)?\n?at most/.exec(await (await browser.findElement(By.css('section[aria-label="The bid"]'))).getText())?.[1]),
    ).toBeLessThan(most); // prettier-ignore
    await press(browser, Key.ARROW_LEFT);
    await settled(browser);
    expect(await rowsOf(`select 1 from units u join lots l on l.id = u.lot_id where l.code = 'L-BY'`)).toEqual([]); // prettier-ignore
  });
  it('bought for that, its list comes in, each claim with what it was understood as', async () => {
    const { lotId } = await command<{ lotId: string }>('receiveLot', {
      code: 'L-BY',
      name: 'The viewing',
      source: 'clearout',
      tagPrefix: 'BY',
      priceMinor: Math.round(most * 100),
      receivedOn: new Date().toISOString().slice(0, 10),
      allocation: 'value',
    });
    expect(lotId).toBeTruthy();
    await open('/lots/L-BY');
    await browser.findElement(By.css('input[aria-label="Manifest file"]')).sendKeys(file);
    await see(browser, 'Understood as');
    const rows = await browser.findElement(By.css('[aria-label="Rows to take in"]')).getText();
    expect(rows).toContain('small desktop');
    expect(rows).toContain('solid-state');
    expect(rows).toContain('that it is well: no evidence');
    await clickOn(browser, 'Take in 4 units');
    await see(browser, '4 units came in');
    [{ tag }] = await rowsOf<{ tag: string }>(
      `select u.tag from units u join lots l on l.id = u.lot_id where l.code = 'L-BY' and u.chassis = 'small'`,
    );
  });
  it('which of them get the hours stands on the line; whose hours they are, beside it', async () => {
    await open('/hours?minutes=6000');
    await see(browser, tag);
    await browser.findElement(By.xpath("//summary[contains(., 'Whose hours')]")).click();
    await see(browser, 'Besides hands');
    expect(await pageText(browser)).toMatch(/one more brings/);
  });
  it('sold by the plan of what to ask, it stands in the books', async () => {
    await command('countDrives', { unitId: await idOf('units', 'tag', tag), drives: 0 });
    await open(`/u/${tag}/shelf`);
    await browser.findElement(By.css('option[value="as found"]')).click();
    await clickOn(browser, 'To the shelf');
    await see(browser, 'On the shelf');
    const plan = await (await browser.findElement(By.css('section[aria-label="What to ask"]'))).getText();
    const ask = /now\s+([\d.]+)/.exec(plan)![1];
    await fill('Sold for', ask);
    await clickOn(browser, 'Sold');
    await browser.wait(async () => (await rowsOf(`select 1 from sales s join units u on u.id = s.unit_id where u.tag = '${tag}'`)).length === 1, 20_000); // prettier-ignore
    await open('/lots/L-BY');
    await see(browser, tag);
    await open('/books/made?by=lot');
    await see(browser, 'L-BY');
    await browser.wait(until.urlContains('/books/made'), 5_000);
  });
});
