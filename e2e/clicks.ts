import type { Page } from 'playwright-core';
import { openSettings } from './browser';
import { PULSE, pulses, soundOf } from './sounds';
import { printFilm, PrintedFile } from './video';

/** Offsets of the clicks of a print from the frames they belong to, in milliseconds; frames counted from 0. */
export async function clicksAfter(
  page: Page,
  kind: 'MP4' | 'WebM',
  secondsOf: (index: number) => number,
): Promise<number[]> {
  const { bytes } = await printFilm(page, kind, 'clicks', 400_000);
  const file = await PrintedFile.of(bytes);
  try {
    return pulses(await soundOf(file.path)).map(
      (at, index) => 1000 * ((at - PULSE) / 48_000 - secondsOf(index)),
    );
  } finally {
    await file.close();
  }
}

/** Sets the film's rate, as the list of rates writes it; holds stay. */
export async function setRate(page: Page, rate: string): Promise<void> {
  await openSettings(page);
  await page.getByRole('combobox', { name: 'Rate', exact: true }).selectOption(`${rate} frames a second`);
  await page.getByRole('button', { name: /^Keep holds/ }).click();
  await page.keyboard.press('Escape');
}
