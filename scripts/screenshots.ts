import { readFileSync, writeFileSync } from 'node:fs';
import { By, Key } from 'selenium-webdriver';
import { openBrowser, press, ready, signIn } from '../tests/browser/driver';

/** One current picture of each main view, 1280 x 800, from the running demo shop, into docs/screenshots. */
const DIR = process.env.OMNITROPE_DATA ?? '.data';
const { url } = JSON.parse(readFileSync(`${DIR}/server.json`, 'utf8')) as { url: string };
const password = readFileSync(`${DIR}/demo.password`, 'utf8').trim();
const VIEWS = {
  work: '/',
  unit: '/u/WQ-0007',
  hands: '/u/WQ-0002/work',
  strip: '/u/TF-0002/work/strip',
  clean: '/u/TF-0002/work/clean',
  prove: '/u/WQ-0015/prove',
  sell: '/u/WQ-0015/shelf',
  heat: '/u/WQ-0030/machine/heat',
  drives: '/u/WQ-0020/machine/drives',
  tests: '/u/FB-0003/machine/tests',
  lot: '/lots/WQ-3',
  parts: '/u/WQ-0001/parts',
  day: '/day',
  bid: '/lots/bid?laptop=14&desktop=12&small=8&source=clearout&premium=12&freight=45',
  bin: '/bin',
  books: '/books/made?by=source',
};
/** Views that show something only after keys. */
const ACTED: Record<string, [path: string, keys: string[]]> = {
  tapper: ['/u/WQ-0007?ask=code-group', ['t']],
  memory: ['/u/WQ-0002/memory', ['3', Key.ENTER, '2']],
};

const browser = await openBrowser();
await signIn(browser, url, 'bench-a@saltmarsh.example', password);
for (const [name, path] of Object.entries(VIEWS)) {
  await browser.get(url + path);
  await browser.sleep(1200);
  writeFileSync(`docs/screenshots/${name}.png`, await browser.takeScreenshot(), 'base64');
}
for (const [name, [path, keys]] of Object.entries(ACTED)) {
  await browser.get(url + path);
  await ready(browser);
  await browser.sleep(500);
  if (name === 'memory') {
    const sizes = await browser.findElement(
      By.xpath("//label[starts-with(normalize-space(.), 'Modules')]/following-sibling::input"),
    );
    await sizes.sendKeys(Key.chord(Key.CONTROL, 'a'), '4 4', Key.TAB);
    await browser.executeScript('document.activeElement.blur()');
    await browser.sleep(800);
  }
  for (const key of keys) {
    await press(browser, key);
    await browser.sleep(name === 'memory' ? 1200 : 0);
  }
  if (name === 'tapper') {
    await browser.sleep(800);
    for (let round = 0; round < 3; round++) {
      for (const length of [600, 150, 150])
        await browser.actions().keyDown(' ').pause(length).keyUp(' ').pause(180).perform();
      await browser.sleep(1000);
    }
  }
  await browser.sleep(1500);
  writeFileSync(`docs/screenshots/${name}.png`, await browser.takeScreenshot(), 'base64');
}
await browser.quit();

// what only an owner may change
const owner = await openBrowser();
await signIn(owner, url, 'buyer@saltmarsh.example', password);
await owner.get(`${url}/rules/house`);
await ready(owner);
await owner.sleep(700);
writeFileSync('docs/screenshots/house.png', await owner.takeScreenshot(), 'base64');
await owner.quit();
