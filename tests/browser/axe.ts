import { readFileSync } from 'node:fs';
import type { WebDriver } from 'selenium-webdriver';

const axe = readFileSync('node_modules/axe-core/axe.min.js', 'utf8');

interface Violation {
  id: string;
  impact: string;
  nodes: { html: string; failureSummary: string }[];
}

/** What axe calls serious or critical on the page that is open. */
export async function violations(browser: WebDriver): Promise<string[]> {
  await browser.executeScript(axe);
  const found = await browser.executeAsyncScript<Violation[]>(
    'const done = arguments[arguments.length - 1]; axe.run(document, { resultTypes: ["violations"], preload: false, elementRef: false }).then((r) => done(r.violations))',
  );
  return found
    .filter((one) => one.impact === 'serious' || one.impact === 'critical')
    .flatMap((one) =>
      one.nodes
        .slice(0, 3)
        .map(
          (node) =>
            `${one.id}: ${node.html.slice(0, 160)} (${node.failureSummary.split('\n')[1]?.trim() ?? ''})`,
        ),
    );
}
