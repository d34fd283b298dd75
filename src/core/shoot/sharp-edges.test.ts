import sharp from 'sharp';
import { expect, test } from 'vitest';
import { sharpEdges } from './sharp-edges';

/** Marks of a picture of a white disc on black, out of focus by so many pixels. */
async function marked(blur: number): Promise<number> {
  const disc = Buffer.from(
    '<svg width="120" height="90"><rect width="120" height="90"/><circle cx="60" cy="45" r="30" fill="#fff"/></svg>',
  );
  const plain = sharp(disc).ensureAlpha();
  const { data, info } = await (blur > 0 ? plain.blur(blur) : plain)
    .raw()
    .toBuffer({ resolveWithObject: true });
  const marks = sharpEdges({ width: info.width, height: info.height, data: new Uint8ClampedArray(data) });
  let count = 0;
  for (let i = 3; i < marks.data.length; i += 4) if ((marks.data[i] as number) > 0) count++;
  return count;
}

test('edges that are in focus are marked all along, those out of focus are not', async () => {
  // A circle of radius 30 is 188 pixels around, and a step in brightness is seen from both its sides.
  const around = await marked(0);
  expect(around).toBeGreaterThan(188);
  expect(around).toBeLessThan(4 * 188);
  expect(await marked(6)).toBe(0);
});
