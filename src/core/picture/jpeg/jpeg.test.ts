import { execFile } from 'node:child_process';
import { mkdtemp, readFile, rm, writeFile } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { promisify } from 'node:util';
import sharp, { type JpegOptions, type Sharp } from 'sharp';
import { describe, expect, test } from 'vitest';
import type { Orientation } from '../orientation';
import { readJpeg } from './read-jpeg';
import ssim from 'ssim.js';
import type { Rgba } from '../pixels';
import { zonePlate } from '../zone-plate';
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

/** Stored pictures as sharp decodes them, upright; none is compressed on the way. */
const upright = new WeakMap<Uint8Array, Promise<Sharp>>();

const decoded = async (stored: Uint8Array): Promise<Sharp> => {
  const { data, info } = await sharp(stored).autoOrient().raw().toBuffer({ resolveWithObject: true });
  const { width, height, channels } = info;
  return sharp(data, { raw: { width, height, channels } });
};

/** What sharp makes of a stored picture at a size, upright. */
async function reference(
  stored: Uint8Array,
  { width, height }: { width: number; height: number },
): Promise<Sharp> {
  const whole = upright.get(stored) ?? decoded(stored);
  upright.set(stored, whole);
  return (await whole).clone().resize(width, height, { fit: 'fill' });
}

/** A picture's pixels as finished ones. */
async function rgbaOf(picture: Sharp | Uint8Array): Promise<Rgba> {
  const image = picture instanceof Uint8Array ? sharp(picture) : picture;
  const { data, info } = await image
    .toColourspace('srgb')
    .ensureAlpha()
    .raw()
    .toBuffer({ resolveWithObject: true });
  return { width: info.width, height: info.height, data: new Uint8ClampedArray(data) };
}

/** How far a picture lies from where another has the same, in pixels: by least squares over the slopes of its green. */
function shiftBetween({ width, height, data }: Rgba, other: Rgba): number {
  let [xx, xy, yy, xt, yt] = [0, 0, 0, 0, 0];
  const at = (x: number, y: number): number => other.data[(y * width + x) * 4 + 1] as number;
  for (let y = 1; y < height - 1; y++)
    for (let x = 1; x < width - 1; x++) {
      const [dx, dy] = [(at(x + 1, y) - at(x - 1, y)) / 2, (at(x, y + 1) - at(x, y - 1)) / 2];
      const off = at(x, y) - (data[(y * width + x) * 4 + 1] as number);
      [xx, xy, yy, xt, yt] = [xx + dx * dx, xy + dx * dy, yy + dy * dy, xt + dx * off, yt + dy * off];
    }
  const det = xx * yy - xy * xy;
  return Math.hypot((xt * yy - yt * xy) / det, (yt * xx - xt * xy) / det);
}

/** Least likeness, and largest shift in pixels, of a small picture and sharp's. */
const ALIKE = 0.976;
const IN_PLACE = 0.05;

test('small pictures lie where sharp’s do and hold what they can; one half a pixel off, or of nearest pixels, does not pass', async () => {
  const [width, height] = [1600, 1200];
  for (const most of [1200, 700, 390, 180]) {
    // Rings as fine as four fifths of what the small picture can hold.
    const { data } = zonePlate(width, height, most * 0.8);
    const plate = sharp(data, { raw: { width, height, channels: 4 } });
    const stored = await plate.jpeg({ quality: 95, chromaSubsampling: '4:4:4' }).toBuffer();
    const whole = await decoded(stored);
    const own = await rgbaOf(shrinkJpeg(stored, 1, [most, 48])?.pictures[0]?.bytes ?? new Uint8Array());
    const small = (kernel: 'lanczos3' | 'nearest'): Sharp =>
      whole.clone().resize(own.width, own.height, { fit: 'fill', kernel });
    const wanted = await rgbaOf(small('lanczos3'));
    expect(ssim(own, wanted).mssim, `${most}`).toBeGreaterThan(ALIKE);
    expect(shiftBetween(own, wanted), `${most}`).toBeLessThan(IN_PLACE);
    expect(ssim(await rgbaOf(small('nearest')), wanted).mssim, `${most}`).toBeLessThan(ALIKE);
    const off = whole
      .clone()
      .resize(2 * own.width, 2 * own.height, { fit: 'fill' })
      .extend({ left: 1, extendWith: 'copy' })
      .extract({ left: 0, top: 0, width: 2 * own.width, height: 2 * own.height });
    const halfOff = sharp(await off.png().toBuffer()).resize(own.width, own.height, { fit: 'fill' });
    expect(shiftBetween(await rgbaOf(halfOff), wanted), `${most}`).toBeGreaterThan(IN_PLACE);
  }
});

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
