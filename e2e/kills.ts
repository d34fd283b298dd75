import { mkdtemp, rm, writeFile } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterAll, beforeAll, expect, test } from 'vitest';
import { attackWithKills, type KillName, type Material } from '../bench/attack/kills';
import { filmOfPhotos, somePhotos } from '../bench/attack/photos';
import { base } from './browser';

/** Tests that kill a browser so many times in the middle of each kind of work. `watch` needs a server of its own. */
export function testKills(kinds: readonly Exclude<KillName, 'watch'>[], times: number): void {
  let folder: string;
  let material: Material;
  beforeAll(async () => {
    folder = await mkdtemp(join(tmpdir(), 'kermis-kills-'));
    const photos = await somePhotos(folder, 30);
    const film = join(folder, 'thirty photos.kermis');
    await writeFile(film, await filmOfPhotos(photos));
    material = { photos, film, filmPhotos: photos.length, watched: '' };
  });
  afterAll(() => rm(folder, { recursive: true, force: true }));
  test.each(kinds)(
    'a browser that is killed in the middle (%s) loses at most the last quarter of a second, and says what is missing',
    async (kind) => {
      expect((await attackWithKills(base(), kind, times, material, 20)).harm).toEqual([]);
    },
  );
}
