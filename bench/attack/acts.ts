import type { Page } from 'playwright-core';

export const pause = (ms: number): Promise<void> => new Promise((resolve) => setTimeout(resolve, ms));

/** Frames of the film, as the page counts them. */
export const framesOf = async (page: Page): Promise<number> => {
  await page.getByTestId('counter').waitFor({ timeout: 20_000 });
  return Number(
    /of ([\d,]+)/.exec((await page.getByTestId('counter').textContent()) ?? '')?.[1]?.replace(/,/g, ''),
  );
};

/** Brings photos in, to be laid out. */
export async function bringIn(page: Page, paths: readonly string[]): Promise<void> {
  await page.getByTestId('choose-photos').setInputFiles([...paths]);
  await page.getByRole('button', { name: /^Add \d/ }).waitFor({ timeout: 60_000 });
  await page
    .getByRole('progressbar', { name: 'Photos coming in' })
    .waitFor({ state: 'detached', timeout: 60_000 });
}

/** Lays out what came in; ends at rest on the first frame, with the film kept. */
export async function layOut(page: Page): Promise<void> {
  await page.getByRole('button', { name: /^Add \d/ }).click();
  await page.getByTestId('counter').waitFor();
  await page.keyboard.press('Escape');
  const stop = page.getByRole('button', { name: 'Pause', exact: true });
  if (await stop.isVisible()) await stop.click();
  await page.getByRole('button', { name: 'Go to the start' }).click();
  await page.getByTestId('kept').filter({ hasText: 'Saved' }).waitFor();
}

/**
 * Starts to draw lines over the picture with the mouse, one after the other at random places; the promise in what
 * it gives ends once the page is gone.
 */
export async function scribble(page: Page, next: () => number): Promise<{ readonly over: Promise<void> }> {
  const box = await page.getByTestId('picture').boundingBox();
  if (!box) throw new Error('There is no picture on screen.');
  const place = (): readonly [number, number] => [
    box.x + box.width * (0.3 + next() * 0.4),
    box.y + box.height * (0.3 + next() * 0.4),
  ];
  const draw = async (): Promise<void> => {
    for (;;) {
      await page.mouse.move(...place());
      await page.mouse.down();
      await page.mouse.move(...place(), { steps: 6 });
      await page.mouse.up();
    }
  };
  return { over: draw().catch(() => undefined) };
}
