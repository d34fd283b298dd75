import type { Locator, Page } from 'playwright-core';
import { tickets } from './browser';
import { openFilmOf } from './film-file';
import { numbered } from './photos';

/** Opens a film of so many photos, each held for `hold` frames, in stage Sound with the panel for recording. */
export async function openRecording(page: Page, photos: number, hold: string): Promise<void> {
  await openFilmOf(page, await numbered(photos, 1));
  await tickets(page).first().click();
  await page.keyboard.press('Control+a');
  await page.getByRole('textbox', { name: 'Hold', exact: true }).fill(hold);
  await page.keyboard.press('Enter');
  await page.getByRole('button', { name: 'Sound', exact: true }).click();
  await page.getByRole('button', { name: 'Record', exact: true }).click();
  await page.keyboard.press('Home');
}

export const microphone = (page: Page): Locator => page.getByRole('combobox', { name: 'Microphone' });

/** Chooses the microphone that ships with the app. */
export const standIn = (page: Page): Promise<string[]> => microphone(page).selectOption('stand-in');

export const takes = (page: Page): Locator => page.getByRole('button', { name: /^Delete Take \d+$/ });

/** The timer of a recording that has gone on for a second at least. */
export const recording = (page: Page): Locator =>
  page.getByRole('timer').filter({ hasText: /Recording [1-9]/ });
