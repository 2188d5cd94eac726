import { By, type WebDriver } from 'selenium-webdriver';
import { afterAll, beforeAll, describe, expect, inject, it } from 'vitest';
import { violations } from './axe';
import { openBrowser, pageText, see } from './driver';
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

const press = async (words: string) =>
  (await bench().findElement(By.xpath(`//button[contains(normalize-space(.), "${words}")]`))).click();
/** What the script on the unit would send. */
const script = (path: string, body?: object) =>
  fetch(`${url}/e/${token}/${path}`, body && { method: 'POST', body: JSON.stringify(body) }).then(
    async (answer) => ({ status: answer.status, said: (await answer.json()) as Record<string, unknown> }),
  );

describe('an erasure by the machine itself, as the bench sees it', () => {
  it('the drive’s page tells its health, what decides, and ways with their minutes', async () => {
    await bench().get(`${url}/u/WQ-0020/machine/drives`);
    await see(bench(), 'Health: watch it');
    const text = await pageText(bench());
    expect(text).toContain('Reallocated_Sector_Ct counts 6');
    expect(text).toContain('by convention');
    expect(text).toContain('61.2 GB used');
    expect(text).toContain('One overwrite pass');
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
    const strip = await bench().findElement(By.css('footer')).getText();
    expect(strip).toMatch(/WQ-0020[\s\S]*Erasing, writing/);
    expect(await pageText(bench())).toContain('was being erased');
  });
  it('ended well it is on record, with a certificate anybody can check', async () => {
    await script('end', {
      tool: 'dd',
      result: { through: true, sectors: SECTORS, unwritten: 0, read: SECTORS, unread: 0, left: 0 },
    });
    await see(bench(), 'Accounted for.');
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
    expect(await pageText(stranger)).toContain('BSL320-5521');
    expect(await violations(stranger)).toEqual([]);
    await stranger.get(`${url}/c/${rows[0].seq}/${'0'.repeat(32)}`);
    await see(stranger, 'There is no such certificate.');
    expect(await pageText(stranger)).not.toContain('BSL320');
  });
  it('taken back with its reason the gate is shut again, and the paper says so', async () => {
    await press('was not so');
    await bench().findElement(By.name('why')).sendKeys('the wrong drive');
    await press('Take it back');
    await see(bench(), 'taken back');
    expect(await pageText(bench())).toContain('was being erased');
    await stranger.navigate().back();
    await stranger.navigate().refresh();
    await see(stranger, 'It was taken back.');
  });
});
