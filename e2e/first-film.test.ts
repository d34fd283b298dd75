import { stat } from 'node:fs/promises';
import { join } from 'node:path';
import type { Page } from 'playwright-core';
import { expect, test } from 'vitest';
import { bytesOf, useBrowser } from './browser';
import { FIRST_FILM, readFirstFilm } from './first-film';
import { PrintedFile } from './video';

const { visit } = useBrowser();

const onScreen = (page: Page, words: string): Promise<boolean> =>
  page
    .getByText(words)
    .or(page.getByLabel(words))
    .or(page.getByRole('button', { name: words }))
    .filter({ visible: true })
    .first()
    .isVisible();

test('whoever follows the guide, step by step, has a film of 110 frames on the disk', async () => {
  const told = await readFirstFilm();
  expect(told.map(({ heading }) => heading)).toEqual(FIRST_FILM.map(({ heading }) => heading));
  const { page, complaints } = await visit();
  await page.getByRole('button', { name: 'New film' }).waitFor();
  for (const [i, { acts }] of FIRST_FILM.entries()) {
    const { heading, seen, picture } = told[i] ?? { heading: '', seen: [], picture: '' };
    const unseen = new Set(seen);
    const look = async (): Promise<string> => {
      for (const words of unseen) if (await onScreen(page, words)) unseen.delete(words);
      return [...unseen].join(', ');
    };
    await look();
    for (const act of acts) {
      await act(page);
      if (act === acts.at(-1)) await expect.poll(look, { message: `step “${heading}”` }).toBe('');
      else await look();
    }
    expect((await stat(join('docs', picture ?? ''))).isFile()).toBe(true);
  }
  const saved = page.waitForEvent('download');
  await page.getByRole('button', { name: 'Save to disk' }).click();
  const file = await PrintedFile.of(Buffer.from(await bytesOf(await saved)));
  // 31 poses on twos, and the last one for two seconds at 24.
  expect(Number((await file.stream()).nb_read_frames)).toBe(31 * 2 + 48);
  expect(complaints).toEqual([]);
}, 240_000);
