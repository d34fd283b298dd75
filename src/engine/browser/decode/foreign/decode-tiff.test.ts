import sharp, { type TiffOptions } from 'sharp';
import { expect, test } from 'vitest';
import { sniffPhotoType } from '../../../../core/picture/sniff';
import { decodeTiff } from './decode-tiff';

const photo = sharp('demo/photos/PICT0470.JPG').resize(301, 203, { fit: 'fill' });

const decoded = (stored: Buffer): Promise<Buffer> =>
  sharp(stored).toColourspace('srgb').removeAlpha().raw().toBuffer();

/** Calls with the place of each entry of a little-endian TIFF's first directory. */
function eachTag(stored: Buffer, change: (view: DataView, at: number) => void): void {
  const view = new DataView(stored.buffer, stored.byteOffset, stored.byteLength);
  const at = view.getUint32(4, true);
  for (let i = 0; i < view.getUint16(at, true); i++) change(view, at + 2 + i * 12);
}

/** The largest difference between our decode and sharp's, in 255 steps. */
async function difference(stored: Buffer, of?: Buffer): Promise<number> {
  const reference = of ?? (await decoded(stored));
  const { width, height, data } = await decodeTiff(Uint8Array.from(stored));
  expect([width, height]).toEqual([301, 203]);
  let most = 0;
  for (let i = 0; i < width * height * 3; i++) {
    const own = data[Math.floor(i / 3) * 4 + (i % 3)] ?? 0;
    most = Math.max(most, Math.abs(own - (reference[i] ?? 0)));
  }
  return most;
}

test.each<[string, TiffOptions]>([
  ['no compression', { compression: 'none' }],
  ['LZW', { compression: 'lzw' }],
  ['LZW with differences', { compression: 'lzw', predictor: 'horizontal' }],
  ['deflate', { compression: 'deflate' }],
  ['PackBits', { compression: 'packbits' }],
  ['tiles', { compression: 'deflate', tile: true, tileWidth: 64, tileHeight: 64 }],
])('%s, 8 and 16 bits and grey: as sharp decodes it, within 2/255', async (_, options) => {
  const eight = await photo.clone().tiff(options).toBuffer();
  expect(sniffPhotoType(eight)).toBe('image/tiff');
  expect(await difference(eight)).toBeLessThanOrEqual(2);
  expect(await difference(await photo.clone().greyscale().tiff(options).toBuffer())).toBeLessThanOrEqual(2);
  const sixteen = await photo.clone().toColourspace('rgb16').tiff(options).toBuffer();
  expect(await difference(sixteen)).toBeLessThanOrEqual(2);
});

test('an embedded profile is honoured, as sharp honours it; what inks come to is said to be approximate', async () => {
  const wide = await photo.clone().withIccProfile('p3').tiff({ compression: 'lzw' }).toBuffer();
  const reference = await decoded(wide);
  expect(await difference(wide, reference)).toBeLessThanOrEqual(2);
  // It is the profile that counts: taken for sRGB the same numbers are far off.
  // It is the profile that counts: without it the same numbers are far off.
  eachTag(wide, (view, at) => {
    if (view.getUint16(at, true) === 34_675) view.setUint16(at, 65_000, true);
  });
  expect(await difference(wide, reference)).toBeGreaterThan(8);
  const inks = await photo.clone().toColourspace('cmyk').tiff({ compression: 'lzw' }).toBuffer();
  // A white card stays white, and black is near it: which colours lie between depends on the press.
  const card = sharp({ create: { width: 8, height: 8, channels: 3, background: '#ffffff' } });
  const white = await card.toColourspace('cmyk').tiff({ compression: 'none' }).toBuffer();
  expect(Math.min(...(await decodeTiff(Uint8Array.from(white))).data)).toBeGreaterThan(245);
  expect(await decodeTiff(Uint8Array.from(inks))).toMatchObject({
    width: 301,
    height: 203,
    approximate: 'inks',
  });
});

test('inks at 16 bits are refused with the reason', async () => {
  const stored = await photo.clone().toColourspace('cmyk').tiff({ compression: 'none' }).toBuffer();
  // The bits of each of the four channels, changed to 16 in the directory's own list.
  eachTag(stored, (view, at) => {
    if (view.getUint16(at, true) !== 258) return;
    const list = view.getUint32(at + 8, true);
    for (let c = 0; c < 4; c++) view.setUint16(list + c * 2, 16, true);
  });
  await expect(decodeTiff(Uint8Array.from(stored))).rejects.toThrow(/16 bits/);
});
