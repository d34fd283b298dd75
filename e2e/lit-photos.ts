import sharp from 'sharp';
import { fromLight, toLight } from '../src/core/picture/srgb';
import type { TestFile } from './browser';

/** The size of the photos. */
export const LIT = { width: 640, height: 480 };

const table = (gain: number): Uint8Array =>
  Uint8Array.from({ length: 256 }, (_, value) =>
    Math.min(255, Math.round(255 * fromLight(toLight(value / 255) * gain))),
  );

/** A textured set that stands still, of patches whose colours a row of whole numbers gives. */
function makeSet({ width, height } = LIT): Buffer {
  const data = Buffer.alloc(width * height * 3);
  for (let y = 0; y < height; y++)
    for (let x = 0; x < width; x++)
      for (let c = 0; c < 3; c++) {
        const patch = Math.imul((x >> 5) * 31 + (y >> 5) * 17 + c * 7, 2654435761) >>> 24;
        data[(y * width + x) * 3 + c] = 50 + (patch >> 1) + ((x * 7 + y * 13) % 9);
      }
  return data;
}

/**
 * Photos of a set that stands still, in front of which a square moves on: each with red, green and blue light of its own, in times as
 * much light. The light is put on by the curve of IEC 61966-2-1.
 */
export const litPhotos = (
  gains: readonly (readonly [red: number, green: number, blue: number])[],
): Promise<TestFile[]> => {
  const set = makeSet();
  const { width, height } = LIT;
  return Promise.all(
    gains.map(async (gain, n) => {
      const tables = gain.map(table);
      const data = Buffer.from(set);
      for (let y = 160; y < 400; y++)
        for (let x = 40 + 30 * n; x < 200 + 30 * n; x++)
          data.set([230, 220, 40], (y * width + (x % width)) * 3);
      for (let i = 0; i < data.length; i++) data[i] = tables[i % 3]?.[data[i] as number] as number;
      const buffer = await sharp(data, { raw: { width, height, channels: 3 } })
        .jpeg({ quality: 95, chromaSubsampling: '4:4:4' })
        .toBuffer();
      return { name: `PICT${101 + n}.JPG`, mimeType: 'image/jpeg', buffer };
    }),
  );
};

/** How far photos of a bumped set may be shifted, in pixels. */
const MARGIN = 24;

/** Photos of a set, each from a stand that was moved by so many pixels to the right and down, in front of which a square moves on. */
export const shiftedPhotos = (
  shifts: readonly (readonly [right: number, down: number])[],
): Promise<TestFile[]> => {
  const { width, height } = LIT;
  const room = { width: width + 2 * MARGIN, height: height + 2 * MARGIN };
  const set = makeSet(room);
  return Promise.all(
    shifts.map(async ([right, down], n) => {
      const square = await sharp({ create: { width: 110, height: 130, channels: 3, background: '#e6dc28' } })
        .png()
        .toBuffer();
      const seen = await sharp(set, { raw: { ...room, channels: 3 } })
        .extract({ left: MARGIN - right, top: MARGIN - down, width, height })
        .png()
        .toBuffer();
      const buffer = await sharp(seen)
        .composite([{ input: square, left: (60 + 30 * n) % 500, top: 240 }])
        .jpeg({ quality: 95, chromaSubsampling: '4:4:4' })
        .toBuffer();
      return { name: `PICT${101 + n}.JPG`, mimeType: 'image/jpeg', buffer };
    }),
  );
};
