import type { Page } from 'playwright-core';

/** Lays out so many photos that are coming in, holds each for a frame, and waits until that is kept. */
export async function layOutOnOnes(page: Page, photos: number): Promise<void> {
  const layOut = page.getByRole('button', { name: `Add ${photos.toLocaleString('en')} photos` });
  await layOut.waitFor({ timeout: 600_000 });
  await layOut.click();
  await page.getByRole('button', { name: 'Pause', exact: true }).click();
  await page.keyboard.press('Control+a');
  await page.keyboard.press('1');
  await page.keyboard.press('Escape');
  await page.waitForTimeout(2000);
}
