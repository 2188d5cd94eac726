import { afterAll, afterEach, beforeAll, inject } from 'vitest';
import type { WebDriver } from 'selenium-webdriver';
import { openBrowser, pageText, signIn } from './driver';

/** One browser for a test file, signed in before its tests and closed after them; a test that fails says what stood. */
export function signedInBrowser(email: string): () => WebDriver {
  let browser: WebDriver;
  beforeAll(async () => {
    browser = await openBrowser();
    await signIn(browser, inject('url'), email, inject('password'));
  });
  afterEach(async ({ task }) => {
    if (task.result?.state !== 'fail') return;
    const stood = await Promise.all([browser.getCurrentUrl(), pageText(browser)]).catch(String);
    console.error(`"${task.name}" ended at ${[stood].flat().join('\n')}`);
  });
  afterAll(async () => browser?.quit());
  return () => browser;
}
