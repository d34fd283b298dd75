import { blurred, gradientLines, lineOf, type Gradient } from './background';
import type { Pixels, Rgba } from './pixels';
import type { RenderCode } from './render-code';
import { renderPlain } from './render-plain';
import { renderVector } from './render-vector';
import { isPicture, planSource, recipeKey, type Recipe, type Source } from './recipe';
import { SlantedLines } from './resample-slanted';
import { StraightLines } from './resample-straight';
import { RoomPlan } from './room-plan';
import type { Size } from './size';
import { doSteps } from './steps/step';

/**
 * Makes the picture that a recipe describes, at a size: the film's own, or another of about its shape. The source may be of
 * any size too. The result is a new buffer, the caller's own. Pure, and the same bytes in a browser and in Node; both kinds
 * of `code` give the same.
 *
 * The photo's steps are done on its pixels, a tile at a time; then it is turned, placed and resampled once (cubic, in sRGB
 * values), laid over the background (in light where its subject was cut out); then the film's steps are done on the film's pixels, and only then are they rounded
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
  const layBehind = behindLines(behind, size);
  const data = new Uint8ClampedArray(width * height * 4);
  for (let top = 0; top < height; top += band) {
    const rows = Math.min(band, height - top);
    if (typeof behind !== 'string' && 'data' in behind) {
      bytes.set(behind.data.subarray(top * width * 4, (top + rows) * width * 4));
      code.widen(bytes, width * rows, false, true, numbers);
    }
    for (let row = 0; row < rows; row++) {
      const line = numbers.subarray(row * width * 4, (row + 1) * width * 4);
      layBehind?.(top + row, line);
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

/** Lays a line of what is behind that has no pixels of its own; undefined where it has. */
function behindLines(
  behind: string | Gradient | Rgba,
  size: Size,
): ((y: number, line: Int16Array) => void) | undefined {
  if (typeof behind !== 'string') return 'data' in behind ? undefined : gradientLines(behind, size);
  const plain = lineOf(behind, size.width);
  return (_, line) => line.set(plain);
}

/** Lines that the film's steps are done on together. */
const BAND = 16;

/** The background as a colour, a gradient, or as the picture that the recipe names. */
function renderBackground(
  source: Source,
  { background }: Recipe,
  size: Size,
  code: RenderCode,
): string | Gradient | Rgba {
  if (typeof background === 'string' || !isPicture(background)) return background;
  if (!source.background) throw new RangeError('The background of a picture is missing.');
  const { pixels } = source.background;
  const key = `${recipeKey(background)} ${size.width} ${size.height}`;
  // Poses of a run mostly have the same picture behind them.
  if (last?.key === key && last.pixels === pixels && last.code === code) return last.made;
  const sharp = renderPicture(source.background, background, size, code);
  const { blur = 0, film } = background;
  const made = blur > 0 ? blurred(sharp, (blur * size.width) / film.width) : sharp;
  last = { key, pixels, code, made };
  return made;
}

/** The background that was made last, of what. */
let last:
  | { readonly key: string; readonly pixels: Pixels; readonly code: RenderCode; readonly made: Rgba }
  | undefined;
