import { createCanvas } from '@napi-rs/canvas';
import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { scaling } from '../affine';
import { randomPixels, scaledRecipe } from '../random-recipes';
import { recipeKey, type Recipe, type Source } from '../recipe';
import { renderPicture } from '../render-picture';
import type { Paint } from './paint';
import { COVERED, StrokeCover } from './stroke-cover';
import type { PaintedStroke, StrokePath } from './stroke';

const SIZE = { width: 240, height: 180 };
const PARTS = scaling(1 / SIZE.width, 1 / SIZE.height);

/** All that a stroke covers, pixel by pixel, 0 to 1. */
function coverOf(path: StrokePath): Float64Array {
  const cover = new StrokeCover(path, SIZE, PARTS);
  const row = new Uint16Array(SIZE.width);
  const all = new Float64Array(SIZE.width * SIZE.height);
  for (let y = 0; y < SIZE.height; y++) {
    cover.row(y, 0, SIZE.width, row);
    row.forEach((each, x) => (all[y * SIZE.width + x] = each / COVERED));
  }
  return all;
}

const at = (x: number, y: number, part = 1): number[] => [x / SIZE.width, y / SIZE.height, part];
const brush = (points: number[], width: number, softness = 0): StrokePath => ({
  ...{ shape: 'brush', points, softness },
  size: width / SIZE.width,
});

/** The reference is drawn so much larger, and averaged: its own edges are drawn in coarse steps. */
const FINER = 4;

/** The alpha of what is drawn with a reference rasteriser (Skia), 0 to 1. */
function reference(
  draw: (context: ReturnType<ReturnType<typeof createCanvas>['getContext']>) => void,
): Float64Array {
  const [across, down] = [SIZE.width * FINER, SIZE.height * FINER];
  const context = createCanvas(across, down).getContext('2d');
  context.scale(FINER, FINER);
  draw(context);
  const { data } = context.getImageData(0, 0, across, down);
  const all = new Float64Array(SIZE.width * SIZE.height);
  for (let y = 0; y < down; y++) {
    const row = Math.floor(y / FINER) * SIZE.width;
    for (let x = 0; x < across; x++) {
      const at = row + Math.floor(x / FINER);
      all[at] = (all[at] as number) + (data[4 * (y * across + x) + 3] as number) / (255 * FINER * FINER);
    }
  }
  return all;
}

/** How much of what either covers only one does, as a part of the reference's area. */
function apart(one: Float64Array, other: Float64Array): number {
  const area = other.reduce((sum, each) => sum + each, 0);
  return one.reduce((sum, each, i) => sum + Math.abs(each - (other[i] as number)), 0) / area;
}

describe('what a stroke covers', () => {
  test('is what Skia draws as a line with round ends, wherever it lies and however wide, to 1 % of its area', () => {
    const places = fc.array(fc.tuple(fc.integer({ min: 30, max: 210 }), fc.integer({ min: 30, max: 150 })), {
      minLength: 2,
      maxLength: 5,
    });
    fc.assert(
      fc.property(places, fc.integer({ min: 10, max: 60 }), (list, width) => {
        const wanted = reference((context) => {
          context.lineWidth = width;
          context.lineCap = 'round';
          context.lineJoin = 'round';
          context.beginPath();
          for (const [x, y] of list) context.lineTo(x, y);
          // A place by itself is a point.
          context.lineTo(list.at(-1)?.[0] ?? 0, (list.at(-1)?.[1] ?? 0) + 0.001);
          context.stroke();
        });
        expect(
          apart(
            coverOf(
              brush(
                list.flatMap(([x, y]) => at(x, y)),
                width,
              ),
            ),
            wanted,
          ),
        ).toBeLessThan(0.01);
      }),
      { numRuns: 60 },
    );
  });

  test('a wire thinner than a pixel covers as much as it is wide', () => {
    const cover = coverOf(brush([...at(20, 20.5), ...at(220, 20.5)], 0.4));
    const column = Array.from({ length: SIZE.height }, (_, y) => cover[y * SIZE.width + 100] ?? 0);
    expect(column.reduce((sum, each) => sum + each, 0)).toBeCloseTo(0.4, 1);
  });

  test('an outline that crosses itself is filled as Skia fills it by winding, and nothing inside is left out', () => {
    const star = [0, 2, 4, 1, 3].map((k) => (k * 2 * Math.PI) / 5);
    const places = star.map((turn) => [120 + 70 * Math.sin(turn), 90 - 70 * Math.cos(turn)] as const);
    const wanted = reference((context) => {
      context.beginPath();
      for (const [x, y] of places) context.lineTo(x, y);
      context.fill('nonzero');
    });
    const points = places.flatMap(([x, y]) => at(x, y));
    const path: StrokePath = { shape: 'fill', points, size: 0.01, softness: 0 };
    expect(apart(coverOf(path), wanted)).toBeLessThan(0.02);
    // What is kept and what is filled are all there is.
    const kept = coverOf({ ...path, shape: 'keep' });
    expect(coverOf(path).every((each, i) => Math.abs(each + (kept[i] as number) - 1) < 1e-9)).toBe(true);
  });

  test('pressure makes it thinner, softness fades it from the edge inwards, an outline of two places covers nothing', () => {
    const middle = (path: StrokePath): number[] => {
      const cover = coverOf(path);
      return Array.from({ length: 60 }, (_, i) => cover[(60 + i) * SIZE.width + 120] ?? 0);
    };
    const pressed = middle(brush([...at(20, 90, 0.5), ...at(220, 90, 0.5)], 40));
    expect(pressed.filter((each) => each === 1)).toHaveLength(20);
    const soft = middle(brush([...at(20, 90), ...at(220, 90)], 40, 1));
    expect(soft[30]).toBeGreaterThan(0.95);
    expect(soft[20]).toBeCloseTo(0.5, 1);
    expect(soft[9]).toBe(0);
    const two: StrokePath = { shape: 'keep', points: [...at(20, 20), ...at(60, 60)], size: 0.1, softness: 0 };
    expect(coverOf(two).every((each) => each === 0)).toBe(true);
  });
});

const PHOTO = { width: 90, height: 60 };
const film = { width: 90, height: 60 };
const file = { ...PHOTO, hash: 'a'.repeat(64), type: 'image/png', orientation: 1 } as const;
const plate = { ...file, hash: 'b'.repeat(64) };

const recipeWith = (strokes: readonly PaintedStroke[], map = scaling(1, 1)): Recipe => {
  const paint: Paint = { pictures: [{ file: plate, map }], strokes };
  return { ...scaledRecipe(PHOTO, film), file, paint };
};
const source: Source = {
  ...{ pixels: randomPixels(90, 60, 'RGBX', 1), orientation: 1 },
  painted: [{ pixels: randomPixels(90, 60, 'BGRX', 2), orientation: 1 }],
};
const other: Source = source.painted?.[0] as Source;
const line: PaintedStroke = {
  ...{ shape: 'brush', points: [0.2, 0.5, 1, 0.8, 0.5, 1], size: 0.2, softness: 0, from: 0 },
};

describe('what is painted', () => {
  test('inside a stroke the plate, moved by whole pixels, is there to the byte; outside not one byte is changed', () => {
    const plain = renderPicture(source, { ...scaledRecipe(PHOTO, film), file }, film).data;
    const shifted = renderPicture(other, { ...scaledRecipe(PHOTO, film), file: plate }, film).data;
    const made = renderPicture(source, recipeWith([line], [1, 0, 0, 1, 3, 2]), film).data;
    const cover = new StrokeCover(line, PHOTO, scaling(1 / 90, 1 / 60));
    const row = new Uint16Array(90);
    let [inside, outside] = [0, 0];
    for (let y = 0; y < 60; y++) {
      cover.row(y, 0, 90, row);
      for (let x = 0; x < 90; x++)
        for (let c = 0; c < 3; c++) {
          const [here, there] = [(y * 90 + x) * 4 + c, ((y + 2) * 90 + x + 3) * 4 + c];
          if (row[x] === 0 && ++outside) expect(made[here]).toBe(plain[here]);
          else if (row[x] === COVERED && ++inside) expect(made[here]).toBe(shifted[there]);
        }
    }
    expect(inside).toBeGreaterThan(1000);
    expect(outside).toBeGreaterThan(1000);
  });

  test('painted back, the photo is as it came', () => {
    const back = { ...line, from: undefined, size: 0.4 };
    const plain = renderPicture(source, { ...scaledRecipe(PHOTO, film), file }, film).data;
    const made = renderPicture(source, recipeWith([line, back]), film).data;
    expect(Buffer.from(made).equals(Buffer.from(plain))).toBe(true);
  });

  test('a picture without the one that is painted in says so; a stroke changes the key of its recipe', () => {
    const { pixels, orientation } = source;
    expect(() => renderPicture({ pixels, orientation }, recipeWith([line]), film)).toThrow(/painted in/);
    const keys = [[], [line], [{ ...line, softness: 0.1 }], [line, line]].map((each) =>
      recipeKey(recipeWith(each)),
    );
    expect(new Set(keys).size).toBe(4);
    expect(recipeKey(recipeWith([{ ...line }]))).toBe(keys[1]);
  });
});
