import fc from 'fast-check';
import sharp from 'sharp';
import { expect, test } from 'vitest';
import { tiffFault } from './tiff-fault';

const picture = sharp('demo/photos/PICT0470.JPG').resize(120, 90, { fit: 'fill' });
const tiff = async (
  compression: 'none' | 'lzw' | 'deflate' | 'packbits',
  tile = false,
): Promise<Uint8Array> =>
  Uint8Array.from(
    await picture.clone().tiff({ compression, tile, tileWidth: 64, tileHeight: 64 }).toBuffer(),
  );

/** Where the first directory stands, and where it says that the next one is. */
function directory(bytes: Uint8Array): { view: DataView; at: number; next: number } {
  const view = new DataView(bytes.buffer);
  const at = view.getUint32(4, true);
  return { view, at, next: at + 2 + view.getUint16(at, true) * 12 };
}

function entry(bytes: Uint8Array, tag: number): number {
  const { view, at, next } = directory(bytes);
  for (let place = at + 2; place < next; place += 12) if (view.getUint16(place, true) === tag) return place;
  throw new Error('no such tag');
}

test('nothing is found in what sharp writes, and in a plain white page, which packs best', async () => {
  for (const compression of ['none', 'lzw', 'deflate', 'packbits'] as const)
    for (const tile of [false, true])
      expect(tiffFault(await tiff(compression, tile)), compression).toBeUndefined();
  const white = sharp({ create: { width: 6000, height: 4000, channels: 3, background: '#ffffff' } });
  expect(tiffFault(Uint8Array.from(await white.tiff({ compression: 'deflate' }).toBuffer()))).toBeUndefined();
});

test('directories in a circle, that lie outside, or have too much in them are told of', async () => {
  const circle = await tiff('lzw');
  const { view, at, next } = directory(circle);
  view.setUint32(next, at, true);
  expect(tiffFault(circle)).toBe('its directories point at each other in a circle');
  const outside = await tiff('lzw');
  directory(outside).view.setUint32(4, 0x7fffffff, true);
  expect(tiffFault(outside)).toBe('its directory is damaged');
  const many = await tiff('lzw');
  directory(many).view.setUint32(entry(many, 258) + 4, 0xffffffff, true);
  expect(tiffFault(many)).toBe('its directory is damaged');
});

test('a page of 15,000 by 15,000 in a few kilobytes is told of', async () => {
  for (const compression of ['none', 'lzw'] as const) {
    const bytes = await tiff(compression);
    const { view } = directory(bytes);
    for (const tag of [256, 257]) {
      view.setUint16(entry(bytes, tag) + 2, 4, true);
      view.setUint32(entry(bytes, tag) + 8, 15_000, true);
    }
    expect(tiffFault(bytes)).toBe('it claims many more pixels than it holds');
  }
});

test('whatever bytes are changed, it answers', async () => {
  const bytes = await tiff('deflate');
  fc.assert(
    fc.property(fc.array(fc.tuple(fc.nat(bytes.length - 1), fc.nat(255)), { maxLength: 20 }), (changes) => {
      const changed = bytes.slice();
      const { at, next } = directory(bytes);
      for (const [i, value] of changes) changed[i % 2 ? i : at + (i % (next - at))] = value;
      expect(tiffFault(changed) ?? 'it is').toMatch(/^its? /);
    }),
    { numRuns: 400 },
  );
});
