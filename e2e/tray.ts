import type { Locator, Page } from 'playwright-core';

/** Goes to stage Sort. */
export const toSort = (page: Page): Promise<void> =>
  page.getByRole('button', { name: 'Sort', exact: true }).click();
/** Presses a button. */
export const press = (page: Page, name: string): Promise<void> =>
  page.getByRole('button', { name, exact: true }).click();
/** The tray. */
export const tray = (page: Page): Locator => page.getByRole('listbox', { name: /^Tray/ });
/** A photo of the tray. */
export const card = (page: Page, name: string): Locator =>
  tray(page).getByRole('option', { name: new RegExp(`^${name}`) });
const labels = (options: Locator): Promise<string[]> =>
  options.evaluateAll((all) => all.map((each) => each.getAttribute('aria-label') ?? ''));

/** Photos of the tray as they are told, `PICT1.JPG pose 1`. */
export const inTray = (page: Page): Promise<string[]> => labels(tray(page).getByRole('option'));
/** The chosen photos of the tray. */
export const chosen = async (page: Page): Promise<string[]> =>
  (await labels(tray(page).getByRole('option', { selected: true }))).map((each) => each.replace(/ .*$/, ''));
/** Numbers of the photos of the film's poses, in order. */
export const poses = async (page: Page): Promise<string> =>
  (await labels(page.getByRole('listbox', { name: 'Poses of the film' }).getByRole('option')))
    .map((each) => /PICT(\d+)/.exec(each)?.[1])
    .join(' ');
