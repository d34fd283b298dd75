import type { Page } from 'playwright-core';
import { chooseKind, finishedPrints, nextProof } from '../e2e/video';

/** Prints the film, and gives what the card says it took, in seconds. */
export async function printOnce(page: Page): Promise<number> {
  await page.getByRole('button', { name: 'Print', exact: true }).click();
  await chooseKind(page, 'MP4');
  const before = await finishedPrints(page).count();
  await page.getByRole('button', { name: 'Print the film' }).click();
  await nextProof(page, before, 600_000);
  const words = await finishedPrints(page).first().innerText();
  const free = page.getByRole('button', { name: 'Delete them' });
  if (await free.isVisible()) await free.click();
  return Number(/made in ([\d.]+) s/.exec(words)?.[1]);
}
