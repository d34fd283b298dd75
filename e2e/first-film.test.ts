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
  for (const [i, { act }] of FIRST_FILM.entries()) {
    const { heading, seen, picture } = told[i] ?? { heading: '', seen: [], picture: '' };
    const before = await Promise.all(seen.map((words) => onScreen(page, words)));
    await act(page);
    for (const words of seen.filter((_, k) => !before[k]))
      await expect
        .poll(() => onScreen(page, words), { message: `“${words}” in step “${heading}”` })
        .toBe(true);
    expect((await stat(join('docs', picture ?? ''))).isFile()).toBe(true);
  }
  const saved = page.waitForEvent('download');
  await page.getByRole('link', { name: 'Save to disk' }).click();
  const file = await PrintedFile.of(Buffer.from(await bytesOf(await saved)));
  // 31 poses on twos, and the last one for two seconds at 24.
  expect(Number((await file.stream()).nb_read_frames)).toBe(31 * 2 + 48);
  expect(complaints).toEqual([]);
}, 240_000);
