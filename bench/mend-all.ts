import type { Page } from 'playwright-core';

/** All photos brighter, moved and turned by hand so that none lies on whole pixels; a framing and a strong look for the film. */
export async function mendAll(page: Page): Promise<void> {
  await page.keyboard.press('Control+a');
  const brightness = page.getByRole('textbox', { name: 'Brightness' });
  await brightness.fill('0.2');
  await page.keyboard.press('Enter');
  await moveAll(page);
  await frameAndColour(page);
}

/** Moved and turned a little by hand. */
export async function moveAll(page: Page): Promise<void> {
  await page.getByRole('button', { name: 'Steady', exact: true }).click();
  await page.keyboard.press('Control+a');
  await page.keyboard.press('Alt+Shift+ArrowRight');
  await page.keyboard.press('Alt+.');
  await page.keyboard.press('Escape');
}

/** A framing and a strong look for the film. */
export async function frameAndColour(page: Page): Promise<void> {
  await page.getByRole('button', { name: 'Framing', exact: true }).click();
  await page.getByLabel('Zoom, %').fill('104');
  await page.keyboard.press('Enter');
  // Once it is done: what is said then moves the tools below it.
  await page.getByRole('button', { name: /^Undo: Framing/ }).waitFor();
  await page.getByRole('button', { name: 'Colour', exact: true }).click();
  for (const [kind, field, value] of [
    ['warmth', 'Warmth', '0.3'],
    ['vignette', 'Strength', '30'],
    ['hues', 'Saturation', '15'],
  ] as const) {
    await page.getByRole('combobox', { name: 'Add' }).selectOption(kind);
    await page.getByRole('textbox', { name: field }).fill(value);
    await page.keyboard.press('Enter');
  }
}
