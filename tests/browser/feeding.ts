import type { WebDriver, WebElement } from 'selenium-webdriver';
import { clickOn, press, scan, type } from './driver';

/**
 * What somebody feeds the program, counted as it is done: single keys, words typed, clicks or taps, scans. Seconds by the
 * keystroke-level model (Card, Moran, Newell 1980), from memory: a key 0.28 s of an average typist, a pointer moved and
 * pressed 1.1 + 0.2 s, a thought before each single act 1.35 s; picking a scanner up and pulling it, 2 s, is an estimate.
 */
export class Feeding {
  private keys = 0;
  private letters = 0;
  private words = 0;
  private clicks = 0;
  private scans = 0;
  constructor(private readonly driver: WebDriver) {}

  async key(...keys: string[]): Promise<void> {
    for (const key of keys) await press(this.driver, key);
    this.keys += keys.length;
  }
  async scanned(code: string): Promise<void> {
    await scan(this.driver, code);
    this.scans++;
  }
  async typed(field: WebElement, text: string): Promise<void> {
    await type(this.driver, field, text);
    this.words++;
    this.letters += text.length;
  }
  async clicked(words: string, how: { part?: boolean } = {}): Promise<void> {
    await clickOn(this.driver, words, how);
    this.clicks++;
  }
  /** @param what looked for again while the page is drawn under the pointer */
  async tapped(what: () => Promise<WebElement>): Promise<void> {
    await this.driver.wait(async () => {
      const own = await what();
      await this.driver.executeScript('arguments[0].scrollIntoView({ block: "center" })', own);
      await own.click();
      return true;
    }, 15_000);
    this.clicks++;
  }
  /** Pressed, unless it has gone from the page meanwhile. */
  async ifThere(button: WebElement | undefined): Promise<void> {
    await button?.click().then(
      () => this.clicks++,
      () => undefined,
    );
  }
  /** How often somebody did something: a word typed is one thing. */
  get acts(): number {
    return this.keys + this.words + this.clicks + this.scans;
  }
  get minutes(): number {
    const seconds =
      1.35 * this.acts +
      0.28 * (this.keys + this.letters) +
      1.3 * (this.clicks + this.words) +
      2 * this.scans;
    return seconds / 60;
  }
  get told(): string {
    return `${this.keys} keys, ${this.words} words of ${this.letters} letters, ${this.clicks} clicks, ${this.scans} scans: ${this.minutes.toFixed(1)} min`;
  }
}
