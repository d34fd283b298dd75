import { readdir, readFile, writeFile } from 'node:fs/promises';
import { join } from 'node:path';
import sharp from 'sharp';

/** Photos of 12 megapixels with the grain of a real sensor, made from the demo film; gives their paths. */
export async function largePhotos(folder: string, count: number): Promise<string[]> {
  const names = (await readdir('demo/photos')).sort().slice(0, count);
  const grain = await sharp({
    create: {
      width: 4000,
      height: 3000,
      channels: 3,
      background: '#808080',
      noise: { type: 'gaussian', mean: 128, sigma: 9 },
    },
  })
    .png({ compressionLevel: 0 })
    .toBuffer();
  const paths: string[] = [];
  for (const [i, name] of names.entries()) {
    const large = await sharp(join('demo/photos', name)).resize(4000, 3000, { kernel: 'cubic' }).toBuffer();
    const path = join(folder, `PICT${String(i + 1).padStart(4, '0')}.JPG`);
    await writeFile(
      path,
      await sharp(large)
        .composite([{ input: grain, blend: 'soft-light' }])
        .jpeg({ quality: 88 })
        .toBuffer(),
    );
    paths.push(path);
  }
  return paths;
}

/** Copies of photos under numbers of their own, each another file by a comment behind its first marker. */
export async function manyPhotos(paths: readonly string[], folder: string, count: number): Promise<string[]> {
  const originals = await Promise.all(paths.map((path) => readFile(path)));
  const many: string[] = [];
  for (let i = 1; i <= count; i++) {
    const bytes = originals[i % originals.length];
    if (!bytes) throw new Error('no photos');
    const number = String(i).padStart(4, '0');
    const comment = Buffer.concat([Buffer.from([0xff, 0xfe, 0, 6]), Buffer.from(number)]);
    const path = join(folder, `MANY${number}.JPG`);
    await writeFile(path, Buffer.concat([bytes.subarray(0, 2), comment, bytes.subarray(2)]));
    many.push(path);
  }
  return many;
}
