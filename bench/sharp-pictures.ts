import { availableParallelism } from 'node:os';
import { join } from 'node:path';
import sharp from 'sharp';

/** How long some work takes, in seconds. */
export const timed = async (work: () => Promise<unknown>): Promise<number> => {
  const start = performance.now();
  await work();
  return (performance.now() - start) / 1000;
};

/** sharp's pictures of all photos at some widths, as many at once as there are cores. */
export async function sharpPictures(
  paths: readonly string[],
  folder: string,
  widths: readonly number[],
): Promise<void> {
  sharp.concurrency(1);
  const queue = [...paths.entries()];
  const work = async (): Promise<void> => {
    for (let next = queue.pop(); next; next = queue.pop()) {
      for (const width of widths) {
        await sharp(next[1])
          .resize(width)
          .jpeg({ quality: 85 })
          .toFile(join(folder, `${next[0]}-${width}.jpg`));
      }
    }
  };
  await Promise.all(Array.from({ length: availableParallelism() }, work));
}
