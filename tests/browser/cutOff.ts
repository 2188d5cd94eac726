import type { WebDriver } from 'selenium-webdriver';

/**
 * Words of the page that do not fit where they stand: cut at the edge of what holds them, or run out of it. What
 * scrolls on purpose, or says the whole as its title, is not cut.
 */
const CUT = `
  const said = [];
  for (const own of document.querySelectorAll('body *')) {
    const words = [...own.childNodes].some((node) => node.nodeType === 3 && node.textContent.trim());
    if (!words || own.closest('.sr-only, svg, [aria-hidden="true"], select, textarea, input')) continue;
    const box = own.getBoundingClientRect();
    if (box.width === 0 || box.height === 0) continue;
    const style = getComputedStyle(own);
    if (style.visibility === 'hidden') continue;
    const hides = /hidden|clip/.test(style.overflowX);
    const cut = hides && (own.scrollWidth > own.clientWidth + 1 || own.scrollHeight > own.clientHeight + 3);
    if (cut && !own.closest('[title]')) said.push(own.textContent.trim().slice(0, 60));
    if (style.display === 'inline' || hides) continue;
    // a word that is wider than its box runs over its neighbour
    if (own.scrollWidth > own.clientWidth + 2 && /visible/.test(style.overflowX) && own.clientWidth > 0)
      said.push('runs over: ' + own.textContent.trim().slice(0, 60));
  }
  return [...new Set(said)].slice(0, 8);`;

export const cutOff = (driver: WebDriver): Promise<string[]> => driver.executeScript<string[]>(CUT);
