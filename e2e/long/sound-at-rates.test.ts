import { expect, test } from 'vitest';
import { counter, openSettings, tickets, useBrowser } from '../browser';
import { openFilmOf } from '../film-file';
import { clicksAfter, setRate } from '../clicks';
import { numbered } from '../photos';
import { bringInSounds, click, goTo, wav } from '../sounds';
// All that these try, where `npm test` tries some.
import '../whole.test';

const { visit } = useBrowser();

test('a click laid on a frame is heard there in both kinds of print, at every rate', async () => {
  const { page, complaints } = await visit();
  await openFilmOf(page, await numbered(6, 1));
  await bringInSounds(page, [wav('click.wav', click())]);
  await goTo(page, 5);
  await page.getByRole('button', { name: 'Add click.wav at the playhead' }).click();
  for (const [words, rate] of [
    ['24', 24],
    ['25', 25],
    ['29.97', 30_000 / 1001],
    ['23.976', 24_000 / 1001],
  ] as const) {
    if (rate !== 24) await setRate(page, words);
    for (const kind of ['MP4', 'WebM'] as const) {
      const [late, ...others] = await clicksAfter(page, kind, () => 5 / rate);
      expect(others, `${kind} at ${words}`).toEqual([]);
      expect(Math.abs(late ?? 99), `${kind} at ${words}`).toBeLessThan(1);
    }
  }
  expect(complaints).toEqual([]);
});

test('after ten minutes a click is heard on its frame still', async () => {
  const { page } = await visit();
  await openFilmOf(page, await numbered(2, 1));
  await openSettings(page);
  for (const [name, size] of [
    ['Width in pixels', '64'],
    ['Height in pixels', '48'],
  ] as const) {
    await page.getByRole('textbox', { name, exact: true }).fill(size);
    await page.keyboard.press('Enter');
  }
  await page.keyboard.press('Escape');
  await setRate(page, '23.976');
  await tickets(page).nth(0).click();
  await page.getByRole('textbox', { name: 'Hold', exact: true }).fill('10:00:00');
  await page.keyboard.press('Enter');
  await bringInSounds(page, [wav('click.wav', click())]);
  await goTo(page, 0);
  await page.getByRole('button', { name: 'Add click.wav at the playhead' }).click();
  await page.keyboard.press('End');
  await page.keyboard.press('ArrowLeft');
  const { frame } = await counter(page);
  await page.getByRole('button', { name: 'Add click.wav at the playhead' }).click();
  expect(frame).toBeGreaterThan(14_000);
  for (const kind of ['MP4', 'WebM'] as const) {
    const late = await clicksAfter(page, kind, (index) => (index * (frame - 1) * 1001) / 24_000);
    expect(late.length, kind).toBe(2);
    for (const each of late) expect(Math.abs(each), kind).toBeLessThan(1);
  }
}, 900_000);
