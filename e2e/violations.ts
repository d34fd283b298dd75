import { createRequire } from 'node:module';
import type { Page } from 'playwright-core';

const axePath = createRequire(import.meta.url).resolve('axe-core/axe.min.js');

interface AxeResults {
  readonly violations: readonly { id: string; nodes: readonly { html: string; failureSummary: string }[] }[];
}

/** What axe-core finds wrong on the page as it is, by WCAG 2.2 A and AA and its own best practices, or by some of its rules. */
export async function violations(page: Page, rules?: readonly string[]): Promise<string[]> {
  if (!(await page.evaluate(() => 'axe' in globalThis))) await page.addScriptTag({ path: axePath });
  const { violations: found } = await page.evaluate(
    (runOnly) =>
      (globalThis as unknown as { axe: { run: (options: unknown) => Promise<AxeResults> } }).axe.run({
        resultTypes: ['violations'],
        ...(runOnly && { runOnly }),
      }),
    rules,
  );
  return found.flatMap(({ id, nodes }) => nodes.map((node) => `${id}: ${node.html} ${node.failureSummary}`));
}
