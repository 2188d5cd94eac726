import { existsSync, mkdtempSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { Builder, By, Condition, error, until, type WebDriver, type WebElement } from 'selenium-webdriver';
import { Options, ServiceBuilder } from 'selenium-webdriver/chrome.js';
import { expect } from 'vitest';

process.env.SE_OFFLINE = 'true';

/** How many times slower the browser's processor is made. */
const SLOWED = Number(process.env.OMNITROPE_SLOWED ?? 1);
/** How much longer is waited then: its processor is also shared with two busy loops and the other half of the tests. */
const PATIENCE = SLOWED > 1 ? SLOWED * 3 : 1;

/**
 * The same engine without windows: a page takes it less than half of what it takes the whole browser. The program itself
 * and not the script that starts it, which would leave it running.
 */
const SHELL = ['/usr/lib/chromium/chromium-headless-shell'].find((path) => existsSync(path));

const devTools = (driver: WebDriver, name: string, params: object): Promise<void> =>
  (
    driver as WebDriver & { sendDevToolsCommand: (name: string, params: object) => Promise<void> }
  ).sendDevToolsCommand(name, params);

/** A fresh headless browser of exactly `width` x `height` that reaches this machine only. */
export async function openBrowser(
  width = 1280,
  height = 800,
  more: { flags?: string[]; reaches?: string[] } = {},
): Promise<WebDriver> {
  const options = new Options();
  options.setChromeBinaryPath(SHELL ?? '/usr/bin/chromium');
  options.addArguments(
    SHELL ? '--headless' : '--headless=new',
    '--no-sandbox',
    '--disable-gpu',
    '--disable-quic',
    '--no-first-run',
    '--disable-background-networking',
    '--disable-component-update',
    '--disable-sync',
    `--host-resolver-rules=MAP * ~NOTFOUND, ${['127.0.0.1', 'localhost', ...(more.reaches ?? [])].map((host) => `EXCLUDE ${host}`).join(', ')}`,
    ...(more.flags ?? []),
    // the shell is given a fresh folder by its driver, and takes no other
    ...(SHELL ? [] : [`--user-data-dir=${mkdtempSync(join(tmpdir(), 'omnitrope-browser-'))}`]),
  );
  const driver = await new Builder()
    .forBrowser('chrome')
    .setChromeOptions(options)
    .setChromeService(new ServiceBuilder('/usr/bin/chromedriver'))
    .build();
  waitPatiently(driver);
  await driver.manage().setTimeouts({ script: 30_000 * PATIENCE });
  await resize(driver, width, height);
  await devTools(driver, 'Page.addScriptToEvaluateOnNewDocument', { source: COUNT });
  // a slow bench computer: `bench/slow.sh`
  if (SLOWED > 1) await devTools(driver, 'Emulation.setCPUThrottlingRate', { rate: SLOWED });
  return driver;
}

/**
 * A page is drawn again while it is looked at: what is not there, not there any more, or may not be pressed just
 * now, is not yet what is waited for. It is looked at often, so that a test takes no longer than the page.
 */
function waitPatiently(driver: WebDriver): void {
  const wait = driver.wait.bind(driver) as (...given: unknown[]) => unknown;
  const patient =
    (fn: (driver: WebDriver) => unknown) =>
    async (given: WebDriver): Promise<unknown> => {
      try {
        return await fn(given);
      } catch (problem) {
        if (
          problem instanceof error.StaleElementReferenceError ||
          problem instanceof error.ElementNotInteractableError ||
          problem instanceof error.NoSuchElementError
        )
          return null;
        throw problem;
      }
    };
  const waiting = (condition: unknown, ms = 0, message?: unknown, poll = 40): unknown => {
    // how long is waited is patience, not a claim: a slow machine is given more of it
    const timeout = ms * PATIENCE;
    if (typeof condition === 'function')
      return wait(patient(condition as (driver: WebDriver) => unknown), timeout, message, poll);
    if (!(condition instanceof Condition)) return wait(condition, timeout, message, poll);
    const same = Object.create(condition) as { fn: (driver: WebDriver) => unknown };
    same.fn = patient(same.fn.bind(condition));
    return wait(same, timeout, message, poll);
  };
  driver.wait = waiting as typeof driver.wait;
}

export async function resize(driver: WebDriver, width: number, height: number): Promise<void> {
  await devTools(driver, 'Emulation.setDeviceMetricsOverride', {
    width,
    height,
    deviceScaleFactor: 1,
    mobile: width < 600,
  });
}

export async function signIn(driver: WebDriver, url: string, email: string, password: string): Promise<void> {
  await driver.get(`${url}/sign-in`);
  await type(driver, await driver.wait(until.elementLocated(By.name('email')), 15_000), email);
  await type(driver, await driver.findElement(By.name('password')), password + '\n');
  await driver.wait(until.elementLocated(By.css('header nav')), 20_000);
  await ready(driver);
}

/** Waits until the page listens to keys: React has taken the one box over. */
export async function ready(driver: WebDriver): Promise<void> {
  await driver.wait(
    async () =>
      driver.executeScript<boolean>(
        "const box = document.querySelector('header input'); return Boolean(box && Object.keys(box).some((key) => key.startsWith('__reactProps')))",
      ),
    15_000,
    'the page did not come alive',
  );
}

/** Types as a person does, slower than a scanner. */
export async function type(driver: WebDriver, field: WebElement, text: string): Promise<void> {
  for (const letter of text) {
    await field.sendKeys(letter);
    await driver.sleep(letter === '\n' ? 0 : 2);
  }
}

/**
 * Clicks the button that says these words once it may be clicked: while something is on its way it may not, and how long
 * that takes says nothing.
 */
export async function clickOn(driver: WebDriver, words: string, { part = false } = {}): Promise<void> {
  const says = part ? `contains(normalize-space(.), '${words}')` : `normalize-space(.)='${words}'`;
  const button = await driver.wait(
    until.elementLocated(By.xpath(`//button[${says} and not(@disabled)]`)),
    15_000,
    `no button to be clicked says: ${words}`,
  );
  await driver.executeScript('arguments[0].scrollIntoView({ block: "center" })', button);
  await button.click();
}

/** Counts what a page has asked the shop's computer and not heard of. */
const COUNT = `(() => {
  const plain = window.fetch;
  window.inFlight = 0;
  window.fetch = (...args) => {
    window.inFlight++;
    return plain(...args).finally(() => window.inFlight--);
  };
})()`;

/** Waits until the page is at rest: nothing it asked for is on its way, and all of it is drawn. */
export async function settled(driver: WebDriver): Promise<void> {
  let still = 0;
  await driver.wait(
    async () => {
      const open = await driver.executeAsyncScript<number>(
        'const done = arguments[0]; requestIdleCallback(() => requestAnimationFrame(() => done(window.inFlight ?? 0)))',
      );
      still = open === 0 ? still + 1 : 0;
      return still >= 3;
    },
    30_000,
    'the page does not come to rest',
  );
}

/** One key with nothing focused in particular; waits out the pause that tells a key from a scan. */
export async function press(driver: WebDriver, key: string): Promise<void> {
  // to the keyboard and not to an element: what has focus may be disabled or drawn again this very moment
  await driver.actions().sendKeys(key).perform();
  await driver.sleep(90);
}

/** To a side of the machine on the page: its letter, a number of its path, or Enter for what is next. */
export async function turnTo(driver: WebDriver, side: string): Promise<void> {
  await press(driver, 'g');
  await press(driver, side);
}

/** The one box, opened by its key: a page that is not yet awake takes the key a moment later. */
export async function openBox(driver: WebDriver): Promise<WebElement> {
  await press(driver, '/');
  return driver.wait(
    async () => {
      const box = await driver.switchTo().activeElement();
      return (await driver.executeScript('return arguments[0].matches("header input")', box)) ? box : null;
    },
    15_000,
    'the one box was not opened',
  ) as Promise<WebElement>;
}

/**
 * Keys as a page hears them: each with the time it was pressed at, so that how fast this machine is says nothing of
 * how fast they were typed. What a field gets goes into it.
 */
const PRESS = `const pressAt = (key, at) => {
  const on = document.activeElement ?? document.body;
  const event = new KeyboardEvent('keydown', { key, bubbles: true, cancelable: true });
  Object.defineProperty(event, 'timeStamp', { value: at });
  const goes = on.dispatchEvent(event);
  if (goes && key.length === 1 && /^(INPUT|TEXTAREA)$/.test(on.tagName)) document.execCommand('insertText', false, key);
};
const scanAt = (code, at) => [...code, 'Enter'].forEach((key, n) => pressAt(key, at + 8 * n));`;

/** Types into whatever has focus as a person does, by the times the keys carry: 120 ms apart, and a while ago. */
export async function typed(driver: WebDriver, text: string): Promise<void> {
  await driver.executeScript(
    `${PRESS} const [keys, now] = [[...arguments[0]], performance.now()];
     keys.forEach((key, n) => pressAt(key, now - 200 - 120 * (keys.length - 1 - n)));`,
    text,
  );
}

/** A scanner: a whole code, a sign every 8 ms and Enter, into whatever has focus. */
export async function scan(driver: WebDriver, code: string): Promise<void> {
  await driver.executeScript(`${PRESS} scanAt(arguments[0], performance.now());`, code);
}

/** A scanner that types slowly, so many ms a key by the times its keys carry; into whatever has focus. */
export async function scanSlowly(driver: WebDriver, keys: readonly string[], ms: number): Promise<void> {
  await driver.executeScript(
    `${PRESS} const [keys, ms] = arguments; const now = performance.now();
     keys.forEach((key, n) => pressAt(key, now - ms * (keys.length - 1 - n)));`,
    keys,
    ms,
  );
}

/** From now on: a code scanned as soon as a page of this address has anything to see, alive or not. */
export async function scanOnSight(driver: WebDriver, path: string, code: string): Promise<void> {
  await devTools(driver, 'Page.addScriptToEvaluateOnNewDocument', {
    source: `{ ${PRESS}
      new MutationObserver((_, watching) => {
        if (location.pathname !== '${path}' || !document.querySelector('header input')) return;
        watching.disconnect();
        scanAt('${code}', performance.now());
      }).observe(document, { childList: true, subtree: true }); }`,
  });
}

/** A scan, and keys after it, each so many ms after the scan's Enter by the page's own clock. */
export async function scanThen(driver: WebDriver, code: string, keys: [string, number][]): Promise<void> {
  await driver.executeScript(
    `${PRESS} scanAt(arguments[0], performance.now());
     for (const [key, ms] of arguments[1]) setTimeout(() => pressAt(key, performance.now()), ms);`,
    code,
    keys,
  );
}

/** Keys one after the other, so many ms apart by the page's own clock. */
export async function pressFast(driver: WebDriver, keys: readonly string[], ms: number): Promise<void> {
  await driver.executeAsyncScript(
    `${PRESS} const [keys, ms, done] = arguments;
     keys.forEach((key, n) => setTimeout(() => pressAt(key, performance.now()), n * ms));
     setTimeout(done, keys.length * ms);`,
    keys,
    ms,
  );
}

/** A key held on an element: when it went down and came up, ms, by the times its events carry. */
export async function hold(
  driver: WebDriver,
  on: WebElement,
  key: string,
  held: readonly (readonly [number, number])[],
): Promise<void> {
  await driver.executeScript(
    `const [on, key, held] = arguments;
     for (const times of held)
       for (const [n, kind] of [[0, 'keydown'], [1, 'keyup']]) {
         const event = new KeyboardEvent(kind, { key, bubbles: true, cancelable: true });
         Object.defineProperty(event, 'timeStamp', { value: times[n] });
         on.dispatchEvent(event);
       }`,
    on,
    key,
    held,
  );
}

/**
 * Whether the page says these words, or comes to within a second: told by the page when something of it changes, so that
 * waiting takes nothing from whatever is waited for. Spaces as XPath counts them.
 */
const SAYS = `const [words, done] = arguments;
const says = () => [...document.body.children].some(
  (own) => own.tagName !== 'SCRIPT' && own.textContent.replace(/[ \\t\\r\\n]+/g, ' ').includes(words));
if (says()) done(true);
else {
  let due = 0;
  const over = (so) => { watching.disconnect(); clearTimeout(due); clearTimeout(end); done(so); };
  const watching = new MutationObserver(() => {
    due ||= setTimeout(() => { due = 0; if (says()) over(true); }, 15);
  });
  watching.observe(document.body, { childList: true, subtree: true, characterData: true });
  const end = setTimeout(() => over(false), 1000);
}`;

export async function see(driver: WebDriver, text: string, wait = 15_000): Promise<WebElement> {
  const quoted = text.includes("'") ? `"${text}"` : `'${text}'`;
  const where = By.xpath(
    `//body//*[not(self::script)][contains(normalize-space(.), ${quoted})][not(*[contains(normalize-space(.), ${quoted})])]`,
  );
  return driver.wait(
    async () => {
      // a page that goes away meanwhile has not said it
      const said = await driver.executeAsyncScript<boolean>(SAYS, text).catch((problem: unknown) => {
        if (
          problem instanceof error.WebDriverError &&
          /unload|navigat|timeout|detached/i.test(String(problem))
        )
          return false;
        throw problem;
      });
      return said ? ((await driver.findElements(where))[0] ?? null) : null;
    },
    wait,
    `nothing on the page says: ${text}`,
  ) as Promise<WebElement>;
}

/** Waits until a piece of the page says something: the strip and the ticket are told a moment after the page is. */
export async function says(driver: WebDriver, css: string, text: RegExp): Promise<void> {
  let last = '';
  try {
    await driver.wait(
      async () => text.test((last = await driver.findElement(By.css(css)).getText())),
      15_000,
    );
  } catch (problem) {
    throw new Error(`${css} does not say ${text}, it says: ${last}`, { cause: problem });
  }
}

/** What a page says, looked at until it is so: it is told of what was done a moment after it was done. */
export const soon = (look: () => Promise<unknown>) =>
  expect.poll(look, { timeout: 15_000 * PATIENCE, interval: 40 });

export async function pageText(driver: WebDriver): Promise<string> {
  return driver.executeScript<string>('return document.body.innerText');
}
