import { colourOf, type Rgba } from './pixels';
import type { RenderCode } from './render-code';
import { renderPlain } from './render-plain';
import { renderVector } from './render-vector';
import { planSource, type Recipe, type Source } from './recipe';
import { SlantedLines } from './resample-slanted';
import { StraightLines } from './resample-straight';
import { RoomPlan } from './room-plan';
import type { Size } from './size';
import { doSteps } from './steps/step';
import { FINE_BITS, FULL } from './steps/tile';

/**
 * Makes the picture that a recipe describes, at a size: the film's own, or another of about its shape. The source may be of
 * any size too. The result is a new buffer, the caller's own. Pure, and the same bytes in a browser and in Node; both kinds
 * of `code` give the same.
 *
 * The photo's steps are done on its pixels, a tile at a time; then it is turned, placed and resampled once (cubic, in sRGB
 * values) and laid over the background; then the film's steps are done on the film's pixels, and only then are they rounded
 * to 8 bits.
 * @throws RangeError where the recipe names a background picture and the source has none.
 */
export function renderPicture(
  source: Source,
  recipe: Recipe,
  size: Size,
  code: RenderCode = renderVector ?? renderPlain,
): Rgba {
  const { width, height } = size;
  const behind = renderBackground(source, recipe, size, code);
  const plan = planSource(source, recipe, size);
  const room = new RoomPlan();
  const lines = plan.isStraight
    ? StraightLines.of(code, source, recipe, plan, size, room)
    : new SlantedLines(code, source, recipe, plan, size, room);
  // What is done by place is found at a place for many lines.
  const band = recipe.filmSteps.length > 0 ? Math.min(BAND, height) : 1;
  const bandRoom = room.takeNumbers(width * band * 4);
  const bytesRoom = room.take(width * band * 4);
  room.open(code);
  lines?.begin();
  const numbers = bandRoom();
  const bytes = bytesRoom();
  const plain = typeof behind === 'string' ? lineOf(behind, width) : undefined;
  const data = new Uint8ClampedArray(width * height * 4);
  for (let top = 0; top < height; top += band) {
    const rows = Math.min(band, height - top);
    if (typeof behind !== 'string') {
      bytes.set(behind.data.subarray(top * width * 4, (top + rows) * width * 4));
      code.widen(bytes, width * rows, false, true, numbers);
    }
    for (let row = 0; row < rows; row++) {
      const line = numbers.subarray(row * width * 4, (row + 1) * width * 4);
      if (plain) line.set(plain);
      lines?.layLine(top + row, line);
    }
    const place = [1 / width, 0, 0, 1 / height, 0, top / height] as const;
    const tile = { data: numbers.subarray(0, width * rows * 4), width, height: rows, place };
    doSteps(code, recipe.filmSteps, tile);
    code.toBytes(tile.data, width * rows, bytes);
    data.set(bytes.subarray(0, width * rows * 4), top * width * 4);
  }
  return { width, height, data };
}

/** Lines that the film's steps are done on together. */
const BAND = 16;

/** The background as a colour, or as the picture that the recipe names. */
function renderBackground(
  source: Source,
  { background }: Recipe,
  size: Size,
  code: RenderCode,
): string | Rgba {
  if (typeof background === 'string') return background;
  if (!source.background) throw new RangeError('The background of a picture is missing.');
  return renderPicture(source.background, background, size, code);
}

/** A line of one colour, as the numbers of a tile. */
function lineOf(hex: string, width: number): Int16Array {
  const [red, green, blue] = colourOf(hex).map((each) => each << FINE_BITS) as [number, number, number];
  const pixel = [red, green, blue, FULL];
  return Int16Array.from({ length: width * 4 }, (_, i) => pixel[i % 4] as number);
}
