import type { Locator, Page } from 'playwright-core';
import { expect, test } from 'vitest';
import { counter, useBrowser, useSharedFilm } from './browser';
import { openFilmOf } from './film-file';
import { numbered } from './photos';
import { bringInSounds, wav } from './sounds';
import { choose } from './strip';

const { visit } = useBrowser();
/** A beat every half second. */
const march = Float32Array.from({ length: 48_000 * 12 }, (_, i) => {
  const into = i % 24_000;
  return into < 4800 ? 0.6 * Math.exp(-into / 1200) * Math.sin(into * 0.012) : 0.001 * Math.sin(i * i);
});
const marching = useSharedFilm(visit, async (page) => {
  await openFilmOf(page, await numbered(24, 1));
  await bringInSounds(page, [wav('march.wav', march)]);
  await page.keyboard.press('Home');
  await page.getByRole('button', { name: 'Add march.wav at the playhead' }).click();
  await page.getByRole('combobox', { name: 'Lane' }).selectOption('Music');
});

const tempo = (page: Page): Locator => page.getByRole('textbox', { name: 'Tempo' });

/** The film in stage Sound, at its beats. */
async function atTheBeat(): Promise<{ page: Page; complaints: string[] }> {
  const film = await marching();
  await film.page.getByRole('button', { name: 'Sound', exact: true }).click();
  await film.page.getByRole('button', { name: 'Beat', exact: true }).click();
  return film;
}

test('the beat of a music is found, and drawn on the frames', async () => {
  const { page, complaints } = await atTheBeat();
  await page.getByRole('button', { name: 'Find the beat' }).click();
  await expect.poll(() => tempo(page).inputValue()).toBe('120');
  await expect
    .poll(() => page.getByTestId('frames-to-beat').textContent())
    .toBe('12 frames a beat, exactly.');
  await page.getByRole('textbox', { name: 'First beat' }).fill('0');
  await page.keyboard.press('Enter');
  // A film of two seconds: its beats, the one at its start as the first of a bar.
  await expect
    .poll(() =>
      page
        .getByTestId('beats')
        .locator('path')
        .evaluateAll((all) => all.map((each) => each.getAttribute('data-count'))),
    )
    .toEqual(['3', '1']);
  expect(complaints).toEqual([]);
});

test('poses are put on the beat, and what will change is shown first', async () => {
  const { page, complaints } = await atTheBeat();
  await tempo(page).fill('120');
  await page.keyboard.press('Enter');
  await page.getByRole('textbox', { name: 'First beat' }).fill('0');
  await page.keyboard.press('Enter');
  await choose(page, 0, 3);
  await page.getByRole('button', { name: 'Put 4 chosen poses on the beat' }).click();
  const question = page.getByRole('group', { name: 'What will change' });
  await expect
    .poll(() => question.textContent())
    .toMatch(/Pose 1: 2 to 12 frames.*Pose 4: 2 to 12 frames.*The film: 88 frames/);
  await question.getByRole('button', { name: 'Apply' }).click();
  await expect.poll(async () => (await counter(page)).frames).toBe(88);
  expect(complaints).toEqual([]);
});
