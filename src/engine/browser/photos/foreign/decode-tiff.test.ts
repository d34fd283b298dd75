import sharp, { type TiffOptions } from 'sharp';
import { expect, test } from 'vitest';
import { sniffPhotoType } from '../../../../core/picture/sniff';
import { decodeTiff } from './decode-tiff';

const photo = sharp('demo/photos/PICT0470.JPG').resize(301, 203, { fit: 'fill' });

/** The largest difference between our decode and sharp's, in 255 steps. */
async function difference(stored: Buffer): Promise<number> {
  const reference = await sharp(stored).toColourspace('srgb').removeAlpha().raw().toBuffer();
  const { width, height, data } = decodeTiff(Uint8Array.from(stored));
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

test('inks at 16 bits are refused with the reason', async () => {
  const stored = await photo.clone().toColourspace('cmyk').tiff({ compression: 'none' }).toBuffer();
  // The bits of each of the four channels, changed to 16 in the directory's own list.
  const view = new DataView(stored.buffer, stored.byteOffset, stored.byteLength);
  const at = view.getUint32(4, true);
  for (let i = 0; i < view.getUint16(at, true); i++) {
    const entry = at + 2 + i * 12;
    if (view.getUint16(entry, true) !== 258) continue;
    const list = view.getUint32(entry + 8, true);
    for (let c = 0; c < 4; c++) view.setUint16(list + c * 2, 16, true);
  }
  expect(() => decodeTiff(Uint8Array.from(stored))).toThrow(/16 bits/);
});
