/** Accessibility, checked by axe-core in the page. */
import { readFileSync } from 'node:fs';
import type { AxeResults } from 'axe-core';
import type { Page } from 'puppeteer-core';

const source = readFileSync(require.resolve('axe-core/axe.min.js'), 'utf8');

/** What depends on colours alone. */
const COLOURS = ['color-contrast', 'link-in-text-block'];

/**
 * Every violation, as `rule: element`; an empty list is what is wanted.
 * @param colours only the rules of colours are asked: for a page that was looked at whole in other ones
 */
export async function violations(page: Page, colours = false): Promise<string[]> {
  // Run in a world of its own through the DevTools protocol: the page's policy allows no foreign script.
  if ((await page.evaluate('typeof axe')) === 'undefined') await page.evaluate(source);
  const options = { resultTypes: ['violations'], ...(colours ? { runOnly: COLOURS } : {}) };
  const results = (await page.evaluate(`axe.run(${JSON.stringify(options)})`)) as AxeResults;
  return results.violations.flatMap((one) =>
    one.nodes.map((node) => `${one.id}: ${node.html.slice(0, 160)}`),
  );
}
