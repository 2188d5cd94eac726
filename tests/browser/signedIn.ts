import { afterAll, beforeAll, inject } from 'vitest';
import type { WebDriver } from 'selenium-webdriver';
import { openBrowser, signIn } from './driver';

/** One browser for a test file, signed in before its tests and closed after them. */
export function signedInBrowser(email: string): () => WebDriver {
  let browser: WebDriver;
  beforeAll(async () => {
    browser = await openBrowser();
    await signIn(browser, inject('url'), email, inject('password'));
  });
  afterAll(async () => browser?.quit());
  return () => browser;
}
