import { By, Key, until, type WebDriver } from 'selenium-webdriver';
import { beforeAll, describe, expect, inject, it } from 'vitest';
import { clickOn, press, ready, scan, see, soon, type } from './driver';
import { signedInBrowser } from './signedIn';

const url = inject('url');
let browser: WebDriver;
const opened = signedInBrowser('buyer@saltmarsh.example');
const open = async (path: string) => {
  await browser.get(url + path);
  await ready(browser);
};
const find = (path: string) => browser.wait(until.elementLocated(By.xpath(path)), 15_000);
/** A field by its label, within a section. */
const field = (section: string, label: string) =>
  find(
    `//section[@aria-label='${section}']//*[self::input or self::textarea or self::select][@id=//label[contains(., '${label}')]/@for or ancestor::label[contains(., '${label}')] or @aria-label='${label}']`,
  );
beforeAll(() => {
  browser = opened();
});

describe('work as it is really done', () => {
  it('any work ends with its parts, their state and one’s own words, and is taken back as one act', async () => {
    await open('/u/WQ-0020/work');
    await press(browser, 'k');
    const box = await find("//input[@id='log-work']");
    await type(browser, box, 'Other work');
    await box.sendKeys(Key.ENTER);
    await clickOn(browser, 'With parts, in words', { part: true });
    await type(browser, await field('How it ended', 'What was done'), 'Bracket in the bay');
    await clickOn(browser, 'one went in');
    await (await field('How it ended', 'Went in: a')).sendKeys('case');
    await (await field('How it ended', 'Which')).sendKeys('one just bought');
    await type(browser, await field('How it ended', 'What it is'), 'Bracket of sheet');
    await (await field('How it ended', 'Its state')).sendKeys('improvised');
    await type(browser, await field('How it ended', 'Held by'), 'two cable ties');
    await type(browser, await field('How it ended', 'In your own words'), 'the old one had gone');
    await clickOn(browser, 'Put it on record');
    await see(browser, 'Bracket in the bay');
    await see(browser, 'the old one had gone');
    await (await find("//button[@aria-label='Take back: Bracket in the bay']")).click();
    await see(browser, '(dropped)');
  });

  it('a point that is to be settled is found by its words', async () => {
    await open('/u/WQ-0020/work');
    await type(browser, await field('Notes', 'In your own words'), 'left hinge clicks when warm');
    // what is low on the page may lie behind the strip of what runs
    const settle = await field('Notes', 'settle it before grading');
    await browser.executeScript('arguments[0].scrollIntoView({ block: "center" })', settle);
    await settle.click();
    await clickOn(browser, 'Note it');
    await see(browser, 'To be settled:');
    await open('/notes?q=hinge+warm');
    await see(browser, 'left hinge clicks when warm');
    await open('/u/WQ-0020/work');
    await type(browser, await field('Notes', 'How it was settled'), 'a drop of oil');
    await clickOn(browser, 'Settled');
    await see(browser, 'settled: a drop of oil');
  });

  it('the bin is counted by scanning; what was not found is named, and found again', async () => {
    await open('/bin/count?class=memory');
    const codes = await browser.executeScript<string[]>(
      `return [...document.querySelectorAll('tbody td:nth-child(2)')].map((cell) => cell.innerText.trim())`,
    );
    expect(codes.length).toBeGreaterThan(1);
    await scan(browser, codes[0]);
    await see(browser, `1 of ${codes.length} found`);
    await clickOn(browser, 'That is all of it');
    await see(browser, `On record: 1 of ${codes.length} found.`);
    await open('/bin?class=memory');
    await see(browser, 'Not found at the last count.');
    await open('/bin/count?class=memory');
    for (const code of codes) await scan(browser, code);
    await see(browser, `${codes.length} of ${codes.length} found`);
    await clickOn(browser, 'That is all of it');
    await see(browser, 'Found again:');
  });

  it('before closing: every line has a key that goes to it', async () => {
    await open('/day/end');
    const line = await find(
      "//section[@aria-label='Begun']//li/a | //section[@aria-label='Lying open']//li/a",
    );
    const key = await (await line.findElement(By.css('kbd'))).getText();
    const href = new URL((await line.getAttribute('href')) ?? '').pathname;
    await press(browser, key.toLowerCase());
    await browser.wait(until.urlContains(href), 15_000);
  });

  it('a code is written as people write it, and the tables say what it is', async () => {
    await open('/u/WQ-0007?ask=code-group');
    await press(browser, 't');
    const written = await find("//input[@aria-label='The code as it is written']");
    await type(browser, written, '3.2');
    await soon(async () => (await find("//section[@aria-label='Tapper']")).getText()).toMatch(
      /3, pause, 2, or 3 long, 2 short/,
    );
    await written.clear();
    await type(browser, written, 'lamps 1 3');
    await see(browser, 'lamps 1 3');
  });
});
