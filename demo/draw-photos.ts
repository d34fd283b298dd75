/**
 * Draws the photos of the demo film into demo/photos: `npx tsx demo/draw-photos.ts [only every nth]`.
 * The same photos come out each time.
 */
import { mkdir, rm, writeFile } from 'node:fs/promises';
import { resolve } from 'node:path';
import { photograph } from './camera';
import { ROLL } from './roll';

const folder = resolve(import.meta.dirname, 'photos');
const every = Number(process.argv[2] ?? 1);
await rm(folder, { recursive: true, force: true });
await mkdir(folder, { recursive: true });
let last: Buffer | undefined;
for (const [i, { name, shot, takenAt }] of ROLL.entries()) {
  if (i % every !== 0) continue;
  // The one that is there twice is the same file, byte for byte, as the card reader left it.
  const bytes = shot.mishap === 'twice' && last ? last : await photograph(shot, 1000 + i, takenAt);
  await writeFile(resolve(folder, name), bytes);
  last = bytes;
  if (i % 10 === 0) console.log(`${i + 1} of ${ROLL.length}`);
}
