import sharp from 'sharp';
import { keyedScene } from '../src/core/mend/key/random-keyed';
import type { LightColour } from '../src/core/picture/key/even-backing';
import type { Size } from '../src/core/picture/size';
import type { TestFile } from './browser';
import { LIT } from './lit-photos';

/** A green card, in light. */
const CARD: LightColour = [0.05, 0.38, 0.09];

/** Photos of a figure that walks to the right before a green card, not evenly lit. */
export const keyedPhotos = (count: number, size: Size = LIT, first = 101): Promise<TestFile[]> =>
  Promise.all(
    Array.from({ length: count }, async (_, n) => {
      const faults = { hair: true, spill: 0.1, uneven: 0.25, grain: 1.5, right: 0.03 * n - 0.2 };
      const { pixels } = keyedScene(size, CARD, faults, 7);
      const buffer = await sharp(pixels.data, { raw: { ...size, channels: 4 } })
        .removeAlpha()
        .jpeg({ quality: 92 })
        .toBuffer();
      return { name: `PICT${first + n}.JPG`, mimeType: 'image/jpeg', buffer };
    }),
  );
