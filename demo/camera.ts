import { createCanvas, type Canvas } from '@napi-rs/canvas';
import sharp from 'sharp';
import { disc, lay, shape, type Ink } from './art/paper';
import { HEIGHT, WIDTH, layBackground, layEvening, layForeground, GROUND } from './art/fairground';
import { groundShadow, layHorse } from './art/horse';
import { rectangle } from './art/paper';
import { randomFrom } from './art/random';
import { SCALE, type Shot } from './story';

/** The camera stands back, or closer to the booth. */
const VIEWS = { wide: [1, 0, 0], booth: [1.34, -406, -304] } as const;

/** A helper's hand that did not get out in time. */
function layHand(ink: Ink): void {
  const skin = '#d99b78';
  lay(
    ink,
    shape('M1010,-40 C960,120 900,260 846,352 C812,410 850,440 900,410 C960,372 1080,160 1150,-40 Z'),
    { fill: '#33526e', lift: 16 },
  );
  lay(
    ink,
    shape(
      'M872,330 C830,372 786,420 764,470 C744,520 800,560 850,520 C896,484 926,420 934,380 C930,344 900,322 872,330 Z',
    ),
    { fill: skin, lift: 14 },
  );
  for (const [x, y, turn, length] of [
    [770, 476, 26, 120],
    [796, 508, 12, 138],
    [828, 518, -4, 126],
    [856, 506, -18, 100],
  ] as const) {
    ink.save();
    ink.translate(x, y);
    ink.rotate((turn * Math.PI) / 180);
    lay(ink, rectangle(-17, -30, 34, length, 17), { fill: skin, lift: 10 });
    lay(ink, rectangle(-9, length - 62, 18, 20, 9), { fill: '#eec3a6', lift: 0, edge: false });
    ink.restore();
  }
  lay(ink, disc(880, 372, 10), { fill: '#c98762', lift: 0, edge: false });
}

/** The set as the lens sees it, before anything goes wrong in the camera. */
function setUp(shot: Shot): Canvas {
  const canvas = createCanvas(WIDTH, HEIGHT);
  const ink = canvas.getContext('2d');
  const [scale, x, y] = VIEWS[shot.view];
  ink.translate(x * scale, y * scale);
  ink.scale(scale, scale);
  layBackground(ink, shot.lighting, shot.turn);
  if (shot.horse) {
    if (shot.height !== undefined) groundShadow(ink, shot.horse.x, GROUND, shot.height, SCALE);
    if (shot.pole) lay(ink, rectangle(shot.horse.x - 8, 320, 16, 610, 8), { fill: '#d9a437', lift: 5 });
    layHorse(ink, shot.horse, SCALE);
  }
  layForeground(ink, shot.lighting, shot.turn);
  if (shot.mishap === 'hand') layHand(ink);
  layEvening(ink, shot.lighting);
  return canvas;
}

/** The picture after the stand was knocked: shifted and turned a little, the edges filled by what lies beyond. */
function knocked(picture: Canvas, { x, y, turn }: { x: number; y: number; turn: number }): Canvas {
  const canvas = createCanvas(WIDTH, HEIGHT);
  const ink = canvas.getContext('2d');
  ink.translate(WIDTH / 2 + x, HEIGHT / 2 + y);
  ink.rotate((turn * Math.PI) / 180);
  // Slightly closer too, so that no empty corner shows.
  ink.scale(1.022, 1.022);
  ink.drawImage(picture, -WIDTH / 2, -HEIGHT / 2);
  return canvas;
}

/** Grain as a small sensor has it: more in the light, the same for all three colours and a little of its own. */
function expose(rgba: Uint8ClampedArray, exposure: number, seed: number): Buffer {
  const random = randomFrom(seed);
  const rgb = Buffer.alloc(WIDTH * HEIGHT * 3);
  for (let i = 0, o = 0; i < rgba.length; i += 4) {
    const shared = (random() + random() + random() - 1.5) * 5.2;
    for (let c = 0; c < 3; c++, o++) {
      const value = (rgba[i + c] as number) * exposure + shared + (random() - 0.5) * 3;
      rgb[o] = value < 0 ? 0 : value > 255 ? 255 : value;
    }
  }
  return rgb;
}

const two = (n: number): string => String(n).padStart(2, '0');

/** `2026:10:03 19:04:10`, as EXIF writes it. */
const exifTime = (time: Date): string =>
  `${time.getUTCFullYear()}:${two(time.getUTCMonth() + 1)}:${two(time.getUTCDate())} ` +
  `${two(time.getUTCHours())}:${two(time.getUTCMinutes())}:${two(time.getUTCSeconds())}`;

/** Photographs a shot: a JPEG with the time it was taken, as a made-up camera writes it. */
export async function photograph(shot: Shot, seed: number, takenAt: Date): Promise<Buffer> {
  const set = setUp(shot);
  const seen = shot.bump ? knocked(set, shot.bump) : set;
  const { data } = seen.getContext('2d').getImageData(0, 0, WIDTH, HEIGHT);
  let pixels: Uint8ClampedArray = data;
  if (shot.mishap === 'blur') {
    const raw = { raw: { width: WIDTH, height: HEIGHT, channels: 4 as const } };
    pixels = new Uint8ClampedArray(await sharp(data, raw).blur(7).raw().toBuffer());
  }
  return sharp(expose(pixels, shot.exposure, seed), { raw: { width: WIDTH, height: HEIGHT, channels: 3 } })
    .withExif({
      IFD0: { Make: 'Shoebox', Model: 'Shoebox Four', DateTime: exifTime(takenAt), Orientation: '1' },
      IFD2: {
        DateTimeOriginal: exifTime(takenAt),
        FocalLength: '35/1',
        FNumber: '8/1',
        ISOSpeedRatings: '200',
      },
    })
    .jpeg({ quality: 82, chromaSubsampling: '4:2:0', mozjpeg: false })
    .toBuffer();
}
