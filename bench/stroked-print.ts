/**
 * `npm run bench:stroked-print`: a print of photos of 12 megapixels at 1080p: as they came, with ten strokes painted on each, with twenty marks drawn over
 * each, and with both. In the same run.
 */
import { join } from 'node:path';
import { printOnce } from './print-once';
import { openFilmFile, writeStrokedFilm } from './stroked-film';
import { withPage } from './with-page';

const PHOTOS = 20;
const KINDS = [
  ['as they came', 0, 0],
  ['painted', 10, 0],
  ['drawn', 0, 20],
  ['painted and drawn', 10, 20],
] as const;

await withPage(async (page, folder) => {
  let plain = 0;
  for (const [words, painted, drawn] of KINDS) {
    const path = join(folder, `${painted}-${drawn}.kermis`);
    await writeStrokedFilm(path, {
      photos: PHOTOS,
      painted: [painted, painted],
      drawn: [drawn, drawn],
    });
    await openFilmFile(page, path);
    // The first of all starts the workers.
    if (plain === 0) await printOnce(page);
    const took = await printOnce(page);
    if (plain === 0) plain = took;
    console.log(`${PHOTOS} photos ${words}: ${took.toFixed(1)} s, ${(took / plain).toFixed(2)} times`);
  }
});
process.exit();
