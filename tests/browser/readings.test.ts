import { By, Key, until, type WebDriver, type WebElement } from 'selenium-webdriver';
import { beforeAll, describe, expect, inject, it } from 'vitest';
import { press, ready, see, soon } from './driver';
import { signedInBrowser } from './signedIn';

const url = inject('url');
let browser: WebDriver;
const opened = signedInBrowser('bench-b@saltmarsh.example');
beforeAll(() => void (browser = opened()));

const find = (path: string, ms = 15_000): Promise<WebElement> =>
  browser.wait(until.elementLocated(By.xpath(path)), ms);
const within = (label: string, text: string, ms?: number) =>
  find(`//section[@aria-label='${label}']//*[contains(normalize-space(.), '${text}')]`, ms);
const show = (element: WebElement) =>
  browser.executeScript('arguments[0].scrollIntoView({ block: "center" })', element);
const click = async (text: string) => {
  const button = await find(
    `//*[self::button or self::summary][contains(normalize-space(.), '${text}') and not(@disabled)]`,
  );
  await show(button);
  await button.click();
};
const field = (label: string) =>
  find(
    `//label[starts-with(normalize-space(.), '${label}')]/following-sibling::*[self::input or self::select]`,
  );
const choose = async (label: string, option: string) => {
  const box = await field(label);
  await show(box);
  await (await box.findElement(By.xpath(`./option[normalize-space(.)='${option}']`))).click();
};
const drawer = async (condition: string, faster: string) => {
  await click('Bench drawer');
  await choose('What ails it', condition);
  await choose('How fast', faster);
  await click('Put it on');
};

/** What the machine is known by: where it settles. */
const KNOWN = "//th[normalize-space(.)='Top under load']";

describe('runs', () => {
  it('a simulated machine samples heat: the curve is drawn live, the strip shows it, a pulled cable loses nothing', async () => {
    await browser.get(`${url}/u/WQ-0028/machine/heat`);
    await ready(browser);
    await see(browser, 'Heat run');
    await drawer('blocked sink', '30 times');
    await find(
      "//section[@aria-label='Heat run']//*[contains(@aria-label, 'Temperature over time')]",
      30_000,
    );
    await find("//section[@aria-label='Running alone']//*[contains(., 'Heat run')]", 20_000);
    await click('Pull the cable');
    await find("//section//*[contains(., 'waits in the machine')]", 20_000);
    await click('Cable back in');
    await within('Verdict', 'Dust, or a weak fan', 60_000);
    await see(browser, 'It was: blocked sink');
    await see(browser, 'stands on its papers');
  });
  it('what it told is on the machine, and goes when it is taken back', async () => {
    await browser.get(`${url}/u/WQ-0028/machine`);
    await ready(browser);
    await find(KNOWN);
    await browser.get(`${url}/u/WQ-0028/machine/heat`);
    await ready(browser);
    await click('take the last run back');
    await browser.wait(
      async () => (await browser.findElements(By.xpath("//section[@aria-label='Verdict']"))).length === 0,
      15_000,
    );
    await browser.get(`${url}/u/WQ-0028/machine`);
    await ready(browser);
    expect(await browser.findElements(By.xpath(KNOWN))).toEqual([]);
  });
  it('begun for a real machine it shows the line to type; dropped, nothing stands', async () => {
    await browser.get(`${url}/u/WQ-0028/machine/heat`);
    await ready(browser);
    await click('Begin a run');
    const line = await browser.wait(until.elementLocated(By.css('[data-testid="run-command"]')), 15_000);
    await soon(() => line.getText()).toMatch(/^curl -s http:\/\/[^ ]+\/s\/[\w-]{20} \| sudo sh$/);
    await see(browser, 'Nothing has come yet');
    await click('Drop it');
    await find("//button[contains(., 'Begin a run')]");
  });
  it('rails typed without load get no verdict; with load, one that is out says so', async () => {
    await browser.get(`${url}/u/WQ-0002/machine/power`);
    await ready(browser);
    await (await field('+5V')).sendKeys('4,6');
    await (await find("//label[contains(., 'drawing on it')]")).click();
    await click('Note them');
    await within('Verdict', 'Not loaded: nothing can be said');
    await (await find("//label[contains(., 'drawing on it')]")).click();
    await (await field('+12V')).sendKeys('11.2');
    await click('Note them');
    await within('Verdict', 'Out of its limits under load');
    await click('take the last back');
    await within('Verdict', 'Not loaded: nothing can be said');
  });
  it('seconds are taken by a key; two of them are compared', async () => {
    await browser.get(`${url}/u/WQ-0002/machine/speed`);
    await ready(browser);
    await press(browser, 'q');
    const seconds = async () => Number(await (await field('button to a quiet desk')).getAttribute('value'));
    await browser.wait(async () => (await seconds()) > 1, 10_000, 'the seconds do not run');
    await press(browser, 'q');
    expect(await seconds()).toBeGreaterThan(1);
    await click('Note them');
    await within('As read last', 'button to a quiet desk');
    const box = await field('button to a quiet desk');
    await box.sendKeys(Key.chord(Key.CONTROL, 'a'), '35');
    await click('Note them');
    await within('Before and after', 'button to a quiet desk');
    await within('Before and after', '35 s');
  });
});
