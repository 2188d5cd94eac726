import { execFileSync } from 'node:child_process';
import { mkdtempSync, rmSync } from 'node:fs';
import { networkInterfaces, tmpdir } from 'node:os';
import { join } from 'node:path';
import pg from 'pg';
import { By, until as located, type WebDriver } from 'selenium-webdriver';
import { afterAll, beforeAll, describe, expect, inject, it } from 'vitest';
import { KEY_ROWS } from '@/core/selftest/keys';
import { violations } from './axe';
import { openBrowser, pageText, press, says, see, settled, signIn, soon } from './driver';
import { freePort, startServer } from './shop.setup';
import { signedInBrowser } from './signedIn';

/** A machine at the bench: another address of this computer, where the page is no loopback and must be https. */
const ADDRESS =
  Object.values(networkInterfaces())
    .flat()
    .find((own) => own && own.family === 'IPv4' && !own.internal)?.address ?? '127.0.0.2';
const TAG = 'WQ-0033';

const PERSON = 'bench-a@saltmarsh.example';
const bench = signedInBrowser(PERSON);
let unit: WebDriver;
let server: Awaited<ReturnType<typeof startServer>>;
let secure = '';
let plain = '';
let letters = '';
let folder = '';
let pin = '';
const db = new pg.Pool({ connectionString: inject('databaseUrl') });

const cdp = (name: string, params: object) =>
  (
    unit as WebDriver & { sendDevToolsCommand: (name: string, params: object) => Promise<void> }
  ).sendDevToolsCommand(name, params);
const told = async (test: string) =>
  (
    await db.query<{ result: string; told: { words: string; figures: Record<string, number> } }>(
      `select f.result, f.told from function_tests f join units u on u.id = f.unit_id
       where u.tag = $1 and f.test = $2 order by f.id desc limit 1`,
      [TAG, test],
    )
  ).rows[0];
const answer = async (finding: string) =>
  (
    await db.query<{ outcome_id: string; basis: string }>(
      `select o.outcome_id, o.basis from observations o join units u on u.id = o.unit_id
       where u.tag = $1 and o.ref = $2 and o.voided_by is null order by o.id desc limit 1`,
      [TAG, finding],
    )
  ).rows[0];
const clickAt = async (path: string) =>
  (await unit.wait(located.elementLocated(By.xpath(path)), 15_000, `not there: ${path}`)).click();
const pick = (words: string) => clickAt(`//main//button[contains(normalize-space(.), "${words}")]`);
const byHand = (words: string) =>
  clickAt(`//main//div[@class='hand']//button[normalize-space(.)='${words}']`);
const open = (name: string) => clickAt(`//ol//button[starts-with(normalize-space(.), "${name}")]`);
const until = async <T>(look: () => Promise<T | undefined>, what: string): Promise<T> => {
  let found: T | undefined;
  await unit
    .wait(async () => (found = await look()) !== undefined, 30_000)
    .catch(async () => Promise.reject(new Error(`never came: ${what}\n${await pageText(unit)}`)));
  return found!;
};

beforeAll(async () => {
  folder = mkdtempSync(join(tmpdir(), 'omni-tls-'));
  const made = execFileSync(
    'bash',
    [
      '-c',
      `ROOT=. DIR=${folder}; source scripts/lib.sh; need_certificate ${folder}; echo "$OMNITROPE_PIN $OMNITROPE_FINGERPRINT"`,
    ],
    { encoding: 'utf8' },
  ).trim();
  expect(made).toMatch(/^[A-Za-z0-9+/]{43}= ([0-9A-F]{2}:){31}[0-9A-F]{2}$/);
  pin = made.split(' ')[0];
  const tlsPort = await freePort();
  const port = await freePort();
  server = await startServer(inject('databaseUrl'), {
    HOST: '0.0.0.0',
    PORT: String(port),
    TLS_PORT: String(tlsPort),
    OMNITROPE_TLS: folder,
    OMNITROPE_ORIGINS: `https://${ADDRESS}:${tlsPort}`,
    OMNITROPE_PIN: pin,
    OMNITROPE_RATE_LIMIT: 'off',
  });
  secure = `https://${ADDRESS}:${tlsPort}`;
  plain = `http://${ADDRESS}:${port}`;
  unit = await openBrowser(1280, 800, {
    reaches: [ADDRESS],
    flags: [
      '--ignore-certificate-errors',
      '--use-fake-device-for-media-stream',
      '--use-fake-ui-for-media-stream',
      '--autoplay-policy=no-user-gesture-required',
    ],
  });
}, 120_000);
afterAll(async () => {
  await unit?.quit();
  server?.process.kill('SIGTERM');
  await db.end();
  rmSync(folder, { recursive: true, force: true });
});

describe('the machine’s own test page', () => {
  it('is opened by six letters the shop shows with a code', async () => {
    await bench().get(`${inject('url')}/u/${TAG}/machine/tests`);
    await see(bench(), 'The machine tests itself');
    await press(bench(), 'o');
    const shown = await see(bench(), 'Or open');
    await soon(() => shown.isDisplayed()).toBe(true);
    letters = await bench().findElement(By.css('[data-testid=self-letters]')).getText();
    expect(letters).toMatch(/^[A-HJKMNP-Z]{6}$/);
    await bench().wait(
      () =>
        bench().executeScript<boolean>(
          'const i = document.querySelector(\'img[alt^="Code of"]\'); return i.complete && i.naturalWidth > 100',
        ),
      10_000,
    );
  });
  it('comes over https on the bench network; plain http goes there, but for scripts', async () => {
    const page = await fetch(`${plain}/t/${letters}`, { redirect: 'manual' });
    expect(page.status).toBe(308);
    expect(page.headers.get('location')).toBe(`${secure}/t/${letters}`);
    expect((await fetch(`${plain}/sign-in`, { redirect: 'manual' })).status).toBe(308);
    const script = await fetch(`${plain}/e/nothing`, { redirect: 'manual' });
    expect(script.status).toBe(403);
    expect(await script.text()).toContain('not one of ours');
    // the line that is typed knows the shop by its key: another key is another shop
    const line = (pin: string) =>
      execFileSync('curl', ['-sk', '--pinnedpubkey', `sha256//${pin}`, `${secure}/e/nothing`], {
        encoding: 'utf8',
      });
    expect(line(pin)).toContain('not one of ours');
    expect(() => line(`${'A'.repeat(43)}=`)).toThrow();
    // who signs in there has a cookie that plain http never gets
    await signIn(unit, secure, PERSON, inject('password'));
    const cookies = await unit.manage().getCookies();
    expect(cookies.length).toBeGreaterThan(0);
    expect(cookies.filter((cookie) => !cookie.secure)).toEqual([]);
    expect((await bench().manage().getCookies()).some((cookie) => cookie.secure)).toBe(false);
    await unit.manage().deleteAllCookies();
    await unit.get(`${secure}/t`);
    await unit.findElement(By.name('token')).sendKeys('nopeno\n');
    await see(unit, 'open nothing');
    await unit.findElement(By.name('token')).sendKeys(letters.toLowerCase() + '\n');
    await until(
      async () => ((await pageText(unit)).includes('Begin with the first') ? true : undefined),
      'the page',
    );
    expect(await unit.executeScript('return window.isSecureContext')).toBe(true);
    expect(await violations(unit)).toEqual([]);
  });
  it('keys: a key that never comes is found by its place', async () => {
    await open('Keys');
    await settled(unit);
    for (const code of new Set(KEY_ROWS.iso.flat().map((own) => own.code))) {
      if (code === 'KeyG') continue;
      for (const type of ['rawKeyDown', 'keyUp'])
        await cdp('Input.dispatchKeyEvent', { type, code, key: code, windowsVirtualKeyCode: 0 });
    }
    expect(await told('keys')).toBeUndefined();
    await pick('The rest stays silent');
    const row = await until(() => told('keys'), 'keys');
    expect(row.result).toBe('fail');
    expect(row.told.words).toContain('silent: G');
    // and drawn where it lies, on the shop's page
    expect((row.told as { keys?: object }).keys).toEqual({
      layout: 'iso',
      silent: ['KeyG'],
      doubled: [],
      stuck: [],
    });
    expect(await answer('key-test')).toEqual({ outcome_id: 'some-do-not', basis: 'measured' });
    // pressed on the second try it is all of them, without anybody saying so
    await pick('Once more');
    await settled(unit);
    for (const code of new Set(KEY_ROWS.iso.flat().map((own) => own.code)))
      for (const type of ['rawKeyDown', 'keyUp'])
        await cdp('Input.dispatchKeyEvent', { type, code, key: code, windowsVirtualKeyCode: 0 });
    await until(async () => ((await told('keys')).result === 'pass' ? true : undefined), 'all keys');
    expect(await answer('key-test')).toEqual({ outcome_id: 'all', basis: 'measured' });
  });
  it('touchpad: everywhere, both buttons, dragging and scrolling', async () => {
    await open('Touchpad');
    const box = await unit.findElement(By.css('[data-field]')).getRect();
    const move = (type: string, x: number, y: number, more: object = {}) =>
      cdp('Input.dispatchMouseEvent', { type, x, y, pointerType: 'mouse', ...more });
    for (let row = 0; row < 6; row++)
      for (let column = 0; column < 12; column++)
        await move(
          'mouseMoved',
          box.x + (box.width * (column + 0.5)) / 12,
          box.y + (box.height * (row + 0.5)) / 6,
        );
    const [x, y] = [box.x + 60, box.y + 60];
    await move('mouseWheel', x, y, { deltaX: 0, deltaY: 60 });
    await move('mousePressed', x, y, { button: 'right', buttons: 2, clickCount: 1 });
    await move('mouseReleased', x, y, { button: 'right', clickCount: 1 });
    await move('mousePressed', x, y, { button: 'left', buttons: 1, clickCount: 1 });
    await move('mouseMoved', x + 30, y, { button: 'left', buttons: 1 });
    await move('mouseReleased', x + 30, y, { button: 'left', clickCount: 1 });
    const row = await until(() => told('touchpad'), 'the pad');
    expect(row).toMatchObject({ result: 'pass' });
    expect(await answer('touchpad-test')).toMatchObject({ outcome_id: 'yes' });
  });
  it('screen: faults are marked where they are, and named by their class', async () => {
    // a panel of 1366 by 768
    await cdp('Emulation.setDeviceMetricsOverride', {
      width: 1280,
      height: 800,
      screenWidth: 1366,
      screenHeight: 768,
      deviceScaleFactor: 1,
      mobile: false,
    });
    await open('Screen');
    await pick('Begin');
    // it fills the screen, and stays as large as it is then
    let sizes: string[] = [];
    await unit.wait(
      async () => {
        const now = await unit.executeScript<string>(
          'return document.fullscreenElement ? `${innerWidth} ${innerHeight}` : ""',
        );
        sizes = now && now === sizes[0] ? [...sizes, now] : [now];
        return now !== '' && sizes.length > 8;
      },
      30_000,
      'it does not fill the screen',
    );
    const size = sizes[0].split(' ').map(Number);
    const mark = async (x: number, y: number, kind: string, marked: number) => {
      for (const type of ['mousePressed', 'mouseReleased'])
        await cdp('Input.dispatchMouseEvent', {
          type,
          x: size[0] * x,
          y: size[1] * y,
          button: 'left',
          clickCount: 1,
        });
      await unit.wait(located.elementLocated(By.css('[aria-label="What is there"]')), 15_000);
      await press(unit, kind);
      await unit.wait(async () => (await unit.findElements(By.css('.ring'))).length === marked, 15_000);
    };
    await mark(0.25, 0.5, '2', 1);
    await mark(0.75, 0.1, '1', 2);
    for (let n = 0; n < 8; n++) await press(unit, ' ');
    await pick('Even, and as bright');
    const row = await until(() => told('display'), 'the screen');
    expect(row.result).toBe('pass');
    expect(row.told.words).toMatch(/2 pixel faults, class I of ISO 9241-307/);
    expect(await answer('panel-face')).toMatchObject({ outcome_id: 'single-pixels' });
    const { rows } = await db.query<{ x: number; y: number; surface: string }>(
      `select d.x, d.y, d.surface from defects d join units u on u.id = d.unit_id
       where u.tag = $1 and d.kind = 'pixel' and d.removed_at is null order by d.at`,
      [TAG],
    );
    // on the drawing the screen lies at 172, 8 and is 140 by 88
    expect(rows.map(({ surface }) => surface)).toEqual(['screen', 'screen']);
    expect(rows[0].x).toBeCloseTo(172 + 0.25 * 140, 0);
    expect(rows[0].y).toBeCloseTo(8 + 0.5 * 88, 0);
  });
  it('camera and microphone, which only a secure page is given', async () => {
    await open('Camera');
    await until(async () => ((await pageText(unit)).includes('A picture,') ? true : undefined), 'a picture');
    await pick('A good picture');
    expect(await until(() => told('camera'), 'the camera')).toMatchObject({ result: 'pass' });
    expect(await answer('camera-test')).toEqual({ outcome_id: 'a-picture', basis: 'measured' });
    await open('Microphone');
    const row = await until(() => told('microphone'), 'the microphone');
    expect(row.result).toBe('pass');
    expect(row.told.words).toMatch(/rose by \d+ dB/);
  });
  it('speakers by ear; what its microphone heard stands beside it', async () => {
    await open('Speakers');
    expect(await violations(unit)).toEqual([]);
    await pick('Play');
    await until(
      async () => (/By its own microphone|Which did you hear/.test(await pageText(unit)) ? true : undefined),
      'the tones',
    );
    await pick('Sides swapped');
    const row = await until(() => told('sound'), 'the speakers');
    expect(row).toMatchObject({ result: 'fail' });
    expect(row.told.words).toContain('sides swapped');
    expect(row.told.words).toContain('by its own microphone');
  });
  it('network, ports, film and processor tell their figures', async () => {
    await open('Wireless network');
    await pick('Begin');
    const net = await until(() => told('wireless'), 'the network');
    expect(net.result).toBe('pass');
    expect(net.told.figures.down).toBeGreaterThan(1);
    await open('USB ports');
    // two clicks a second apart by the times they carry, and one between that is the second half of a double click
    const field = await unit.wait(located.elementLocated(By.css('[data-field]')), 15_000);
    await unit.executeScript(
      `for (const ms of [0, 150, 1000]) {
         const event = new MouseEvent('click', { bubbles: true });
         Object.defineProperty(event, 'timeStamp', { value: performance.now() + ms });
         arguments[0].dispatchEvent(event);
       }`,
      field,
    );
    expect(await until(() => told('usb'), 'the ports')).toMatchObject({ result: 'pass' });
    await open('Film');
    await pick('Begin');
    await until(
      async () =>
        (await told('self film')) || /answer by hand/i.test(await pageText(unit)) ? true : undefined,
      'the film',
    );
    await open('Processor');
    await pick('Begin');
    const row = await until(() => told('self processor'), 'the processor');
    expect(row.told.figures.score).toBeGreaterThan(0);
    expect(row.told.words).toContain('rounds a second');
  });
  it('touch: none is not fitted; by hand where a browser cannot tell', async () => {
    await open('Touch screen');
    await pick('It has none');
    expect(await until(() => told('touch'), 'touch')).toMatchObject({ result: 'absent' });
    await open('Wired network');
    await byHand('works');
    const row = await until(() => told('network'), 'by hand');
    expect(row.told).toMatchObject({ byHand: true });
    expect(await answer('net-works')).toEqual({ outcome_id: 'yes', basis: 'typed' });
  });
  it('a lost network loses nothing: what was found is sent when it is back, once', async () => {
    await open('Wired network');
    await cdp('Network.enable', {});
    await cdp('Network.emulateNetworkConditions', {
      offline: true,
      latency: 0,
      downloadThroughput: 0,
      uploadThroughput: 0,
    });
    const count = async () =>
      (
        await db.query<{ n: string }>(
          `select count(*) as n from function_tests f join units u on u.id = f.unit_id where u.tag = $1 and f.test = 'network'`,
          [TAG],
        )
      ).rows[0].n;
    const before = await count();
    await byHand('not fitted');
    await until(
      async () => ((await pageText(unit)).includes('1 not yet sent') ? true : undefined),
      'it waits',
    );
    // even the page may be gone meanwhile
    await cdp('Network.emulateNetworkConditions', {
      offline: false,
      latency: 0,
      downloadThroughput: -1,
      uploadThroughput: -1,
    });
    await unit.navigate().refresh();
    await until(async () => ((await pageText(unit)).includes('All sent') ? true : undefined), 'sent');
    expect(Number(await count())).toBe(Number(before) + 1);
  });
  it('a soak runs beside everything in the running strip, and a page begun anew is told', async () => {
    await unit.findElement(By.xpath('//button[contains(., "Begin a soak")]')).click();
    await until(async () => ((await pageText(unit)).includes('Soaking') ? true : undefined), 'the soak');
    await until(async () => {
      const { rows } = await db.query(
        `select 1 from reading_batches b join reading_runs r on r.id = b.run_id where r.kind = 'soak'`,
      );
      return rows.length ? true : undefined;
    }, 'samples').catch(async (error) => {
      throw new Error(`${error}`);
    });
    await unit.navigate().refresh();
    await until(
      async () => ((await pageText(unit)).includes('Soaking') ? true : undefined),
      'the soak goes on',
    );
    await bench().get(`${inject('url')}/u/${TAG}/machine/tests`);
    await see(bench(), 'at work');
    await says(bench(), 'footer', new RegExp(TAG));
    await says(bench(), 'footer', /Soak/);
  }, 120_000);
  it('what it told stands on the bench’s page and in the proof', async () => {
    await see(bench(), 'sides swapped');
    await bench().get(`${inject('url')}/u/${TAG}/prove`);
    await see(bench(), 'class');
  });
  it('the letters open nothing else, and a page that is hostile gets words', async () => {
    const at = `${inject('url')}/t`;
    const post = (path: string, body: unknown) =>
      fetch(`${at}/${path}`, {
        method: 'POST',
        headers: { 'content-type': 'application/json' },
        body: typeof body === 'string' ? body : JSON.stringify(body),
      });
    for (const body of [
      'nonsense',
      '[]',
      'null',
      { test: 'keys' },
      { test: 'keys', result: 'maybe' },
      { test: 'constructor', result: 'pass' },
      { test: 'keys', result: 'pass', words: 'x'.repeat(4_000) },
      { test: 'keys', result: 'pass', words: 'a\u0000b' },
      { test: 'keys', result: 'pass', figures: { __proto__x: 1 } },
      { test: 'screen', result: 'pass', faults: [{ kind: 'bright', x: 9, y: 0 }] },
      { test: 'keys', result: 'pass', unitId: '00000000-0000-4000-8000-000000000000' },
      `{"test":${'['.repeat(20_000)}`,
    ]) {
      const answered = await post(`${letters}/result`, body);
      expect(answered.status, JSON.stringify(body).slice(0, 60)).toBeGreaterThanOrEqual(400);
      expect(answered.status).toBeLessThan(500);
    }
    expect((await post('ABCDEF/result', { test: 'keys', result: 'pass' })).status).toBe(403);
    expect((await fetch(`${at}/${letters}/bytes?n=99999999999`)).status).toBe(200);
    // no session, no command
    expect((await post('../api/commands/recordTest', { input: {} })).status).toBe(401);
  });
});
