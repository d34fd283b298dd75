import { execFileSync } from 'node:child_process';
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import fc from 'fast-check';
import { GIFEncoder } from 'gifenc';
import sharp from 'sharp';
import { expect, it, onTestFinished } from 'vitest';
import { rate } from '../time/rate';
import { ApngWriter } from './apng';
import { delaysIn, dividedHolds } from './delays';
import { GIF_TAIL, gifHead } from './gif';
import { webpFrame, webpHead, WEBP_HEAD } from './webp-animation';

const COLOURS = [
  [200, 40, 30],
  [30, 160, 90],
  [40, 60, 200],
] as const;
const [WIDTH, HEIGHT] = [20, 12];

const pictures = (format: 'png' | 'webp'): Promise<Uint8Array[]> =>
  Promise.all(
    COLOURS.map(async ([r, g, b]) =>
      Uint8Array.from(
        await sharp({ create: { width: WIDTH, height: HEIGHT, channels: 3, background: { r, g, b } } })
          .toFormat(format, format === 'webp' ? { lossless: true } : {})
          .toBuffer(),
      ),
    ),
  );

function written(name: string, parts: readonly Uint8Array[]): string {
  const folder = mkdtempSync(join(tmpdir(), 'kermis-loop-'));
  onTestFinished(() => rmSync(folder, { recursive: true, force: true }));
  writeFileSync(join(folder, name), Buffer.concat(parts));
  return join(folder, name);
}

/** The colour in the middle of each frame that ffmpeg decodes, and how long each stays, in seconds. */
function decoded(path: string): { colours: number[][]; times: number[] } {
  const raw = execFileSync('ffmpeg', [
    ...[
      '-v',
      'error',
      '-xerror',
      '-i',
      path,
      '-fps_mode',
      'passthrough',
      '-f',
      'rawvideo',
      '-pix_fmt',
      'rgb24',
      '-',
    ],
  ]);
  const size = WIDTH * HEIGHT * 3;
  const times = execFileSync('ffprobe', [
    '-v',
    'error',
    '-show_entries',
    'packet=duration_time',
    '-of',
    'csv=p=0',
    path,
  ]);
  return {
    colours: Array.from({ length: raw.length / size }, (_, i) => [...raw.subarray(i * size, i * size + 3)]),
    times: times.toString().trim().split('\n').map(Number),
  };
}

it('GIF: ffmpeg reads each picture, how long it stays, and how often it runs', () => {
  for (const runs of [0, 1, 5]) {
    const parts = COLOURS.map((_, i) => {
      const gif = GIFEncoder({ auto: false });
      gif.writeFrame(new Uint8Array(WIDTH * HEIGHT).fill(i), WIDTH, HEIGHT, { delay: (i + 2) * 10 });
      return gif.bytes();
    });
    const path = written('x.gif', [
      gifHead({ width: WIDTH, height: HEIGHT }, COLOURS, runs),
      ...parts,
      GIF_TAIL,
    ]);
    const { colours, times } = decoded(path);
    expect(colours).toEqual(COLOURS.map((each) => [...each]));
    expect(times).toEqual([0.02, 0.03, 0.04]);
    const bytes = Buffer.concat([gifHead({ width: WIDTH, height: HEIGHT }, COLOURS, runs)]);
    const at = bytes.indexOf('NETSCAPE2.0');
    expect(at > 0 ? bytes.readUInt16LE(at + 13) : undefined).toBe(
      runs === 1 ? undefined : runs === 0 ? 0 : runs - 1,
    );
  }
});

it('animated PNG: ffmpeg reads each picture to the bit, and how long it stays', async () => {
  const writer = new ApngWriter(3, 2);
  const parts = (await pictures('png')).flatMap((png, i) => writer.picture(png, 125 * (i + 1)));
  const path = written('x.png', [...parts, writer.end()]);
  const { colours, times } = decoded(path);
  expect(colours).toEqual(COLOURS.map((each) => [...each]));
  expect(times.map((each) => Math.round(each * 1000))).toEqual([125, 250, 375]);
  // Who knows no animation sees the first picture.
  expect([...(await sharp(path).removeAlpha().raw().toBuffer()).subarray(0, 3)]).toEqual([...COLOURS[0]]);
});

it('animated WebP: libwebp reads each picture to the bit, and how long it stays', async () => {
  const size = { width: WIDTH, height: HEIGHT };
  const frames = (await pictures('webp')).map((file, i) => webpFrame(file, size, 40 + i));
  const bytes = WEBP_HEAD + frames.reduce((sum, { length }) => sum + length, 0);
  const path = written('x.webp', [webpHead(size, 3, bytes), ...frames]);
  const { pages, delay, loop } = await sharp(path, { animated: true }).metadata();
  expect({ pages, delay, loop }).toEqual({ pages: 3, delay: [40, 41, 42], loop: 3 });
  for (const [page, colour] of COLOURS.entries())
    expect([...(await sharp(path, { page }).removeAlpha().raw().toBuffer()).subarray(0, 3)]).toEqual([
      ...colour,
    ]);
  expect(execFileSync('webpmux', ['-info', path]).toString()).toMatch(/Number of frames: 3/);
});

it('how long pictures stay is rounded where they end: together it is right within half a unit', () => {
  fc.assert(
    fc.property(
      fc.array(fc.integer({ min: 1, max: 500 }), { minLength: 1 }),
      fc.constantFrom(rate(24000, 1001), rate(24), rate(25), rate(30000, 1001), rate(50), rate(12)),
      (holds, r) => {
        const delays = delaysIn(holds, r, 100);
        let [frames, sum] = [0, 0];
        for (const [i, hold] of holds.entries()) {
          frames += hold;
          sum += delays[i] ?? 0;
          expect(Math.abs(sum - (frames * r.den * 100) / r.num)).toBeLessThanOrEqual(0.5);
          expect(delays[i]).toBeGreaterThanOrEqual(2);
        }
        const divided = dividedHolds(holds, 60);
        expect(divided.reduce((all, { hold }) => all + hold, 0)).toBe(frames);
        expect(Math.max(...divided.map(({ hold }) => hold))).toBeLessThanOrEqual(60);
      },
    ),
  );
});
