import { writeFileSync } from 'node:fs';
import { Key } from 'selenium-webdriver';
import { demoDatabase, PASSWORD, startServer } from '../tests/browser/shop.setup';
import { openBrowser, press, settled, signIn, turnTo } from '../tests/browser/driver';
const { url, process: child } = await startServer(await demoDatabase('omnitrope_look'));
const browser = await openBrowser();
await signIn(browser, url, 'buyer@saltmarsh.example', PASSWORD);
const shot = async (name: string) => writeFileSync(`/tmp/w/${name}.png`, await browser.takeScreenshot(), 'base64');
for (const [name, path] of Object.entries({ unit: '/u/WQ-0007', decided: '/u/WQ-0017', prove: '/u/WQ-0015/prove', work: '/u/WQ-0020/work' })) {
  await browser.get(url + path); await settled(browser); await shot(name);
}
await press(browser, 'g'); await shot('turning');
await turnTo(browser, Key.ESCAPE);
await browser.quit();
child.kill();
process.exit(0);
