import { writeFile } from 'node:fs/promises';
import { join } from 'node:path';
import sharp from 'sharp';
import type { Size } from '../src/core/picture/size';

/** How far a photo may be shifted to each side, in parts of its width. */
const MARGIN = 0.002;

/** The empty set: a wall with planks, a floor with boards, and what stands about, for `width` pixels. */
function setSvg({ width, height }: Size): string {
  const shapes: string[] = [];
  for (let i = 0; i < 26; i++)
    shapes.push(
      `<rect x="${(i * width) / 26}" width="${width / 26 - 4}" height="${height * 0.66}" fill="hsl(${205 + ((i * 13) % 24)} 24% ${44 + ((i * 7) % 12)}%)"/>`,
    );
  for (let i = 0; i < 9; i++)
    shapes.push(
      `<rect y="${height * (0.66 + 0.038 * i)}" width="${width}" height="${height * 0.036}" fill="hsl(28 38% ${30 + ((i * 11) % 14)}%)"/>`,
    );
  for (let i = 0; i < 40; i++)
    shapes.push(
      `<circle cx="${((i * 397) % 1000) * (width / 1000)}" cy="${((i * 211) % 640) * (height / 1000)}" r="${width * (0.004 + ((i * 5) % 9) / 1500)}" fill="hsl(${(i * 47) % 360} 45% 58%)"/>`,
    );
  return `<svg xmlns="http://www.w3.org/2000/svg" width="${width}" height="${height}"><rect width="${width}" height="${height}" fill="#3d4650"/>${shapes.join('')}</svg>`;
}

/** Photos in which a hand comes in from the left. */
export const WITH_HAND = [6, 7];

/** A ball on a wire that swings, a figure that walks, and a hand in two of the photos. */
function actorsSvg({ width, height }: Size, n: number, count: number): string {
  const x = width * (0.3 + (0.4 * n) / count);
  const ball = { x: x + width * 0.004 * Math.sin(n * 1.3), y: height * (0.34 + 0.05 * Math.sin(n / 3)) };
  const figure = width * (0.2 + (0.5 * n) / count);
  const hand = `<path d="M0 ${height * 0.42}L${width * 0.18} ${height * 0.5}L${width * 0.21} ${height * 0.58}L${width * 0.13} ${height * 0.57}L0 ${height * 0.6}Z" fill="#c79275"/>`;
  return `<svg xmlns="http://www.w3.org/2000/svg" width="${width}" height="${height}">
    <line x1="${x}" y1="0" x2="${ball.x}" y2="${ball.y}" stroke="#15161a" stroke-width="${width / 480}"/>
    <circle cx="${ball.x}" cy="${ball.y}" r="${width * 0.032}" fill="#b3261e"/>
    <path d="M${figure} ${height * 0.94}l${width * 0.02} ${-height * 0.24}h${width * 0.05}l${width * 0.02} ${height * 0.24}z" fill="#4b2e6d"/>
    <circle cx="${figure + width * 0.045}" cy="${height * 0.64}" r="${width * 0.034}" fill="#e3b58c"/>
    ${WITH_HAND.includes(n) ? hand : ''}</svg>`;
}

/**
 * Makes photos of a set on which a ball flies by on a wire, with grain, light that flickers, and a stand that is bumped by a pixel or two; their
 * paths in order.
 */
export async function writeRiggedPhotos(
  folder: string,
  count: number,
  size: Size,
): Promise<readonly string[]> {
  const { width, height } = size;
  const margin = Math.ceil(width * MARGIN);
  const room = { width: width + 2 * margin, height: height + 2 * margin };
  const noise = { type: 'gaussian', mean: 128, sigma: 7 } as const;
  const rawSet = await sharp(Buffer.from(setSvg(room)))
    .removeAlpha()
    .raw()
    .toBuffer();
  const rawGrain = await sharp({ create: { ...room, channels: 3, background: '#808080', noise } })
    .raw()
    .toBuffer();
  const raw = { raw: { ...room, channels: 3 } } as const;
  const own = { raw: { ...size, channels: 3 } } as const;
  const paths: string[] = [];
  for (let n = 0; n < count; n++) {
    const [right, down] = [(n * 5) % margin, (n * 3) % margin];
    const seen = await sharp(rawSet, raw)
      .extract({ left: margin + right, top: margin + down, ...size })
      .composite([{ input: Buffer.from(actorsSvg(size, n, count)) }])
      .removeAlpha()
      .raw()
      .toBuffer();
    const grain = await sharp(rawGrain, raw)
      .extract({ left: (n * 7) % (2 * margin), top: (n * 11) % (2 * margin), ...size })
      .raw()
      .toBuffer();
    const lit = await sharp(seen, own)
      .blur(1)
      .linear(1 + 0.03 * Math.sin(n * 2.1), 0)
      .raw()
      .toBuffer();
    const file = await sharp(lit, own)
      .composite([{ input: grain, ...own, blend: 'soft-light' }])
      .jpeg({ quality: 92 })
      .toBuffer();
    const path = join(folder, `FAIR${String(201 + n)}.JPG`);
    await writeFile(path, file);
    paths.push(path);
  }
  return paths;
}
