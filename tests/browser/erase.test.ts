import { By, type WebDriver } from 'selenium-webdriver';
import { afterAll, beforeAll, describe, expect, inject, it } from 'vitest';
import { violations } from './axe';
import { goodEnd } from '../server/goodEnd';
import { idOf } from './database';
import { clickOn, openBrowser, pageText, ready, says, see, soon } from './driver';
import { SECRET } from './shop.setup';
import { signedIn } from './http';
import { signedInBrowser } from './signedIn';

const url = inject('url');
const bench = signedInBrowser('bench-b@saltmarsh.example');
let stranger: WebDriver;
let line = '';
let token = '';
const SECTORS = 625_142_448;

beforeAll(async () => {
  stranger = await openBrowser();
});
afterAll(async () => stranger?.quit());

const press = async (words: string) => {
  await ready(bench());
  await clickOn(bench(), words, { part: true });
};
/** What the script on the unit would send. */
const script = (path: string, body?: object) =>
  fetch(`${url}/e/${token}/${path}`, body && { method: 'POST', body: JSON.stringify(body) }).then(
    async (answer) => ({ status: answer.status, said: (await answer.json()) as Record<string, unknown> }),
  );

/** The newest erasure by script, hours later: it says that it is through, with what the shop's key makes. */
async function endsWell(): Promise<void> {
  const { default: pg } = await import('pg');
  const db = new pg.Client({ connectionString: inject('databaseUrl') });
  await db.connect();
  const { rows } = await db.query<{
    id: string;
    whole: boolean;
    seed: number;
    method_id: string;
    seen: { sectors: number };
  }>(
    `update erasure_runs set confirmed_at = now() - interval '9 hours'
     where id = (select id from erasure_runs where state = 'confirmed' and ending = '' order by started_at desc limit 1)
     returning id, whole, seed, method_id, seen`,
  );
  await db.end();
  const [{ id, whole, seed, method_id: methodId, seen }] = rows;
  process.env.BETTER_AUTH_SECRET = SECRET;
  const ended = await script('end', goodEnd({ id, whole, seed, methodId }, seen.sectors));
  expect(ended.said).toMatchObject({ erased: true });
}

describe('an erasure by the machine itself, as the bench sees it', () => {
  it('the drive’s page tells its health, what decides, and ways with their minutes', async () => {
    await bench().get(`${url}/u/WQ-0020/machine/drives`);
    await see(bench(), 'Health: watch it');
    const text = await pageText(bench());
    expect(text).toContain('Reallocated_Sector_Ct counts 6');
    expect(text).toContain('by convention');
    expect(text).toContain('61.2 GB used');
    expect(text).toContain('Overwrite');
    expect(text).toContain('NIST SP 800-88 Rev. 1');
    expect(text).toContain('A random sample of 299 sectors');
    expect(text).toContain('Clone what is used');
  });
  it('asked for, it shows a line to run, and nothing is confirmed before a serial was typed on the unit', async () => {
    await press('By the machine itself');
    await see(bench(), 'asks for the serial');
    line = await bench().findElement(By.css('[data-testid=erase-command]')).getText();
    token = /\/e\/([\w-]+)/.exec(line)![1];
    expect((await script('at')).said).toEqual({ say: 'name it' });
    expect(await pageText(bench())).not.toContain('Erase BSL');
    const served = await fetch(`${url}/e/${token}`);
    expect(await served.text()).toContain('Type the serial of the drive to be ERASED');
  });
  it('named on the unit, it is shown and confirmed here; only then may the script write', async () => {
    expect(
      await script('serial', { device: '/dev/sda', serial: 'ANOTHER', model: 'x', sectors: SECTORS }),
    ).toMatchObject({ status: 422 });
    await script('serial', {
      device: '/dev/sda',
      serial: 'BSL320-5521',
      model: 'Basalt 320',
      sectors: SECTORS,
    });
    await see(bench(), 'Named on the machine');
    expect((await script('at')).said).toEqual({ say: 'wait' });
    await press('Erase BSL320-5521');
    await see(bench(), 'the machine begins');
    expect((await script('at')).said).toMatchObject({ say: 'go', method: 'disk-overwrite', whole: true });
  });
  it('how far it has come stands on the page and in the running strip, and the gate is shut', async () => {
    await script('at', { phase: 'writing', done: SECTORS / 2, total: SECTORS, unwritten: 0 });
    await see(bench(), 'Writing: 50 %');
    await says(bench(), 'footer', /WQ-0020[\s\S]*Erasing, writing/);
    await see(bench(), 'was being erased');
  });
  it('ended well it is on record, with a certificate anybody can check', async () => {
    await endsWell();
    await see(bench(), 'Accounted for.', 40_000);
    const link = await bench().findElement(By.partialLinkText('Certificate'));
    const href = (await link.getAttribute('href'))!;
    const cookies = (await bench().manage().getCookies())
      .map(({ name, value }) => `${name}=${value}`)
      .join('; ');
    const pdf = Buffer.from(await (await fetch(href, { headers: { cookie: cookies } })).arrayBuffer());
    expect(pdf.subarray(0, 5).toString()).toBe('%PDF-');
    const { default: pg } = await import('pg');
    const db = new pg.Client({ connectionString: inject('databaseUrl') });
    await db.connect();
    const { rows } = await db.query<{ seq: string; hash: string }>(
      `select e.seq, e.hash from events e join erasures r on r.event_seq = e.seq
       where r.kind = 'erased' and r.told -> 'machine' ->> 'serial' = 'BSL320-5521' order by e.seq desc limit 1`,
    );
    await db.end();
    // somebody who has the paper and no account
    await stranger.get(`${url}/c/${rows[0].seq}/${rows[0].hash.slice(0, 32)}`);
    await see(stranger, 'It agrees.');
    await soon(() => pageText(stranger)).toContain('BSL320-5521');
    expect(await violations(stranger)).toEqual([]);
    await stranger.get(`${url}/c/${rows[0].seq}/${'0'.repeat(32)}`);
    await see(stranger, 'There is no such certificate.');
    expect(await pageText(stranger)).not.toContain('BSL320');
  });
  it('taken back with its reason the gate is shut again, and the paper says so', async () => {
    await press('take back');
    await bench().findElement(By.name('why')).sendKeys('the wrong drive');
    await press('Take it back');
    await see(bench(), 'taken back');
    await see(bench(), 'was being erased');
    await stranger.navigate().back();
    await stranger.navigate().refresh();
    await see(stranger, 'It was taken back.');
  });
  it('what was done by hand goes on record on the same page', async () => {
    await press('It was done by hand');
    await bench().findElement(By.css('option[value=destroyed]')).click();
    await see(bench(), 'Shredded');
    await bench().findElement(By.css('option[value=erased]')).click();
    // nothing is chosen before somebody chooses it
    await press('Put on record');
    expect(await pageText(bench())).not.toContain('Accounted for.');
    await bench().findElement(By.css('option[value=disk-overwrite]')).click();
    await bench().findElement(By.xpath("//option[contains(., 'every sector read back, all zero')]")).click();
    await press('Put on record');
    await see(bench(), 'Accounted for.', 40_000);
    await soon(() => pageText(bench())).toContain('every sector read back, all zero');
  });
});

describe('a loose drive', () => {
  const CODE = 'P-0020';
  it('lies in the bin with its data, and wants a serial before a dock may erase it', async () => {
    await bench().get(`${url}/bin?class=drive`);
    await see(bench(), CODE);
    const row = await bench().findElement(By.xpath(`//tr[contains(., '${CODE}')]`));
    await soon(() => row.getText()).toContain('still holds data');
    await bench().get(`${url}/bin/${CODE}`);
    await see(bench(), 'Not by script: it has no serial on record');
    const dock = await bench().findElement(By.xpath('//button[normalize-space(.)="On a dock"]'));
    expect(await dock.isEnabled()).toBe(false);
    expect(await violations(bench())).toEqual([]);
    await press('Say more of it');
    await bench().findElement(By.css('[aria-label="Say more of it"] [name=serial]')).sendKeys('GNT500-31');
    await press('Note it');
    await see(bench(), 'serial GNT500-31');
  });
  it('is erased on a dock, followed in the running strip by its code', async () => {
    await press('On a dock');
    await see(bench(), 'with the drive in the dock');
    line = await bench().findElement(By.css('[data-testid=erase-command]')).getText();
    token = /\/e\/([\w-]+)/.exec(line)![1];
    const many = 976_773_168;
    await script('serial', { device: '/dev/sdc', serial: 'GNT500-31', model: 'Gannet 500', sectors: many });
    await see(bench(), 'Named on the dock’s computer');
    await press('Erase GNT500-31');
    await see(bench(), 'the dock’s computer begins');
    await script('at', { phase: 'reading', done: many / 4, total: many, unwritten: 0 });
    await see(bench(), 'Reading back: 25 %');
    await says(bench(), `footer a[href="/bin/${CODE}"]`, /reading back/);
    await endsWell();
    await see(bench(), 'Accounted for.', 40_000);
    await soon(() => pageText(bench())).toContain('read back by the dock');
    expect((await bench().findElements(By.partialLinkText('Certificate'))).length).toBe(1);
    await bench().get(`${url}/bin?class=drive`);
    const row = await bench().findElement(By.xpath(`//tr[contains(., '${CODE}')]`));
    expect(await row.getText()).not.toContain('neither');
  });
  it('taken back by hand it keeps the drive here again', async () => {
    await bench().get(`${url}/bin/${CODE}`);
    await press('take back');
    await bench().findElement(By.name('why')).sendKeys('it was the drive beside it');
    await press('Take it back');
    await see(bench(), 'taken back');
    await press('It was done by hand');
    await see(bench(), 'What was done');
    await press('Sell it');
    await bench().findElement(By.name('price')).sendKeys('9');
    await press('Sold');
    await see(bench(), 'Not sold: P-0020');
  });
});

describe('a drive that is moved while it is written', () => {
  const begin = async (words: string, own: string) => {
    await press(words);
    await see(bench(), 'asks for the serial');
    line = await bench().findElement(By.css('[data-testid=erase-command]')).getText();
    token = /\/e\/([\w-]+)/.exec(line)![1];
    await script('serial', { device: '/dev/sda', serial: own, model: 'x', sectors: SECTORS });
    await see(bench(), `Erase ${own}`);
    await press(`Erase ${own}`);
    await see(bench(), 'Confirmed:');
  };
  const command = async (name: string, input: object) => {
    const caller = await signedIn(url, 'bench-b@saltmarsh.example', inject('password'));
    expect(await caller.command(name, { input }).then((answer) => answer.status)).toBe(200);
  };
  it('taken out, its erasure has failed: the script is told to stop', async () => {
    await bench().get(`${url}/u/WQ-0020/machine/drives`);
    await see(bench(), 'How it is erased');
    await begin('By the machine itself', 'BSL320-5521');
    await command('takePart', {
      unitId: await idOf('units', 'tag', 'WQ-0020'),
      componentId: await idOf('components', 'code', 'P-0031'),
      to: 'bin',
    });
    await bench().navigate().refresh();
    await see(bench(), 'It is not in this machine any more.');
    expect((await script('at')).said).toEqual({ say: 'stop' });
    await bench().get(`${url}/bin/P-0031`);
    await see(bench(), 'could not be erased');
    await see(bench(), 'On a dock');
  });
  it('fitted, the one begun on a dock has failed too', async () => {
    await bench().get(`${url}/bin/P-0020`);
    await see(bench(), 'How it is erased');
    await begin('On a dock', 'GNT500-31');
    await command('fitPart', {
      unitId: await idOf('units', 'tag', 'WQ-0019'),
      componentId: await idOf('components', 'code', 'P-0020'),
      despite: true,
    });
    await bench().navigate().refresh();
    await see(bench(), 'It is not in the bin.');
    expect((await script('at')).said).toEqual({ say: 'stop' });
    await bench().get(`${url}/u/WQ-0019/machine/drives`);
    await see(bench(), 'could not be erased');
  });
});
