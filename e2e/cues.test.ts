import type { Locator, Page } from 'playwright-core';
import { expect, test } from 'vitest';
import { bytesOf, counter, showTime, tickets, useBrowser, useSharedFilm } from './browser';
import { openFilmOf } from './film-file';
import { numbered } from './photos';
import { bringInSounds, cueTimes, goTo, wav } from './sounds';

const { visit } = useBrowser();
const tone = Float32Array.from(
  { length: 24_000 },
  (_, i) => 0.5 * Math.sin((2 * Math.PI * 440 * i) / 48_000),
);
/** Two seconds of film on twos; half a second of sound, tied to pose 7. */
const scored = useSharedFilm(visit, async (page) => {
  await openFilmOf(page, await numbered(24, 1));
  await bringInSounds(page, [wav('tone.wav', tone)]);
  await goTo(page, 12);
  await page.getByRole('button', { name: 'Add tone.wav at the playhead' }).click();
  await expect.poll(() => cueTimes(page)).toEqual([0.5, 1]);
});

const cues = (page: Page): Locator => page.locator('[data-cue]');
const showSound = (page: Page): Promise<void> =>
  page.getByRole('button', { name: 'Sound', exact: true }).click();

/** The film in stage Sound, its cue chosen. */
async function withCue(): Promise<{ page: Page; complaints: string[] }> {
  const film = await scored();
  await showSound(film.page);
  await cues(film.page).first().click();
  await expect.poll(() => cueTimes(film.page)).toEqual([0.5, 1]);
  return film;
}

/** Drags from a place by so many pixels. */
async function drag(page: Page, x: number, y: number, byX: number, byY: number): Promise<void> {
  await page.mouse.move(x, y);
  await page.mouse.down();
  await page.mouse.move(x + byX, y + byY, { steps: 5 });
  await page.mouse.up();
}

test('a cue goes with its pose, and says what it is tied to', async () => {
  const { page, complaints } = await withCue();
  await page.getByText('Tied to pose 7, 0 frames in.').waitFor();
  // The whole film is in sight, and there is nothing to scroll to behind it.
  await expect
    .poll(() => page.getByTestId('strip-scroll').evaluate((strip) => strip.scrollWidth - strip.clientWidth))
    .toBe(0);
  await showTime(page);
  await tickets(page).nth(0).click();
  await page.keyboard.press('8');
  await showSound(page);
  await cues(page).first().click();
  await expect.poll(() => cueTimes(page)).toEqual([0.75, 1.25]);
  expect(complaints).toEqual([]);
});

test('a cue that is dragged lies on a frame again, and is tied to the pose there', async () => {
  const { page, complaints } = await withCue();
  const box = await cues(page).first().boundingBox();
  if (!box) throw new Error('no cue');
  // Half a second is as wide as the cue.
  await drag(page, box.x + box.width / 2, box.y + 20, box.width, 0);
  await expect.poll(() => cueTimes(page)).toEqual([1, 1.5]);
  await page.getByText('Tied to pose 13, 0 frames in.').waitFor();
  expect(complaints).toEqual([]);
});

test.each([
  [-60, '+12 dB'],
  [8, '−11.5 dB'],
  [80, 'silent'],
] as const)('its level is dragged: by %i pixels it is %s', async (by, level) => {
  const { page, complaints } = await withCue();
  const line = await page.locator('[data-grip=level]').boundingBox();
  if (!line) throw new Error('no level');
  await drag(page, line.x + line.width / 2, line.y + 3, 0, by);
  await expect.poll(() => cues(page).first().getAttribute('aria-label')).toContain(level);
  expect(complaints).toEqual([]);
});

test('a cue is levelled, faded, split, and put into another lane', async () => {
  const { page, complaints } = await withCue();
  const panel = page.getByRole('region', { name: 'Chosen cues' });
  await panel.getByLabel('Level').fill('-6 dB');
  await page.keyboard.press('Enter');
  await panel.getByRole('textbox', { name: 'Fade out' }).fill('0.25s');
  await page.keyboard.press('Enter');
  await goTo(page, 18);
  await page.keyboard.press('k');
  await expect.poll(() => cues(page).count()).toBe(2);
  await expect.poll(() => cueTimes(page)).toEqual([0.5, 0.75]);
  await page.getByRole('combobox', { name: 'Lane' }).selectOption('Music');
  await expect
    .poll(() => page.getByRole('button', { name: /^tone.wav in Music/ }).getAttribute('aria-label'))
    .toBe('tone.wav in Music, from 0.50 s, 0.25 s long, −6 dB, tied to its pose');
  expect(complaints).toEqual([]);
});

test('the film plays with its sound, and its loudness is measured', async () => {
  const { page, complaints } = await withCue();
  await page.keyboard.press('Home');
  await page.keyboard.press('Space');
  await expect.poll(async () => (await counter(page)).frame).toBeGreaterThan(20);
  await page.keyboard.press('Space');
  await page.getByRole('button', { name: 'Mix', exact: true }).click();
  await page.getByRole('button', { name: 'Measure the loudness' }).click();
  await expect
    .poll(() => page.getByTestId('loudness').textContent())
    .toMatch(/LUFS, true peak −\d+\.\d dBTP/);
  expect(complaints).toEqual([]);
});

test('a film that is saved and opened again has its cues, and their waveforms are drawn', async () => {
  const { page, complaints } = await scored();
  await page.getByRole('button', { name: 'All films' }).click();
  const [download] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('button', { name: 'Save Untitled film to disk as a .kermis file' }).click(),
  ]);
  const copy = Buffer.from(await bytesOf(download));
  await page
    .getByTestId('choose-photos')
    .setInputFiles([{ name: 'copy.kermis', mimeType: 'application/zip', buffer: copy }]);
  await page.getByRole('button', { name: 'Open it as a second film' }).click();
  await page.getByTestId('counter').waitFor();
  await showSound(page);
  await expect.poll(() => cues(page).count()).toBe(1);
  const painted = (): Promise<number> =>
    page.locator('canvas[aria-hidden]').evaluateAll((all) =>
      all.reduce((sum, each) => {
        const { width, height } = each as HTMLCanvasElement;
        const data =
          (each as HTMLCanvasElement).getContext('2d')?.getImageData(0, 0, width, height).data ?? [];
        return sum + Array.from(data).filter((value, i) => i % 4 === 3 && value > 0).length;
      }, 0),
    );
  await expect.poll(painted).toBeGreaterThan(500);
  expect(complaints).toEqual([]);
});
