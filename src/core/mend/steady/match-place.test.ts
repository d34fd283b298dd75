import sharp from 'sharp';
import { expect, test } from 'vitest';
import { detailOf, type DetailPicture } from './detail-picture';
import { matchPlace, placedReference, type PlacedReference } from './match-place';
import { errors, paper, shoot, soft, textured, TRUTHS, type Paint } from './random-shots';
import { STILL, type Similarity } from './similarity';

const seen = (shot: Parameters<typeof shoot>[0]): DetailPicture => detailOf(shoot(shot));

const found = (photo: DetailPicture, reference: PlacedReference): Similarity => {
  const match = matchPlace(photo, reference);
  if (!match.ok) throw new Error(match.problem);
  return match.value.similarity;
};
const middleOf = (values: readonly number[]): number =>
  values.toSorted((a, b) => a - b)[values.length >> 1] as number;

/** Pixels of pictures 960 wide, and degrees, that what is found may be off by. */
interface Bounds {
  readonly middle: number;
  readonly worst: number;
  readonly corners: number;
  readonly turn: number;
}

const SETS: readonly (readonly [name: string, set: Paint, grain: number, bounds: Bounds])[] = [
  ['with texture', textured, 2.5, { middle: 0.03, worst: 0.1, corners: 0.3, turn: 0.005 }],
  ['of little contrast, with double grain', soft, 5, { middle: 0.1, worst: 0.3, corners: 0.5, turn: 0.02 }],
  ['of cut paper', paper, 2.5, { middle: 0.1, worst: 0.3, corners: 0.5, turn: 0.02 }],
];

test.each(SETS)(
  'what was moved, turned and made larger is found in a set %s, whatever moves in front of it',
  (_, set, grain, bounds) => {
    const reach = set === paper ? 160 : 250;
    const subject = { x: 330, y: 400, reach };
    const reference = placedReference(seen({ set, at: STILL, subject, grain, seed: 1 }));
    const all = TRUTHS.map((at, i) => {
      const moved = { x: 380 + 30 * i, y: 420 - 20 * i, reach };
      return errors(found(seen({ set, at, subject: moved, gain: 1.1, grain, seed: i + 2 }), reference), at);
    });
    expect(middleOf(all.map(([off]) => off))).toBeLessThanOrEqual(bounds.middle);
    expect(Math.max(...all.map(([off]) => off))).toBeLessThanOrEqual(bounds.worst);
    expect(Math.max(...all.map(([, corners]) => corners))).toBeLessThanOrEqual(bounds.corners);
    expect(middleOf(all.map(([, , turn]) => turn))).toBeLessThanOrEqual(bounds.turn);
  },
);

test('a plain set that stood still is not moved after the only subject, a horizon or parallel lines in it', () => {
  const horizon: Paint = (_, y) => (y > 560 ? 60 : 170);
  const lines: Paint = (_, y) => (y > 560 || y < 120 ? 60 : 170);
  const puppet: Paint = (x, y) => (Math.hypot(x - 400, y - 400) < 150 ? 60 : 170);
  const large: Paint = (x, y) => (Math.hypot(x - 400, y - 400) < 200 ? 60 : 170);
  const moved =
    (set: Paint): Paint =>
    (x, y) =>
      set(x - 9, y);
  for (const set of [puppet, large, horizon, lines])
    for (const grain of [0, 2.5]) {
      const reference = placedReference(seen({ set, at: STILL, grain, seed: 1 }));
      const match = matchPlace(seen({ set: moved(set), at: STILL, grain, seed: 2 }), reference);
      expect(match.ok).toBe(false);
    }
});

test('by fewer places it is found to a fiftieth of a pixel in the middle of all, whatever was bumped', () => {
  const subject = { x: 330, y: 400, reach: 160 };
  const reference = placedReference(seen({ set: textured, at: STILL, subject, grain: 2.5, seed: 1 }));
  const bumps = [0, 0.4, -1.3, 2.6, -7.2].map((dx, i) => ({ ...STILL, dx, dy: 0.7 * dx - 0.2 * i }));
  const off = bumps.map((at, i) => {
    const photo = seen({ set: textured, at, subject: { ...subject, x: 340 }, grain: 2.5, seed: i + 2 });
    const match = matchPlace(photo, reference, { isFine: false });
    return match.ok ? errors(match.value.similarity, at)[0] : Infinity;
  });
  expect(middleOf(off)).toBeLessThan(0.02);
  expect(Math.max(...off)).toBeLessThan(0.06);
});

/** Out of focus, by the width of a bell curve in pixels. */
const FOCUS = 5.5;

test('a photo that is out of focus, on a stand that stood still, is left where it is; one that was moved is found to a pixel', async () => {
  const reference = placedReference(seen({ set: textured, at: STILL, grain: 2, seed: 1 }));
  const blurred = async (at: Similarity): Promise<DetailPicture> => {
    const { width, height, data } = shoot({ set: textured, at, grain: 2, seed: 2 });
    const opaque = data.map((value, i) => (i % 4 === 3 ? 255 : value));
    const raw = sharp(opaque, { raw: { width, height, channels: 4 } })
      .blur(FOCUS)
      .raw();
    return detailOf({ width, height, order: 'RGBA', data: await raw.toBuffer() });
  };
  expect(found(await blurred(STILL), reference)).toEqual(STILL);
  const moved = { ...STILL, dx: 9.3, dy: -4.6 };
  const [off] = errors(found(await blurred(moved), reference), moved);
  expect(off).toBeLessThan(1);
});

test('a photo of another set of the same film is not taken for one of this, though both are lit alike; one whose lamps went on is', async () => {
  const shown = async (name: string): Promise<DetailPicture> => {
    const raw = sharp(`demo/photos/${name}`).resize(960, 720).ensureAlpha().raw();
    const { data } = await raw.toBuffer({ resolveWithObject: true });
    return detailOf({ width: 960, height: 720, order: 'RGBA', data });
  };
  const reference = placedReference(await shown('PICT0412.JPG'));
  const match = async (name: string): Promise<boolean> => matchPlace(await shown(name), reference).ok;
  // The fair from afar, with its lamps off and on; and the booth from near by.
  expect(await Promise.all(['PICT0413.JPG', 'PICT0445.JPG'].map(match))).toEqual([true, true]);
  expect(await Promise.all(['PICT0446.JPG', 'PICT0459.JPG', 'PICT0480.JPG'].map(match))).toEqual([
    false,
    false,
    false,
  ]);
});

test('a photo in which there is nothing, or of another set, is told of', () => {
  const flat = seen({ set: () => 120, at: STILL, grain: 0, seed: 1 });
  const reference = seen({ set: textured, at: STILL, grain: 2, seed: 1 });
  const other = seen({ set: (x, y) => textured(x + 5000, y - 3000), at: STILL, grain: 2, seed: 2 });
  expect(
    matchPlace(reference, placedReference({ ...flat, data: new Float32Array(flat.data.length) })),
  ).toEqual({
    ok: false,
    problem: 'It has too little detail to steady by.',
  });
  expect(matchPlace(other, placedReference(reference))).toEqual({
    ok: false,
    problem: 'Too little of it stays still.',
  });
  expect(() =>
    matchPlace({ width: 4, height: 4, data: new Float32Array(16) }, placedReference(reference)),
  ).toThrow(RangeError);
});
