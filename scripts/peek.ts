import { readFileSync, writeFileSync } from 'node:fs';
import { By } from 'selenium-webdriver';
import { openBrowser, signIn } from '../tests/browser/driver';
const DIR = process.env.OMNITROPE_DATA!;
const { url } = JSON.parse(readFileSync(`${DIR}/server.json`, 'utf8')) as { url: string };
const password = readFileSync(`${DIR}/demo.password`, 'utf8').trim();
const browser = await openBrowser();
await signIn(browser, url, process.env.WHO ?? 'bench-a@saltmarsh.example', password);
for (const arg of process.argv.slice(2)) {
  const [path, click] = arg.split('#');
  await browser.get(url + path);
  await browser.sleep(1500);
  for (const xpath of (click ?? '').split('|').filter(Boolean)) {
    await browser.findElement(By.xpath(xpath)).click();
    await browser.sleep(500);
  }
  writeFileSync(`/tmp/pics/${path.replaceAll('/', '_')}.png`, await browser.takeScreenshot(), 'base64');
}
await browser.quit();
