import { createCanvas, Path2D } from '@napi-rs/canvas';
import fc from 'fast-check';
import sharp from 'sharp';
import { expect, test } from 'vitest';
import type { Pixels } from '../../picture/pixels';
import {
  LIMBS,
  movePuppet,
  partAt,
  pullPart,
  puppetShapes,
  SET,
  STANDING,
  turnLimb,
  type Limb,
  type Puppet,
} from './puppet';
import { SET_SHAPES } from './set-shapes';
import { grainTile, lightOfPicture } from './shot-light';
import { codeShapes, readStateCode } from './state-code';

/** The set with its puppet as a photo of some width, with flicker and grain, as a JPEG. */
function shoot(puppet: Puppet, width: number, number: number): Promise<Buffer> {
  const scale = width / SET.width;
  const height = Math.round(SET.height * scale);
  const canvas = createCanvas(width, height);
  const pen = canvas.getContext('2d');
  for (const { path, fill, map } of [...SET_SHAPES, ...puppetShapes(puppet), ...codeShapes(puppet)]) {
    pen.setTransform(scale, 0, 0, scale, 0, 0);
    pen.transform(...map);
    pen.fillStyle = fill;
    pen.fill(new Path2D(path));
  }
  const { data } = pen.getImageData(0, 0, width, height);
  const pixels = Uint8ClampedArray.from(data);
  const { side, data: grain } = grainTile(number + 1);
  const light = lightOfPicture(number);
  for (let i = 0; i < pixels.length; i++) {
    const pixel = i >> 2;
    const at = 4 * (side * (Math.floor(pixel / width) % side) + ((pixel % width) % side));
    const part = (grain[at + 3] as number) / 255;
    const lit = Math.min(255, (pixels[i] as number) * light);
    pixels[i] = i % 4 === 3 ? 255 : lit * (1 - part) + (grain[at] as number) * part;
  }
  return sharp(pixels, { raw: { width, height, channels: 4 } })
    .removeAlpha()
    .jpeg({ quality: 90 })
    .toBuffer();
}

async function read(jpeg: Buffer): Promise<Pixels> {
  const { data, info } = await sharp(jpeg).ensureAlpha().raw().toBuffer({ resolveWithObject: true });
  return { width: info.width, height: info.height, order: 'RGBA', data };
}

/** Anything that hands may do to the puppet. */
const handled = fc
  .array(
    fc.tuple(
      fc.constantFrom<'place' | Limb>('place', ...LIMBS),
      fc.double({ min: -400, max: 400, noNaN: true }),
      fc.double({ min: -400, max: 400, noNaN: true }),
    ),
    { maxLength: 12 },
  )
  .map((hands) =>
    hands.reduce(
      (puppet, [what, a, b]) => (what === 'place' ? movePuppet(puppet, a, b) : turnLimb(puppet, what, a)),
      STANDING,
    ),
  );

test('however the puppet stands, a photo of it tells how, after flicker, grain and JPEG, small and large', async () => {
  await fc.assert(
    fc.asyncProperty(
      handled,
      fc.constantFrom(640, 1280, 1920),
      fc.nat(500),
      async (puppet, width, number) => {
        expect(readStateCode(await read(await shoot(puppet, width, number)))).toEqual({
          ok: true,
          value: puppet,
        });
      },
    ),
    { numRuns: 20 },
  );
  const other = await sharp({ create: { width: 640, height: 360, channels: 3, background: '#777' } })
    .jpeg()
    .toBuffer();
  expect(readStateCode(await read(other)).ok).toBe(false);
});

test('what is taken hold of is what is seen there; a limb follows the hand about its joint, the body takes all along', () => {
  const foot = [STANDING.x + 42, STANDING.y + 280] as const;
  expect(partAt(STANDING, ...foot)).toBe('rightLeg');
  expect(partAt(STANDING, STANDING.x, STANDING.y)).toBe('body');
  expect(partAt(STANDING, STANDING.x, STANDING.y - 230)).toBe('head');
  expect(partAt(STANDING, 1800, 100)).toBeUndefined();
  const aside = [foot[0] + 60, foot[1] - 20] as const;
  const kicked = pullPart(STANDING, 'rightLeg', foot, aside);
  expect(kicked.turns.rightLeg).toBeLessThan(STANDING.turns.rightLeg);
  expect(partAt(kicked, ...aside)).toBe('rightLeg');
  expect(pullPart(STANDING, 'body', [0, 0], [31, -7])).toMatchObject({
    x: STANDING.x + 31,
    y: STANDING.y - 7,
  });
  expect(movePuppet(STANDING, -9999, 0).x).toBeGreaterThan(0);
  expect(turnLimb(STANDING, 'head', 500).turns.head).toBe(60);
});
