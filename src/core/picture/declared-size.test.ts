import sharp from 'sharp';
import { expect, test } from 'vitest';
import { declaredSize } from './declared-size';
import { sniffPhotoType } from './sniff';

test('the size that a file declares is the one that sharp gave it, in every format that says', async () => {
  const picture = sharp({ create: { width: 321, height: 205, channels: 3, background: '#c23a2b' } });
  const seeThrough = picture.clone().ensureAlpha(0.5);
  const files = await Promise.all([
    picture.clone().jpeg().toBuffer(),
    picture.clone().png().toBuffer(),
    picture.clone().gif().toBuffer(),
    picture.clone().webp().toBuffer(),
    picture.clone().webp({ lossless: true }).toBuffer(),
    seeThrough.clone().webp().toBuffer(),
    picture.clone().avif().toBuffer(),
  ]);
  for (const bytes of files) {
    const type = sniffPhotoType(bytes) ?? '';
    expect(declaredSize(bytes, type), type).toEqual({ width: 321, height: 205 });
    for (let cut = 0; cut < 400; cut++)
      expect(() => declaredSize(bytes.subarray(0, cut), type), `${type}, cut at ${cut}`).not.toThrow();
  }
});
