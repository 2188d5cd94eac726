import pg from 'pg';
import { By, Key, until as located } from 'selenium-webdriver';
import { describe, expect, it } from 'vitest';
import {
  pageText,
  press,
  pressFast,
  ready,
  scan,
  scanOnSight,
  scanSlowly,
  scanThen,
  see,
  settled,
  soon,
  turnTo,
} from './driver';
import {
  address,
  browser,
  caller,
  client,
  databaseUrl,
  killServer,
  machine,
  open as openPage,
  openOwnShop,
  until,
  type Made,
} from './ownShop';

openOwnShop('bench-a@saltmarsh.example');

const count = async (sql: string, id: string) =>
  (await client.query<{ n: number }>(`select count(*)::int as n from ${sql}`, [id])).rows[0].n;
const answersOf = ({ id }: Made) => count('observations where unit_id = $1 and voided_by is null', id);
const open = async (path: string) => {
  await openPage(path);
  await browser.wait(located.elementLocated(By.css('main section')), 20_000);
};
const at = async (end: string) =>
  until(async () => (await browser.getCurrentUrl()).endsWith(end), `not at ${end}`);

/** Pages take so long to come from now on, ms. */
const slowPages = (ms: number) =>
  browser.executeScript(
    `const plain = window.fetch;
     window.fetch = async (path, options) => {
       if (new Headers(options?.headers).has('rsc')) await new Promise((go) => setTimeout(go, ${ms}));
       return plain(path, options);
     };`,
  );

describe('a scan, and keys after it', () => {
  it.each([50, 150, 300, 500])('%i ms later the key is the new machine’s', async (ms) => {
    const [old, next] = [await machine('desktop'), await machine('desktop')];
    await open(`/u/${old.tag}/look`);
    await see(browser, 'Outside look');
    await scanThen(browser, next.tag, [['1', ms]]);
    await at(`/u/${next.tag}/look`);
    await until(
      async () => (await answersOf(next)) === 1,
      'the key did not reach the machine that was scanned',
    );
    expect(await answersOf(old)).toBe(0);
  });
  it('while a page takes seconds to come, what waits for it is said, and a side that was named leads on from there', async () => {
    const [old, next] = [await machine(), await machine()];
    await open(`/u/${old.tag}/look`);
    await slowPages(2_000);
    await scanThen(browser, next.tag, [
      ['g', 500],
      ['w', 700],
      ['z', 900],
    ]);
    await see(browser, '3 keys wait for it');
    await at(`/u/${next.tag}/work`);
    await see(browser, 'Not taken: Z');
    expect([await answersOf(old), await answersOf(next)]).toEqual([0, 0]);
  });
  it('a second one while the first machine’s page is still coming opens the second', async () => {
    const [old, first, second] = [await machine(), await machine(), await machine()];
    await open(`/u/${old.tag}/look`);
    // what is called so is found only once the first page stands
    await browser.executeScript(
      `const plain = window.fetch;
       window.fetch = async (path, options) => {
         const slow = String(path).includes(arguments[0]) && String(path).includes('/api/');
         if (slow) await new Promise((go) => setTimeout(go, 2500));
         else if (new Headers(options?.headers).has('rsc')) await new Promise((go) => setTimeout(go, 1000));
         return plain(path, options);
       };`.replace('arguments[0]', `'${second.tag}'`),
    );
    await scanThen(browser, first.tag, []);
    await browser.sleep(600);
    await scanThen(browser, second.tag, [['1', 300]]);
    await at(`/u/${second.tag}/look`);
    await until(async () => (await answersOf(second)) === 1, 'the key did not reach the second machine');
    expect([await answersOf(old), await answersOf(first)]).toEqual([0, 0]);
  });
  it('of the bench card is a key, also when a field has the focus', async () => {
    const one = await machine('desktop');
    await open(`/u/${one.tag}/look`);
    await see(browser, 'Outside look');
    await scan(browser, 'PRESS-1');
    await until(async () => (await answersOf(one)) === 1, 'the scanned answer did not arrive');
    await press(browser, '/');
    await scan(browser, 'PRESS-U');
    await until(async () => (await answersOf(one)) === 0, 'the scanned undo did nothing');
    await scan(browser, 'PRESS-G-W');
    await at(`/u/${one.tag}/work`);
  });
  it('as soon as there is a page, before it has come to life', async () => {
    const [old, next] = [await machine(), await machine()];
    await scanOnSight(browser, `/u/${old.tag}/look`, next.tag);
    await browser.get(`${address()}/u/${old.tag}/look`);
    await at(`/u/${next.tag}/look`);
  });
  it('nothing is called so: one stays, and a key pressed for it is not the old machine’s', async () => {
    const old = await machine();
    await open(`/u/${old.tag}/look`);
    await browser.executeScript(
      `const plain = window.fetch;
       window.fetch = async (path, options) => {
         if (String(path).includes('/api/find')) await new Promise((go) => (window.letFind = go));
         return plain(path, options);
       };`,
    );
    await scanThen(browser, 'XX-9999', [['1', 200]]);
    await see(browser, 'A key waits for it');
    await browser.executeScript('window.letFind()');
    await see(browser, 'Nothing here is called XX-9999');
    await see(browser, 'Not taken: 1');
    // and from here on keys are this machine's again, and the message goes with the next side
    await press(browser, '1');
    await until(async () => (await answersOf(old)) === 1, 'the page is deaf');
    await turnTo(browser, 'w');
    await at('/work');
    expect(await pageText(browser)).not.toContain('Nothing here is called');
  });
  it('with the shop’s computer away it is kept with its keys, and opens when that is back', async () => {
    const [old, next] = [await machine('desktop'), await machine('desktop')];
    await open(`/u/${old.tag}/look`);
    const back = killServer();
    await see(browser, 'does not answer');
    await scan(browser, next.tag);
    await see(browser, `${next.tag} is kept and opens when it answers`);
    await press(browser, '1');
    await see(browser, 'A key waits for it');
    await back();
    await at(`/u/${next.tag}/look`);
    await until(async () => (await answersOf(next)) === 1, 'the key was lost');
    expect(await answersOf(old)).toBe(0);
  });
  it('one that types slowly is learnt, one with a key before each code needs no speed at all', async () => {
    const old = await machine();
    await open('/scanner');
    await see(browser, 'BENCH-1207');
    await (await browser.findElement(By.xpath("//button[contains(., 'Learn it')]"))).click();
    await scanSlowly(browser, ['F9', ...'BENCH-1207', 'Tab'], 180);
    await see(browser, 'Learnt.');
    expect(await browser.executeScript("return localStorage.getItem('bench-scanner')")).toMatch(
      /"F9".*"Tab"/,
    );
    await open(`/u/${old.tag}/machine`);
    const field = await browser.findElement(By.css('main input:not([type="file"])'));
    await field.sendKeys('half');
    await browser.executeScript('window.__field = arguments[0]', field);
    await scanSlowly(browser, ['F9', ...'WQ-0007', 'Tab'], 700);
    await at('/u/WQ-0007');
    await soon(() => browser.executeScript('return window.__field.value')).toBe('half');
    await browser.executeScript("localStorage.removeItem('bench-scanner')");
  });
});

describe.each([90, 180])('keys %i ms apart', (ms) => {
  it('Look: six keys, six answers', async () => {
    const unit = await machine();
    await open(`/u/${unit.tag}/look`);
    await pressFast(browser, ['1', '1', '1', '1', '1', '1'], ms);
    await until(async () => (await answersOf(unit)) === 6, `${await answersOf(unit)} of 6 answers`);
  });
  it('Prove: six keys, six results', async () => {
    const unit = await machine();
    await open(`/u/${unit.tag}/prove`);
    await pressFast(browser, ['3', '3', '3', '3', '3', '3'], ms);
    const results = () => count('function_tests where unit_id = $1', unit.id);
    await until(async () => (await results()) === 6, `${await results()} of 6 results`);
    expect(await count('(select distinct test from function_tests where unit_id = $1) own', unit.id)).toBe(6);
  });
  it('Work: paused, gone on with, paused again, and finished', async () => {
    const unit = await machine('desktop');
    await open(`/u/${unit.tag}/work`);
    await browser.executeScript(
      'arguments[0].click()',
      await browser.findElement(By.xpath("//section[@aria-label='Start work']//button[contains(., 'lean')]")),
    );
    await see(browser, 'In hand');
    await pressFast(browser, ['p', 'p', 'p', 'p', '1'], ms);
    const done = async (kind: string) => count(`events where unit_id = $1 and kind = '${kind}'`, unit.id);
    await until(async () => (await done('work finished')) === 1, 'the work was not ended');
    expect([await done('work paused'), await done('work resumed')]).toEqual([2, 2]);
  });
  it('Clean: letters, figures and Enter', async () => {
    const unit = await machine('desktop');
    await open(`/u/${unit.tag}/work/clean`);
    await see(browser, 'Say what is dirty');
    await pressFast(browser, ['e', '2', 'd', '3', 'Enter'], ms);
    const done = async (kind: string) => count(`events where unit_id = $1 and kind = '${kind}'`, unit.id);
    await until(async () => (await done('soil')) === 2, 'marks were lost');
    await until(async () => (await done('clean step')) === 1, 'the Enter was lost');
  });
  it('Strip down: a group goes out and back by its letter', async () => {
    const unit = await machine();
    await open(`/u/${unit.tag}/work/strip`);
    await press(browser, Key.ENTER);
    await see(browser, 'Layer 1 of');
    await pressFast(browser, ['a', 'A', 'a', 'A'], ms);
    const moves = () => count("events where unit_id = $1 and kind = 'mat'", unit.id);
    await until(async () => (await moves()) === 4, `${await moves()} moves`);
  });
});

describe('what cannot be put on record', () => {
  it('lies in the tray until it is read, wherever one has gone; sent again it stands', async () => {
    const unit = await machine();
    await open(`/u/${unit.tag}/look`);
    await browser.executeScript(
      `const plain = window.fetch; let held = [];
       window.fetch = (path, options) => {
         if (!String(path).includes('/api/commands/') || !held) return plain(path, options);
         window.asked ??= JSON.parse(options.body).input.finding;
         return new Promise((go) => held.push(() => go(plain(path, options))));
       };
       window.letGo = () => { const all = held; held = null; all.forEach((go) => go()); };`,
    );
    await press(browser, '1');
    await press(browser, '1');
    const finding = await browser.wait(() => browser.executeScript<string>('return window.asked'), 10_000);
    await turnTo(browser, 'w');
    await at('/work');
    // the same question, answered at another bench meanwhile
    const other = await caller.command('observe', { input: { unitId: unit.id, finding, outcome: 0 } });
    expect(other.status).toBe(200);
    await browser.executeScript('window.letGo()');
    await see(browser, 'One act is not on record');
    await see(browser, 'Bench B changed this unit');
    // the other answer was to a question nobody else had answered: it stands
    await until(async () => (await answersOf(unit)) === 2, 'the other answer was held up');
    await browser.navigate().refresh();
    await ready(browser);
    await see(browser, 'One act is not on record');
    await (await browser.findElement(By.xpath("//button[contains(., 'Put it on record now')]"))).click();
    await until(
      async () => (await count(`observations where unit_id = $1 and ref = '${finding}'`, unit.id)) === 2,
      'it was not put on record',
    );
    expect(await answersOf(unit)).toBe(2);
    await until(async () => !(await pageText(browser)).includes('not on record'), 'it still lies there');
  });
  it('a database that is away is said on every screen; what is pressed meanwhile goes out once, when it is back', async () => {
    const unit = await machine();
    const {
      rows: [{ name, mine }],
    } = await client.query<{ name: string; mine: number }>(
      'select current_database() as name, pg_backend_pid() as mine',
    );
    const elsewhere = new URL(databaseUrl);
    elsewhere.pathname = '/omnitrope';
    const cluster = new pg.Client({ connectionString: elsewhere.toString() });
    await cluster.connect();
    const shut = async (meanwhile: () => Promise<void>) => {
      await cluster.query(`alter database ${name} allow_connections false`);
      try {
        await cluster.query(
          'select pg_terminate_backend(pid) from pg_stat_activity where datname = $1 and pid <> $2',
          [name, mine],
        );
        await meanwhile();
      } finally {
        await cluster.query(`alter database ${name} allow_connections true`);
      }
    };
    try {
      await open('/bin');
      await shut(async () => void (await see(browser, 'The shop’s database does not answer.')));
      await until(
        async () => !(await pageText(browser)).includes('does not answer'),
        'still said to be away',
      );
      await open(`/u/${unit.tag}/look`);
      await shut(async () => {
        await press(browser, '1');
        await see(browser, 'One answer is kept here');
      });
      await until(async () => (await answersOf(unit)) === 1, 'the answer was lost');
      await settled(browser);
      expect(await answersOf(unit)).toBe(1);
    } finally {
      await cluster.end();
    }
  });
});
