import { By, Key, until, type WebDriver, type WebElement } from 'selenium-webdriver';
import { beforeAll, beforeEach, describe, expect, inject, it } from 'vitest';
import { rowsOf } from './database';
import { ready, resize, see, settled, soon } from './driver';
import { Feeding } from './feeding';
import { signedIn } from './http';
import { signedInBrowser } from './signedIn';

/**
 * Evenings at the bench, each from the scan to the paper, as somebody feeds them. How often something has to be done is
 * held: it may fall.
 */
const url = inject('url');
let browser: WebDriver;
let owner: Awaited<ReturnType<typeof signedIn>>;
let feed: Feeding;
const opened = signedInBrowser('buyer@saltmarsh.example');
beforeAll(async () => {
  browser = opened();
  owner = await signedIn(url, 'buyer@saltmarsh.example', inject('password'));
});
beforeEach(async () => {
  await resize(browser, 1280, 800);
  await browser.get(`${url}/`);
  await ready(browser);
  feed = new Feeding(browser);
});

const find = (path: string): Promise<WebElement> =>
  browser.wait(until.elementLocated(By.xpath(path)), 15_000, `not there: ${path}`);
const field = (section: string, label: string) =>
  find(
    `//section[@aria-label='${section}']//*[self::input or self::textarea or self::select][@id=//label[contains(., '${label}')]/@for or ancestor::label[contains(., '${label}')] or @aria-label='${label}']`,
  );
/** A choice by its words. */
const choose = (section: string, label: string, words: string) =>
  feed.tapped(async () =>
    (await field(section, label)).findElement(By.xpath(`./option[contains(normalize-space(.), '${words}')]`)),
  );
const done = async <A>(name: string, body: object): Promise<A> => {
  const sent = await owner.command(name, body);
  const said = (await sent.json()) as { answer: A; message?: string };
  if (!sent.ok) throw new Error(`${name}: ${JSON.stringify(said)}`);
  return said.answer;
};
const command = <A = null>(name: string, input: object) => done<A>(name, { input });
/** A lot with machines in it, as the evening finds them. */
async function crate(code: string, source: string, chassis: readonly string[]) {
  const { lotId } = await command<{ lotId: string }>('receiveLot', {
    code,
    name: `${code}, an evening`,
    source,
    tagPrefix: code,
    priceMinor: source === 'owner' ? 0 : 4000,
    freightMinor: 0,
    feesMinor: 0,
    receivedOn: '2026-11-25',
  });
  const made = [];
  for (const kind of chassis)
    made.push(
      await command<{ unitId: string; tag: string }>('addUnit', {
        lotId,
        chassis: kind,
        maker: 'Pellmark',
        model: 'Evening 15',
      }),
    );
  return { lotId, made };
}
const paper = async (path: string) => {
  const answer = await owner.get(path);
  expect(answer.headers.get('content-type')).toBe('application/pdf');
  return (await answer.arrayBuffer()).byteLength;
};
/** A scan opens the machine wherever one is. */
async function opens(tag: string) {
  await feed.scanned(tag);
  await browser.wait(until.urlContains(`/u/${tag}`), 15_000);
  await ready(browser);
  await settled(browser);
}
const side = async (letter: string, path: string) => {
  await feed.key('g', letter);
  await browser.wait(until.urlContains(path), 15_000);
  await ready(browser);
};
/** Offered as found once somebody has looked for drives, so that it has papers. */
const offered = async (tag: string, looks: boolean) => {
  await opens(tag);
  await side('s', '/shelf');
  if (looks) await feed.key('2');
  await settled(browser);
  await feed.tapped(() => find("//section[@aria-label='Selling']//option[contains(., 'as found')]"));
  await feed.clicked('To the shelf');
  await find("//a[contains(., 'Passport, PDF')]");
  expect(await paper(`/api/units/${tag}/passport`)).toBeGreaterThan(3000);
};
/** A piece of work out of the list, once it is the one that Enter takes. */
const work = async (name: string) => {
  await feed.typed(await find("//input[@id='log-work']"), name);
  await find(`//*[@role='option' and @data-focus and contains(., '${name}')]`);
  await feed.key(Key.ENTER);
};
const letterOf = async (name: string) =>
  (
    await (
      await find(
        `//div[@aria-label='Groups of this layer']//button[contains(normalize-space(.), ': ${name}')]`,
      )
    ).findElement(By.css('kbd'))
  ).getText();
const stands = (name: string, words: string) =>
  find(
    `//div[@aria-label='Groups of this layer']//div[.//button[contains(normalize-space(.), ': ${name}')]][contains(normalize-space(.), '${words}')]`,
  );

describe('an evening of two customers’ laptops', () => {
  it('cloned across buses with their own drive, a top case changed, both handed back with their papers', async () => {
    const { made } = await crate('EV', 'owner', ['laptop', 'laptop']);
    const [first, second] = made;
    await opens(first.tag);
    await side('w', '/work');
    const their = 'Somebody else’s machine';
    await feed.typed(await field(their, 'What they want'), 'faster, keep everything');
    await feed.clicked('Keep');
    await settled(browser);
    await soon(async () => (await rowsOf(`select 1 from record_values where unit_id = '${first.unitId}' and key = 'owner'`)).length).toBe(1); // prettier-ignore
    await feed.clicked('one more line');
    await feed.typed(await field(their, 'Work or part'), 'Clone to the new drive');
    await feed.clicked('This is the quote');
    await feed.typed(await field(their, 'How'), 'here');
    await feed.clicked('They agreed');
    await see(browser, 'Agreed here.');
    await (await browser.findElement(By.xpath("//summary[.='Theirs, but not in it']"))).click();
    await choose(their, 'They brought a', 'drive');
    await feed.typed(await field(their, 'Which'), '500 GB NVMe M.2');
    await feed.clicked('It lies here');
    await see(browser, '500 GB NVMe M.2');
    await settled(browser);
    const [{ code }] = await rowsOf<{ code: string }>(
      `select code from components where owner_unit = '${first.unitId}'`,
    );
    // one sheet: the clone, their old disk out and back to them, their new one in
    await feed.key('k');
    await work('Clone');
    await feed.clicked('With parts, in words', { part: true });
    const sheet = 'How it ended';
    await feed.scanned(code);
    await find(`//section[@aria-label='${sheet}']//option[contains(., '${code}')]`);
    await feed.clicked('one came out');
    await choose(sheet, 'Came out: a', 'drive');
    await feed.typed(await field(sheet, 'What it is'), '320 GB disk, SATA');
    await choose(sheet, 'It goes', 'back to its owner');
    await feed.typed(await field(sheet, 'In your own words'), 'old disk kept as it was');
    await feed.clicked('Put it on record');
    await see(browser, 'On record: Clone the drive');
    const told = await rowsOf<{ name: string; place: string }>(
      `select name, place from components where owner_unit = '${first.unitId}' order by code`,
    );
    expect(told.map(({ place }) => place).sort()).toEqual(['returned', 'unit']);
    // after a clone from one bus to another nobody asks whether it was cloned
    await browser.get(`${url}/u/${first.tag}?ask=gets-to`);
    await ready(browser);
    await see(browser, 'How far does it get');
    // the other: a top case out of the bin
    await command('tellOwner', {
      unitId: second.unitId,
      act: { op: 'quote', lines: [{ what: 'Top case', minor: 3500, minutes: 60 }] },
    });
    await command('tellOwner', { unitId: second.unitId, act: { op: 'answer', yes: true, how: 'by letter' } });
    const top = await command<{ code: string }>('receivePart', {
      class: 'case',
      name: 'Top case, Evening 15',
      costMinor: 1200,
    });
    await opens(second.tag);
    await side('w', '/work');
    await feed.key('k');
    await work('Fit parts');
    await feed.clicked('With parts, in words', { part: true });
    await feed.scanned(top.code);
    await find(`//section[@aria-label='${sheet}']//option[contains(., '${top.code}')]`);
    await feed.clicked('one came out');
    await choose(sheet, 'Came out: a', 'case');
    await feed.typed(await field(sheet, 'What it is'), 'Top case, cracked');
    await choose(sheet, 'It goes', 'back to its owner');
    await feed.clicked('Put it on record');
    await see(browser, 'On record: Fit parts');
    for (const { tag } of made) expect(await paper(`/api/units/${tag}/passport`)).toBeGreaterThan(3000);
    // handed over, by the end of the day
    await opens(second.tag);
    await side('s', '/shelf');
    await choose('Without a sale', 'It is gone', 'back to its seller or owner');
    await feed.typed(await field('Without a sale', 'Whom it goes back to'), 'the lockkeeper');
    await feed.clicked('It is gone');
    await soon(async () => (await rowsOf<{ stage: string }>(`select stage from units where id = '${second.unitId}'`))[0].stage).toBe('gone'); // prettier-ignore
    console.log(`two customers' laptops: ${feed.told}`);
    expect(feed.acts).toBeLessThanOrEqual(60);
  });
});

describe('a filthy laptop with 67 screws', () => {
  it('stripped to its keys, cleaned, put back crosswise and closed, with its passport', async () => {
    const { made } = await crate('EF', 'clearout', ['laptop']);
    const [{ unitId, tag }] = made;
    await opens(tag);
    await side('w', '/work');
    await browser.get(`${url}/u/${tag}/work/strip`);
    await ready(browser);
    await feed.key(Key.ENTER);
    await find("//section[@aria-label='The mat'][contains(., 'Layer 1 of 4')]");
    await feed.key('a');
    await stands('base plate', '8 out');
    await feed.key('l');
    const undone = ['battery lead', 'keyboard lead', 'touchpad lead', 'speaker lead'];
    for (const name of undone) {
      await feed.key((await letterOf(name)).toLowerCase());
      await stands(name, '1 out');
    }
    await feed.key('l');
    await feed.key((await letterOf('board')).toLowerCase());
    await stands('board', '8 out');
    await feed.key('l');
    await feed.key((await letterOf('key layer')).toLowerCase());
    await stands('key layer', '67 out');
    await settled(browser);
    await browser.get(`${url}/u/${tag}/work/clean`);
    await ready(browser);
    // keys packed with hair, tar on the palm rest, sugar on the lid
    const at = async (zone: string, letter: string, degree: string) => {
      await feed.tapped(() =>
        find(`//*[local-name()='svg']//*[local-name()='text'][starts-with(., '${zone}')]`),
      );
      await feed.key(letter, degree);
      await settled(browser);
    };
    await at('keys', 'h', '3');
    await at('palm', 't', '2');
    await at('lid', 's', '1');
    await see(browser, 'sugar 1 of 3');
    for (let n = 0; n < 12; n++) {
      const way = "//section[@aria-label='The way']//button[contains(., 'Done')]";
      if ((await browser.findElements(By.xpath(way))).length === 0) break;
      const before = await (await find("//section[@aria-label='The way']")).getText();
      await feed.key(Key.ENTER);
      await browser.wait(
        async () => (await (await find("//section[@aria-label='The way']")).getText()) !== before,
        15_000,
      );
      await settled(browser);
    }
    await see(browser, 'Nothing on record is dirty.');
    await browser.get(`${url}/u/${tag}/work/strip`);
    await ready(browser);
    await find("//section[@aria-label='The mat'][contains(., 'Layer 4 of 4')]");
    // the mat turns to the deepest layer that is still out by itself
    const backIn = async (layer: number, name: string) => {
      await find(`//section[@aria-label='The mat'][contains(., 'Layer ${layer} of 4')]`);
      await feed.key((await letterOf(name)).toUpperCase());
      await settled(browser);
    };
    await backIn(4, 'key layer');
    await backIn(3, 'board');
    for (const name of undone) await backIn(2, name);
    await backIn(1, 'base plate');
    await find("//section[@aria-label='Not back yet']//b[normalize-space(.)='0']");
    await feed.clicked('Close it');
    await settled(browser);
    // what its own work makes worth a look is asked first, each by one press
    const asks = By.xpath("//section[@aria-label='Not back yet']//*[@role='group']");
    for (const ask of await Promise.all(
      (await browser.findElements(asks)).map((own) => own.getAttribute('aria-label')),
    )) {
      // prettier-ignore
      await feed.tapped(() => find(`//*[@role='group' and @aria-label='${ask}']/button[1][not(@disabled)]`));
      await find(`//*[@role='group' and @aria-label='${ask}']/button[1][@aria-pressed='true']`);
    }
    // it may have been closed already, and the page be told of it a moment later
    const closed = By.xpath("//*[contains(., 'Closed: everything')]");
    const close = By.xpath("//button[normalize-space(.)='Close it' and not(@disabled)]");
    await browser.wait(async () => {
      if ((await browser.findElements(closed)).length > 0) return true;
      const [button] = await browser.findElements(close);
      await feed.ifThere(button);
      return false;
    }, 30_000);
    await see(browser, 'Closed: everything on the mat was put back.');
    await offered(tag, true);
    const [{ n }] = await rowsOf<{ n: number }>(
      `select count(*)::int as n from record_values where unit_id = '${unitId}' and key = 'clean' and value like '%"cleaned"%'`,
    );
    expect(n).toBeGreaterThan(0);
    console.log(`a filthy laptop with 67 screws: ${feed.told}`);
    expect(feed.acts).toBeLessThanOrEqual(60);
  });
});

describe('a smoke-stained tower split in two', () => {
  it('cleaned of tar and smell, a second machine built out of it, both with papers', async () => {
    const { made } = await crate('ET', 'clearout', ['desktop']);
    const [{ unitId, tag }] = made;
    const parts = [];
    for (const [partClass, name] of [
      ['case', 'Bare case'],
      ['board', 'Second board'],
      ['supply', 'Second supply'],
      ['memory', '4 GB module'],
    ])
      parts.push(
        await command<{ code: string }>('recordPart', { unitId, class: partClass, name, worthMinor: 300 }),
      );
    await opens(tag);
    await feed.key('g', 'w');
    await settled(browser);
    await browser.get(`${url}/u/${tag}/work/clean`);
    await ready(browser);
    const at = async (zone: string, letter: string, degree: string) => {
      await feed.tapped(() =>
        find(`//*[local-name()='svg']//*[local-name()='text'][starts-with(., '${zone}')]`),
      );
      await feed.key(letter, degree);
      await settled(browser);
    };
    await at('case outside', 't', '2');
    await at('front', 't', '2');
    await at('board', 't', '1');
    await see(browser, 'tar, grease 1 of 3');
    for (let n = 0; n < 12; n++) {
      const way = "//section[@aria-label='The way']//button[contains(., 'Done')]";
      if ((await browser.findElements(By.xpath(way))).length === 0) break;
      const before = await (await find("//section[@aria-label='The way']")).getText();
      await feed.key(Key.ENTER);
      await browser.wait(
        async () => (await (await find("//section[@aria-label='The way']")).getText()) !== before,
        15_000,
      );
      await settled(browser);
    }
    await see(browser, 'Nothing on record is dirty.');
    await browser.get(`${url}/build`);
    await ready(browser);
    for (const { code } of parts) {
      await feed.scanned(code);
      await see(browser, code);
    }
    await feed.typed(await find("//input[@name='maker']"), 'Own');
    await feed.typed(await find("//input[@name='model']"), 'Half');
    await feed.tapped(() => find("//input[@name='despite']"));
    await feed.clicked('Build it of 4 parts');
    await browser.wait(until.urlContains('/parts'), 15_000);
    const [, built] = /\/u\/([A-Z]+-\d+)\/parts/.exec(await browser.getCurrentUrl())!;
    expect(built).not.toBe(tag);
    await offered(built, false);
    await offered(tag, true);
    const inside = await rowsOf<{ name: string }>(
      `select c.name from components c join units u on u.id = c.unit_id where u.tag = '${built}' order by c.name`,
    );
    expect(inside.map(({ name }) => name)).toEqual([
      '4 GB module',
      'Bare case',
      'Second board',
      'Second supply',
    ]);
    console.log(`a smoke-stained tower split in two: ${feed.told}`);
    expect(feed.acts).toBeLessThanOrEqual(45);
  });
});

describe('a donor emptied into the bin', () => {
  it('on a phone: marked by touch, taken out as one act, labels at once, the rest weighed and gone', async () => {
    const { made } = await crate('ED', 'clearout', ['desktop']);
    const [{ unitId, tag }] = made;
    await resize(browser, 390, 844);
    await opens(tag);
    await browser.get(`${url}/u/${tag}/parts/apart`);
    await ready(browser);
    const spot = async (name: string, state: string) => {
      await feed.tapped(() => find(`//*[local-name()='svg']//*[@aria-label][contains(@aria-label, '${name}')] | //*[local-name()='svg']//*[local-name()='text'][contains(., '${name}')]`)); // prettier-ignore
      await feed.clicked(state, { part: true });
      await settled(browser);
    };
    await spot('Memory', 'Proven');
    await spot('Supply', 'There');
    await spot('Second drive', 'Gone');
    const wide = await browser.executeScript<number>('return document.documentElement.scrollWidth');
    expect(wide).toBeLessThanOrEqual(390);
    const take = await find("//button[contains(normalize-space(.), 'out, into the bin') and not(@disabled)]");
    const count = Number(/^(\d+)/.exec(await take.getText())![1]);
    expect(count).toBeGreaterThan(2);
    await feed.tapped(() => Promise.resolve(take));
    await see(browser, `${count} parts in the bin.`);
    const labels = await (await find("//a[contains(., 'Their labels')]")).getAttribute('href');
    expect(await paper(new URL(labels!).pathname + new URL(labels!).search)).toBeGreaterThan(2000);
    const drives = await rowsOf<{ n: number }>(
      `select count(*)::int as n from components where class = 'drive' and place = 'unit' and unit_id = '${unitId}'`,
    );
    expect(drives[0].n).toBe(0);
    await feed.tapped(() => find("//a[contains(., 'Say that it is gone')]"));
    await browser.wait(until.urlContains('/shelf'), 15_000);
    await ready(browser);
    // an M.2 drive hides under a sheet: somebody looks
    await feed.key('2');
    await settled(browser);
    await choose('Without a sale', 'It is gone', 'taken apart for its parts');
    await feed.typed(await field('Without a sale', 'The rest weighs'), '6,4');
    await feed.clicked('It is gone');
    await soon(async () => (await rowsOf<{ gone_grams: number | null }>(`select gone_grams from units where id = '${unitId}'`))[0].gone_grams).toBe(6400); // prettier-ignore
    console.log(`a donor emptied into the bin: ${feed.told}`);
    expect(feed.acts).toBeLessThanOrEqual(20);
  });
});
