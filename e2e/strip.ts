import type { Locator, Page } from 'playwright-core';
import { counter, tickets } from './browser';
import type { Colour } from './photos';

/** What the strip shows, as `number×hold`, an echo in brackets. */
export const strip = async (page: Page): Promise<string> =>
  (
    await tickets(page).evaluateAll((all) =>
      all.map((each) => {
        const [, number, hold, showing] =
          /PICT(\d+)\.JPG, held (\d+) frames?(?:, shown (\d+) of)?/.exec(
            each.getAttribute('aria-label') ?? '',
          ) ?? [];
        const words = `${number}×${hold}`;
        return Number(showing ?? 1) > 1 ? `(${words})` : words;
      }),
    )
  ).join(' ');

/** Chooses the poses from one place in the film to another, counted from 0. */
export async function choose(page: Page, from: number, to: number): Promise<void> {
  await tickets(page).nth(from).click();
  await tickets(page)
    .nth(to)
    .click({ modifiers: ['Shift'] });
}

/** A field, by its name. */
export const field = (page: Page, name: string): Locator => page.getByRole('textbox', { name, exact: true });

/** Types into a field, and says that it is meant. */
export async function type(page: Page, name: string, text: string): Promise<void> {
  await field(page, name).fill(text);
  await page.keyboard.press('Enter');
}

/** What a field says of what is typed in it, or of its problem. */
export const said = (page: Page, name: string): Promise<string | null> =>
  field(page, name).evaluate((input) => {
    const words = document.getElementById(input.getAttribute('aria-describedby') ?? '');
    return words?.textContent ?? null;
  });

/** The number of frames of the film. */
export const frames = async (page: Page): Promise<number> => (await counter(page)).frames;

/** The colour in the middle of the picture on screen. */
export const middle = (page: Page): Promise<Colour> => colourSeen(page, 0.5, 0.5);

/** The colour of the big picture's canvas at a place, in parts of it. */
export const colourSeen = (page: Page, across: number, down: number): Promise<Colour> =>
  page.getByTestId('picture').evaluate(
    (element, at) => {
      const { width, height } = element as HTMLCanvasElement;
      const context = (element as HTMLCanvasElement).getContext('2d');
      const [r = 0, g = 0, b = 0] =
        context?.getImageData(at.across * width, at.down * height, 1, 1).data ?? [];
      return [r, g, b] as const;
    },
    { across, down },
  );
