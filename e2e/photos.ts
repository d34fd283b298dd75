import sharp, { type Sharp } from 'sharp';
import type { TestFile } from './browser';

export type Colour = readonly [number, number, number];

const solid = (width: number, height: number, [r, g, b]: Colour): Sharp =>
  sharp({ create: { width, height, channels: 3, background: { r, g, b } } });

/** A JPEG of one colour, stored so that the colour survives. */
export async function jpeg(name: string, colour: Colour, width = 320, height = 240): Promise<TestFile> {
  const buffer = await solid(width, height, colour)
    .jpeg({ quality: 98, chromaSubsampling: '4:4:4' })
    .toBuffer();
  return { name, mimeType: 'image/jpeg', buffer };
}

export async function picture(
  name: string,
  colour: Colour,
  format: 'png' | 'webp' | 'avif',
): Promise<TestFile> {
  const image = solid(320, 240, colour);
  const buffer = await (
    format === 'png'
      ? image.png()
      : format === 'webp'
        ? image.webp({ lossless: true })
        : image.avif({ quality: 95, chromaSubsampling: '4:4:4' })
  ).toBuffer();
  return { name, mimeType: `image/${format}`, buffer };
}

/** Colours far apart, none of them near the edge of what video holds. */
export const COLOURS: readonly Colour[] = [
  [200, 40, 40],
  [40, 180, 60],
  [50, 70, 210],
  [220, 200, 60],
  [190, 70, 190],
  [60, 190, 190],
  [128, 128, 128],
  [240, 240, 240],
  [20, 20, 20],
  [250, 140, 30],
];

export const numbered = (count: number, start: number): Promise<TestFile[]> =>
  Promise.all(
    Array.from({ length: count }, (_, i) =>
      jpeg(`PICT${start + i}.JPG`, COLOURS[i % COLOURS.length] as Colour),
    ),
  );

/** Corner colours of the upright test picture: top left, top right, bottom left, bottom right. */
export const CORNERS: readonly Colour[] = [
  [210, 40, 40],
  [40, 170, 60],
  [50, 70, 210],
  [220, 210, 70],
];

/** An upright picture with a colour in each corner, stored turned as its EXIF orientation says. */
export async function turned(orientation: number, width = 320, height = 240): Promise<TestFile> {
  const [half, tall] = [width / 2, height / 2];
  const patches = await Promise.all(
    CORNERS.map(async (colour, i) => ({
      input: await solid(half, tall, colour).png().toBuffer(),
      left: (i % 2) * half,
      top: i >= 2 ? tall : 0,
    })),
  );
  const upright = await solid(width, height, [0, 0, 0]).composite(patches).png().toBuffer();
  // The stored pixels are those that the tag turns upright: the inverse of each turn.
  const undo: Record<number, (image: Sharp) => Sharp> = {
    1: (image) => image,
    2: (image) => image.flop(),
    3: (image) => image.rotate(180),
    4: (image) => image.flip(),
    5: (image) => image.rotate(90),
    6: (image) => image.rotate(270),
    7: (image) => image.rotate(270),
    8: (image) => image.rotate(90),
  };
  const turnedPixels = await (undo[orientation]?.(sharp(upright)) ?? sharp(upright)).png().toBuffer();
  // Mirrored in a second step: sharp fixes the order of turning and mirroring within one.
  const mirrors = orientation === 5 || orientation === 7;
  const pixels = mirrors ? await sharp(turnedPixels).flop().png().toBuffer() : turnedPixels;
  const stored = await sharp(pixels)
    .withMetadata({ orientation })
    .jpeg({ quality: 98, chromaSubsampling: '4:4:4' })
    .toBuffer();
  return { name: `TURN${orientation}.JPG`, mimeType: 'image/jpeg', buffer: stored };
}
