import { describe, expect, it } from 'vitest';
import { By, Key } from 'selenium-webdriver';
import { pageText, press, pressFast, scan, see, settled, soon, turnTo } from './driver';
import { address, browser, client, killServer, machine, open, openOwnShop, until } from './ownShop';

openOwnShop('bench-b@saltmarsh.example');

const answersOf = async (id: string) =>
  (
    await client.query<{ ref: string; outcome: number }>(
      'select ref, outcome from observations where unit_id = $1 and voided_by is null order by id',
      [id],
    )
  ).rows;
describe('answers given fast', () => {
  it('six keys 180 ms apart are six answers, in order', async () => {
    const { tag, id } = await machine();
    await open(`/u/${tag}/look`);
    const listed = () =>
      browser.executeScript<[string, boolean][]>(
        `return [...document.querySelectorAll('main ol li')].filter((line) => line.querySelector('button[title]')).map((line) => {
           const [question, answer] = [line.querySelector('button'), line.querySelector('button + span')];
           return [question?.title ?? '', Boolean(answer?.textContent) && answer.textContent !== 'not yet'];
         });`,
      );
    const first = (await listed()).slice(0, 6).map(([title]) => title);
    // every question the page draws, in order; a slow page may draw none between two keys
    await browser.executeScript(
      `const asked = (window.asked = []);
       const note = () => {
         const title = document.querySelector('section[aria-label="Next"] h2')?.textContent;
         if (title && asked.at(-1) !== title) asked.push(title);
       };
       note();
       new MutationObserver(note).observe(document.body, { subtree: true, childList: true, characterData: true });`,
    );
    await pressFast(browser, ['1', '1', '1', '1', '1', '1'], 180);
    await until(async () => (await answersOf(id)).length >= 6, 'six answers were not saved');
    await settled(browser);
    const saved = await answersOf(id);
    const asked = await browser.executeScript<string[]>('return window.asked');
    // the first six of the list are those that were answered, and none was asked that was not next
    expect((await listed()).flatMap(([title, answered]) => (answered ? [title] : []))).toEqual(first);
    expect(asked.slice(0, -1).filter((title) => !first.includes(title))).toEqual([]);
    // and none came back
    expect(new Set(asked).size).toBe(asked.length);
    expect(saved).toHaveLength(6);
    expect(new Set(saved.map((row) => row.ref)).size).toBe(6);
    expect(saved.every((row) => row.outcome === 0)).toBe(true);
  });
  it('a key that comes before the next question is there answers nothing unseen', async () => {
    const { tag, id } = await machine('desktop');
    await open(`/u/${tag}`);
    await browser.executeScript(
      "const plain = window.fetch; window.fetch = async (path, options) => { if (String(path).includes('/api/commands/')) await new Promise((go) => setTimeout(go, 700)); return plain(path, options); };",
    );
    await press(browser, '1');
    await press(browser, '1');
    await see(browser, 'it was not taken');
    await until(async () => (await answersOf(id)).length === 1, 'one answer');
    await settled(browser);
    expect(await answersOf(id)).toHaveLength(1);
  });
});

describe('the shop’s computer away', () => {
  it('the page stays with what was typed, answers wait, and go out once when it is back; no key leads away', async () => {
    const { tag, id } = await machine();
    await open(`/u/${tag}/machine`);
    const field = await browser.findElement(By.css('main input:not([type="file"])'));
    await field.sendKeys('half a val');
    await open(`/u/${tag}/look`);
    const back = killServer();
    await see(browser, 'does not answer');
    for (const key of ['1', '1', '1']) await press(browser, key);
    await see(browser, '3 answers are kept here');
    // every way off the page: sides of the unit, the line, the one box
    for (const side of ['w', 'f', 'h', '5', Key.ENTER]) await turnTo(browser, side);
    await browser.findElement(By.css('header nav a')).click();
    await settled(browser);
    await soon(() => browser.getCurrentUrl()).toContain(`${address()}/u/${tag}`);
    await soon(() => pageText(browser)).toContain('3 answers are kept here');
    await back();
    await until(async () => (await answersOf(id)).length === 3, 'the answers did not go out');
    await settled(browser);
    expect(await answersOf(id)).toHaveLength(3);
    await until(async () => !(await pageText(browser)).includes('does not answer'), 'still said to be away');
  });
  it('an answer that was lost on its way back is not given twice', async () => {
    const { tag, id } = await machine();
    await open(`/u/${tag}/look`);
    // the first answer arrives and is saved, but nobody hears of it
    await browser.executeScript(
      "const plain = window.fetch; let lose = true; window.fetch = async (path, options) => { const response = await plain(path, options); if (lose && String(path).includes('/api/commands/')) { lose = false; throw new TypeError('lost'); } return response; };",
    );
    await press(browser, '1');
    await until(async () => (await answersOf(id)).length === 1, 'saved');
    await settled(browser);
    expect(await answersOf(id)).toHaveLength(1);
    const { rows } = await client.query(
      "select count(*)::int as n from events where unit_id = $1 and kind = 'finding'",
      [id],
    );
    expect(rows[0].n).toBe(1);
  });
  it('what is typed into a form is still there when the computer is back', async () => {
    const { tag } = await machine();
    await open(`/u/${tag}/machine`);
    const field = await browser.findElement(By.css('main input:not([type="file"])'));
    await field.sendKeys('half a val');
    const back = killServer();
    await see(browser, 'What you type is kept on this page');
    await back();
    await until(async () => !(await pageText(browser)).includes('does not answer'), 'still said to be away');
    await soon(() => field.getAttribute('value')).toBe('half a val');
  });
});

describe('two machines in hand', () => {
  it('starting on the second says that the first stands paused; its page offers to go on', async () => {
    const [a, b] = [await machine('desktop'), await machine('desktop')];
    const begin = async (tag: string) => {
      await open(`/u/${tag}/work`);
      await browser.executeScript(
        'arguments[0].click()',
        await browser.findElement(
          By.xpath("//section[@aria-label='Start work']//button[contains(., 'lean')]"),
        ),
      );
      await see(browser, 'In hand');
    };
    await begin(a.tag);
    await begin(b.tag);
    await see(browser, `at ${a.tag}`);
    await open(`/u/${a.tag}/work`);
    await see(browser, 'Paused');
    await see(browser, 'Go on:');
    await press(browser, 'p');
    await see(browser, 'In hand');
    await see(browser, `at ${b.tag}`);
    const { rows } = await client.query<{ tag: string }>(
      'select u.tag from work_segments s join units u on u.id = s.unit_id where s.ended_at is null and s.attended and u.tag = any($1)',
      [[a.tag, b.tag]],
    );
    expect(rows).toEqual([{ tag: a.tag }]);
  });
});

describe('hands and pointers', () => {
  it('a serial scanned into a field stays there and does not send the form; a tag opens its unit', async () => {
    const { tag } = await machine();
    await open(`/u/${tag}/machine`);
    const field = await browser.findElement(By.css('main input:not([type="file"])'));
    await field.click();
    await scan(browser, 'PC-88X013Z');
    await until(async () => (await field.getAttribute('value')) === 'PC-88X013Z', 'the serial is not there');
    await soon(() => browser.getCurrentUrl()).toContain(`/u/${tag}/machine`);
    await scan(browser, 'WQ-0007');
    await until(async () => (await browser.getCurrentUrl()).endsWith('/u/WQ-0007'), 'the tag did not open');
    // one nobody has looked at opens on its first look
    const fresh = await machine();
    await scan(browser, fresh.tag);
    await until(
      async () => (await browser.getCurrentUrl()).endsWith(`/u/${fresh.tag}/look`),
      'the first look did not open',
    );
  });
  it('a caution shown for a step moves nothing below it', async () => {
    const { tag } = await machine('desktop');
    await open(`/u/${tag}/work`);
    const buttons = await browser.findElements(By.css('section[aria-label="Start work"] button'));
    const last = buttons.at(-1)!;
    const before = (await last.getRect()).y;
    for (const button of buttons.slice(0, 8)) {
      await browser.actions().move({ origin: button }).perform();
      expect((await last.getRect()).y).toBe(before);
    }
  });
});
