import type { Page } from 'playwright-core';
import { timed } from './sharp-pictures';

/** Brings photos in through the chooser, from the choice of files to the last of them in the table; seconds. */
export const bringIn = (page: Page, paths: readonly string[]): Promise<number> =>
  timed(async () => {
    await page.getByTestId('choose-photos').setInputFiles([...paths]);
    // Waiting by role would look through the whole table at each repaint, and cost a tenth of the import.
    const button = page.locator('button', { hasText: `Add ${paths.length.toLocaleString('en')} photos` });
    while ((await button.count()) === 0) await new Promise((resolve) => setTimeout(resolve, 50));
  });
