import { execFile } from 'node:child_process';
import { mkdtemp, readFile, rm, writeFile } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { promisify } from 'node:util';
import sharp, { type JpegOptions, type Sharp } from 'sharp';
import { describe, expect, test } from 'vitest';
import type { Orientation } from '../orientation';
import { readJpeg } from './read-jpeg';
import { sizeWithin } from '../size';
import { shrinkJpeg } from './shrink-jpeg';

const run = promisify(execFile);

/** A demo photo at a size: real edges, paper and grain. */
const photo = (width: number, height: number, name = 'PICT0470'): Sharp =>
  sharp(`demo/photos/${name}.JPG`).resize(width, height, { fit: 'fill' });

/** Peak signal to noise in dB between a picture and a reference, as RGB. */
async function psnr(bytes: Uint8Array, reference: Sharp): Promise<number> {
  const [a, b] = await Promise.all([
    sharp(bytes).toColourspace('srgb').removeAlpha().raw().toBuffer(),
    reference.toColourspace('srgb').removeAlpha().raw().toBuffer(),
  ]);
  expect(a.length).toBe(b.length);
  let sum = 0;
  for (let i = 0; i < a.length; i++) sum += ((a[i] ?? 0) - (b[i] ?? 0)) ** 2;
  return 10 * Math.log10((255 * 255 * a.length) / sum);
}

/** What sharp makes of a stored picture at a size, upright. */
const reference = async (stored: Uint8Array, { width, height }: { width: number; height: number }) =>
  sharp(await sharp(stored).autoOrient().png().toBuffer()).resize(width, height, { fit: 'fill' });

describe('small pictures of JPEGs', () => {
  const plain: JpegOptions = { quality: 92 };
  test.each<[string, number, number, JpegOptions]>([
    ['at an eighth', 1600, 1200, plain],
    ['colour at full size', 1501, 1003, { ...plain, chromaSubsampling: '4:4:4' }],
    ['odd sides', 1477, 959, plain],
    ['upright', 601, 1403, plain],
    ['own Huffman tables', 1600, 1200, { ...plain, optimiseCoding: true }],
    ['coarse', 1600, 1200, { quality: 30 }],
    ['full blocks without a mark at their end', 1600, 1200, { quality: 100 }],
  ])('%s: as sharp makes them, or nearly', async (_, width, height, options) => {
    const stored = await photo(width, height).jpeg(options).toBuffer();
    // Whole, at a half, a quarter and an eighth.
    for (const most of [1200, 700, 390, 180]) {
      const shrunk = shrinkJpeg(stored, 1, [most, 48]);
      const [large, small] = shrunk?.pictures ?? [];
      expect(shrunk).toMatchObject({ width, height });
      expect(large).toMatchObject(sizeWithin({ width, height }, most));
      expect(small).toMatchObject(sizeWithin({ width, height }, 48));
      for (const picture of [large, small]) {
        if (!picture) throw new Error('no picture');
        expect(await psnr(picture.bytes, await reference(stored, picture))).toBeGreaterThan(28);
      }
    }
  });

  test.each([1, 2, 3, 4, 5, 6, 7, 8] as const)('orientation %i stands upright', async (orientation) => {
    const stored = await photo(800, 600).withMetadata({ orientation }).jpeg(plain).toBuffer();
    const picture = shrinkJpeg(stored, orientation satisfies Orientation, [300])?.pictures[0];
    if (!picture) throw new Error('no picture');
    expect(await psnr(picture.bytes, await reference(stored, picture))).toBeGreaterThan(28);
  });

  test('grey stays grey, and a flat colour stays that colour', async () => {
    const grey = await photo(800, 600).greyscale().jpeg(plain).toBuffer();
    const small = shrinkJpeg(grey, 1, [200])?.pictures[0];
    if (!small) throw new Error('no picture');
    expect(await psnr(small.bytes, await reference(grey, small))).toBeGreaterThan(28);
    for (const background of ['#c83c28', '#28b43c', '#f0f0f0', '#0a0a0a']) {
      const flat = await sharp({ create: { width: 512, height: 384, channels: 3, background } })
        .jpeg({ quality: 95 })
        .toBuffer();
      const wanted = await sharp(flat).raw().toBuffer();
      const bytes = shrinkJpeg(flat, 1, [128])?.pictures[0]?.bytes ?? new Uint8Array();
      const { channels } = await sharp(bytes).stats();
      channels.slice(0, 3).forEach(({ min, max }, c) => {
        expect(Math.abs(min - (wanted[c] ?? 0))).toBeLessThanOrEqual(3);
        expect(Math.abs(max - (wanted[c] ?? 0))).toBeLessThanOrEqual(3);
      });
    }
  });

  test('where nothing is left out, no more is lost than sharp loses by storing it anew', async () => {
    for (const options of [plain, { ...plain, chromaSubsampling: '4:4:4' }]) {
      const stored = await photo(793, 611).jpeg(options).toBuffer();
      const own = shrinkJpeg(stored, 1, [960])?.pictures[0];
      if (!own) throw new Error('no picture');
      expect(own).toMatchObject({ width: 793, height: 611 });
      const anew = await sharp(stored).jpeg({ quality: 85 }).toBuffer();
      expect(await psnr(own.bytes, sharp(stored))).toBeGreaterThan((await psnr(anew, sharp(stored))) - 0.5);
    }
  });

  test('restart markers are passed, as ffmpeg writes them with several threads', async () => {
    const folder = await mkdtemp(join(tmpdir(), 'kermis-jpeg-'));
    try {
      const [from, to] = [join(folder, 'in.png'), join(folder, 'out.jpg')];
      await writeFile(from, await photo(800, 608).png().toBuffer());
      await run('ffmpeg', [
        '-v',
        'error',
        '-i',
        from,
        '-threads',
        '2',
        '-thread_type',
        'slice',
        '-q:v',
        '3',
        to,
      ]);
      const stored = await readFile(to);
      expect(readJpeg(stored)?.restart).toBeGreaterThan(0);
      const picture = shrinkJpeg(stored, 1, [300])?.pictures[0];
      if (!picture) throw new Error('no picture');
      expect(await psnr(picture.bytes, await reference(stored, picture))).toBeGreaterThan(28);
    } finally {
      await rm(folder, { recursive: true, force: true });
    }
  });

  test('what is not plain or damaged is left to the browser', { timeout: 60_000 }, async () => {
    const image = photo(800, 600);
    const others = await Promise.all([
      image.clone().jpeg({ progressive: true }).toBuffer(),
      image.clone().toColourspace('cmyk').jpeg().toBuffer(),
      image.clone().withIccProfile('p3').jpeg().toBuffer(),
      image.clone().png().toBuffer(),
    ]);
    for (const other of others) expect(shrinkJpeg(other, 1, [300])).toBeUndefined();
    const whole = await image.clone().jpeg(plain).toBuffer();
    expect(shrinkJpeg(whole.subarray(0, whole.length / 2), 1, [300])).toBeUndefined();
    // Whatever is broken, it comes back without harm.
    for (let at = 2; at < whole.length; at += Math.ceil(at < 700 ? 1 : whole.length / 300)) {
      const broken = Buffer.from(whole);
      broken[at] = (broken[at] ?? 0) ^ 0xa5;
      const shrunk = shrinkJpeg(broken, 1, [300]);
      expect(shrunk === undefined || shrunk.pictures.length === 1).toBe(true);
    }
  });
});
