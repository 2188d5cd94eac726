import { By, Key, until, type WebDriver, type WebElement } from 'selenium-webdriver';
import { beforeAll, describe, expect, inject, it } from 'vitest';
import { clickOn, press, ready, scan, see, soon, turnTo } from './driver';
import { signedIn } from './http';
import { signedInBrowser } from './signedIn';

const url = inject('url');
let browser: WebDriver;
const opened = signedInBrowser('bench-a@saltmarsh.example');
beforeAll(() => void (browser = opened()));

const find = (path: string): Promise<WebElement> =>
  browser.wait(until.elementLocated(By.xpath(path)), 15_000);
const field = (label: string) =>
  find(
    `//label[starts-with(normalize-space(.), '${label}')]/following-sibling::*[self::input or self::textarea or self::select]`,
  );
const fill = async (label: string, text: string) => {
  const box = await field(label);
  await box.sendKeys(Key.chord(Key.CONTROL, 'a'), text);
};
const choose = async (label: string, option: string) =>
  (await (await field(label)).findElement(By.xpath(`./option[normalize-space(.)='${option}']`))).click();
const click = (words: string) => clickOn(browser, words, { part: true });
const section = (label: string) => find(`//section[@aria-label='${label}']`);
const within = async (label: string, text: string) =>
  find(`//section[@aria-label='${label}']//*[contains(normalize-space(.), '${text}')]`);

let tag = '';

describe('one machine, from offer to parts', () => {
  it('is valued before it is bought, and one form makes its lot and the unit', async () => {
    await browser.get(`${url}/lots/one`);
    await ready(browser);
    await (await field('What the listing says')).sendKeys('screen broken, no charger');
    await click('What is it worth');
    await see(browser, 'The most to pay');
    await fill('Model', 'Courier 14');
    await fill('Maker', 'Pellmark');
    await fill('Paid', 'ten');
    await click('Bought: put it on record');
    await see(browser, '"paid" is not an amount');
    await fill('Paid', '10.00');
    await click('Bought: put it on record');
    await browser.wait(async () => /\/u\/ON-\d+\/look$/.test(await browser.getCurrentUrl()), 15_000);
    tag = /ON-\d+/.exec(await browser.getCurrentUrl())![0];
  });

  it('a part seen in it goes on record by its label, and the ticket says so', async () => {
    await browser.get(`${url}/u/${tag}/parts`);
    await ready(browser);
    await click('Record a part');
    await (await browser.wait(until.elementLocated(By.name('name')), 10_000)).sendKeys('4GB PC3L-12800S');
    await click('It is in there');
    await within('Parts in it', '4GB PC3L-12800S');
    await within('Ticket', '4 GB');
    await click('done');
  });

  it('a panel is offered, ordered, waited for, comes, and is looked at', async () => {
    await click('A part is wanted');
    await choose('Class', 'panel');
    await fill('What it is', '14 inch 30 pin eDP');
    await fill('Delivered', '4.69');
    await click('Write it down');
    await within('Parts wanted', 'offered');
    await click('order it');
    await click('Ordered, the unit waits');
    await within('Ticket', 'Waiting for a part');
    await soon(async () => (await find("//nav[@aria-label='The line']")).getText()).toMatch(/Waiting/);
    await click('it arrived');
    await click('It is here');
    await within('Parts wanted', 'arrived');
    await click('look at it');
    await click('As said');
    await within('Parts wanted', 'lies in the bin for it');
  });

  it('ending the repair asks once what went in and what came out; Enter puts all of it on record', async () => {
    await browser.get(`${url}/u/${tag}/work?log=swap-panel`);
    await ready(browser);
    await click('Log it');
    await within('Parts of this work', 'What went in?');
    // what was ordered for it is chosen already
    await find(
      "//div[@aria-label='What went in']//button[@aria-pressed='true'][contains(., '14 inch 30 pin eDP')]",
    );
    await press(browser, Key.ENTER);
    await see(browser, 'On record: Replace the panel');
    await turnTo(browser, 'x');
    await within('Parts in it', '14 inch 30 pin eDP');
    await within('Parts wanted', 'fitted');
    // what came out lies in the bin
    await browser.get(`${url}/bin?class=panel`);
    await see(browser, 'panel that was in it');
  });

  it('told by mistake it is taken back, parts and all', async () => {
    await browser.get(`${url}/u/${tag}/work`);
    await ready(browser);
    await click('take back');
    await see(browser, '(dropped)');
    await turnTo(browser, 'x');
    await within('Parts wanted', 'lies in the bin for it');
    expect(await (await section('Parts in it')).getText()).not.toMatch(/14 inch 30 pin eDP/);
  });

  it('what does not fit says why; "all the same" is a second act', async () => {
    await browser.get(`${url}/u/${tag}/parts?class=supply`);
    await ready(browser);
    await soon(async () => (await section('From the bin')).getText()).toMatch(
      /No\n.*such a machine takes no such part/s,
    );
    expect(
      await browser.findElements(
        By.xpath("//section[@aria-label='From the bin']//button[contains(., 'fit it')]"),
      ),
    ).toHaveLength(0);
  });
});

describe('a part’s label scanned at a machine', () => {
  it('asks whether it goes in here; Escape leaves all as it was, Enter fits it', async () => {
    await browser.get(`${url}/u/${tag}/parts?class=memory`);
    await ready(browser);
    const code = await (
      await find("//section[@aria-label='From the bin']//tr[contains(., 'SO-DIMM') or contains(., 'PC3')]//a")
    ).getText();
    const ask = async () => {
      await browser.get(`${url}/u/${tag}/prove`);
      await ready(browser);
      await scan(browser, code);
      await browser.wait(until.urlContains(`/u/${tag}/parts?fit=${code}`), 15_000);
      await within('Scanned part', code);
    };
    await ask();
    await press(browser, Key.ESCAPE);
    await browser.wait(async () => !(await browser.getCurrentUrl()).includes('fit='), 10_000);
    expect(await (await section('Parts in it')).getText()).not.toContain(code);
    await ask();
    await press(browser, Key.ENTER);
    await browser.wait(
      async () => {
        const refused = await browser.findElements(By.xpath("//button[contains(., 'Fit it anyway')]"));
        if (refused.length) await press(browser, Key.ENTER);
        return (await (await section('Parts in it')).getText()).includes(code);
      },
      20_000,
      'the part did not go in',
    );
  });
});

describe('taking apart', () => {
  it('places are gone through by keys, what is worth its minutes is chosen, and one act takes it out', async () => {
    await browser.get(`${url}/u/${tag}/parts/apart`);
    await ready(browser);
    await within('Donor sheet', 'Battery');
    await press(browser, 'n');
    await press(browser, Key.ARROW_RIGHT);
    await press(browser, 'v');
    await find("//button[contains(., 'Proven') and @aria-pressed='true']");
    await see(browser, 'Stop here');
    await click('out, into the bin');
    await click('Show them');
    await find(
      "//section[@aria-label='In order of worth']//td[contains(., 'Memory')]//span[contains(., 'gone')]",
    );
    await browser.get(`${url}/u/${tag}/record`);
    await see(browser, 'taken apart');
  });
});

describe('the bin', () => {
  it('is found by words and by class; a part knows which machines it serves, and is sold', async () => {
    await browser.get(`${url}/bin`);
    await ready(browser);
    await press(browser, 'f');
    await (await field('Find in the bin')).sendKeys('pc4-19200');
    await click('Find');
    await browser.wait(until.urlContains('q=pc4'), 10_000);
    await see(browser, '8GB PC4-19200S');
    expect(await (await find('//main//table')).getText()).not.toMatch(/Gannet 500 GB/);
    await (await find("//td/a[starts-with(., 'P-')]")).click();
    await see(browser, 'Machines it fits');
    await click('Sell it');
    await (await browser.wait(until.elementLocated(By.name('price')), 10_000)).sendKeys('14.00');
    await click('Sold');
    await see(browser, 'sold loose');
  });

  it('an upgrade that pays is put on record with its minutes, and is taken back as work is', async () => {
    // one of its own: what else lies in the bin may have been given to others by now
    const caller = await signedIn(url, 'buyer@saltmarsh.example', inject('password'));
    const drive = { class: 'drive', name: 'Flint S240, 240 GB', costMinor: 2100, attributes: { gb: 240, kind: 'solid' } }; // prettier-ignore
    expect((await caller.command('receivePart', { input: drive })).status).toBe(200);
    await browser.get(`${url}/u/WQ-0001/parts`);
    await ready(browser);
    // keys are taken once the page has read its unit
    await find("//button[contains(., 'It is in now') and not(@disabled)]");
    // a digit chooses and does nothing; Enter says that it is in
    await press(browser, '1');
    await find("//li[@aria-current='true']//button[contains(., 'It is in now')]");
    expect(await (await section('Parts in it')).getText()).not.toMatch(/Flint S240/);
    await press(browser, Key.ENTER);
    await within('Parts in it', 'Flint');
    await turnTo(browser, 'w');
    await see(browser, 'Fit parts');
    await click('take back');
    await see(browser, '(dropped)');
    await turnTo(browser, 'x');
    // the disk that was seen coming out is on record inside again
    await within('Parts in it', 'hard disk');
    expect(await (await section('Parts in it')).getText()).not.toMatch(/Flint S240/);
  });
});

describe('a change of parts among the steps', () => {
  it('a machine that is done is not stopped at while a module would pay; Enter leads to it, at the same figure', async () => {
    const caller = await signedIn(url, 'buyer@saltmarsh.example', inject('password'));
    const lots = await (await caller.get('/lots')).text();
    expect(lots).toContain('WQ-3');
    const command = async <T>(name: string, input: object): Promise<T> => {
      const answer = await caller.command(name, { input });
      expect(answer.status, `${name}: ${await answer.clone().text()}`).toBe(200);
      return ((await answer.json()) as { answer: T }).answer;
    };
    const { lotId } = await command<{ lotId: string }>('receiveLot', {
      code: 'PL-1',
      name: 'Planned',
      source: 'clearout',
      tagPrefix: 'PL',
      priceMinor: 1000,
      freightMinor: 0,
      feesMinor: 0,
      receivedOn: '2026-11-20',
    });
    const made = await command<{ tag: string; unitId: string }>('addUnit', {
      lotId,
      chassis: 'desktop',
      maker: 'Aldermoor',
      model: 'Keep T9',
    });
    const { unitId } = made;
    await command('receivePart', {
      class: 'memory',
      name: '8 GB DDR4, planned',
      costMinor: 10,
      worthMinor: 10,
      knownGood: true,
      attributes: { gb: 8, kind: 'DDR4', form: 'DIMM' },
    });
    for (const [key, value] of [
      ['memoryGb', '2 GB'],
      ['memorySlots', '2'],
      ['driveKind', 'solid-state'],
      ['driveGb', '240 GB'],
      ['processor', 'Corvid M5-330'],
    ])
      await command('typeSpec', { unitId, key, value });
    await command('noteTakes', { unitId, facts: { memoryKind: 'DDR4' } });
    for (const finding of [
      'look-liquid',
      'look-rattle',
      'look-smell',
      'button',
      'picture-monitor',
      'gets-to',
      'whole-look',
    ])
      await command('observe', { unitId, finding, outcome: 0 });
    await browser.get(`${url}/u/${made.tag}`);
    await ready(browser);
    const next = await section('Next');
    await soon(() => next.getText()).toMatch(/Put in P-\d+ 8 GB DDR4, planned/);
    const wins = /It wins ([\d.]+) over/.exec(await next.getText())![1];
    await press(browser, Key.ENTER);
    await browser.wait(until.urlMatches(/\/parts$/), 15_000);
    await within('What would pay', `+${wins}`);
    await browser.get(`${url}/u/${made.tag}/shelf`);
    await within('Price', wins);
  });
});
