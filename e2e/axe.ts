/** Accessibility, checked by axe-core in the page. */
import { readFileSync } from 'node:fs';
import type { AxeResults } from 'axe-core';
import type { Page } from 'puppeteer-core';

const source = readFileSync(require.resolve('axe-core/axe.min.js'), 'utf8');

/** Every violation, as `rule: element`; an empty list is what is wanted. */
export async function violations(page: Page): Promise<string[]> {
  // Run in a world of its own through the DevTools protocol: the page's policy allows no foreign script.
  await page.evaluate(source);
  const results = (await page.evaluate('axe.run()')) as AxeResults;
  return results.violations.flatMap((one) =>
    one.nodes.map((node) => `${one.id}: ${node.html.slice(0, 160)}`),
  );
}
