import type { Page } from 'playwright-core';
import { LIT } from './lit-photos';
import type { Colour } from './photos';

/** The colour of the picture on screen, in parts of the picture, whose photos are `LIT` in size. */
export const seen = (page: Page, x: number, y: number): Promise<Colour> =>
  page.getByTestId('picture').evaluate(
    (element, [across, down, wide, tall]) => {
      const canvas = element as HTMLCanvasElement;
      // The picture stands in the middle of its room, in the film's shape.
      const margin = 8 * devicePixelRatio;
      const [width, height] = [canvas.width - 2 * margin, canvas.height - 2 * margin];
      const scale = Math.min(width / wide, height / tall);
      const left = margin + (width - wide * scale) / 2 + across * wide * scale;
      const top = margin + (height - tall * scale) / 2 + down * tall * scale;
      const [r = 0, g = 0, b = 0] = canvas.getContext('2d')?.getImageData(left, top, 1, 1).data ?? [];
      return [r, g, b] as const;
    },
    [x, y, LIT.width, LIT.height] as const,
  );

/** What undo would take back, as its button says. */
export const undoWords = (page: Page): Promise<string | null> =>
  page.getByRole('button', { name: /^Undo/ }).getAttribute('aria-label');

export const showMend = (page: Page): Promise<void> =>
  page.getByRole('button', { name: 'Mend', exact: true }).click();

/** Where a place of the picture on screen, in parts of it, lies in the window. */
export async function onPicture(
  page: Page,
  across: number,
  down: number,
): Promise<readonly [x: number, y: number]> {
  const box = await page.getByTestId('picture').boundingBox();
  if (!box) throw new Error('There is no picture on screen.');
  const margin = 8;
  const scale = Math.min((box.width - 2 * margin) / LIT.width, (box.height - 2 * margin) / LIT.height);
  const [wide, tall] = [LIT.width * scale, LIT.height * scale];
  return [box.x + (box.width - wide) / 2 + across * wide, box.y + (box.height - tall) / 2 + down * tall];
}

/** Drags the pointer over the picture, from place to place. */
export async function dragOver(
  page: Page,
  places: readonly (readonly [across: number, down: number])[],
): Promise<void> {
  const [first = [0, 0], ...others] = await Promise.all(places.map(([x, y]) => onPicture(page, x, y)));
  await page.mouse.move(...first);
  await page.mouse.down();
  for (const place of others) await page.mouse.move(...place, { steps: 6 });
  await page.mouse.up();
}
