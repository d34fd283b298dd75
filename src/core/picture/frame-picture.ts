import { toYCbCr } from './bt709';
import { fillPlain } from './fill-plain';
import { fillVector } from './fill-vector';
import type { FillJob } from './fill-job';
import { resampleKernel } from './kernel';
import { uprightWalk } from './orientation';
import { isSeeThrough } from './photo-reader';
import { colourOf, type Colour, type I420 } from './pixels';
import { planSource, type Recipe, type Source } from './recipe';
import { renderPicture } from './render-picture';
import { stretchOf, type Stretch } from './resample-straight';
import type { Size } from './size';
import { toI420 } from './to-i420';

/**
 * The picture of a recipe as a frame of a video, at the film's size or another: I420, BT.709 limited range, with the colour samples
 * sited at the left as BT.709 has them. The result is a new buffer that the caller owns.
 *
 * A photo without steps that fills whole pixels is resampled and converted in one pass, which gives the same bytes as the
 * general way, `toI420(renderPicture(…))`, in less than half the time.
 */
export const framePicture = (source: Source, recipe: Recipe, size: Size = recipe.film): I420 =>
  frameQuickly(source, recipe, size) ?? toI420(renderPicture(source, recipe, size));

/** The same in one pass, where the recipe allows that; undefined where it does not. `fill` is for tests. */
export function frameQuickly(
  source: Source,
  recipe: Recipe,
  size: Size = recipe.film,
  fill: (job: FillJob) => void = fillVector ?? fillPlain,
): I420 | undefined {
  const { background, paint, key, photoSteps, filmSteps } = recipe;
  if (paint || key || photoSteps.length + filmSteps.length > 0 || typeof background !== 'string')
    return undefined;
  const { isStraight, turn, turned, map } = planSource(source, recipe, size);
  if (!isStraight || isSeeThrough(source.pixels)) return undefined;
  const wide = stretchOf(turned.width, map[0], map[4], size.width);
  const tall = stretchOf(turned.height, map[3], map[5], size.height);
  if (!wide || !tall || !isWhole(wide) || !isWhole(tall)) return undefined;
  const { width, height } = source.pixels;
  const colour = colourOf(background);
  const frame = blank(size, colour);
  fill({
    pixels: source.pixels,
    frame,
    background: colour,
    target: { x: wide.from, y: tall.from, width: wide.to - wide.from, height: tall.to - tall.from },
    walk: uprightWalk(turn, width, height),
    across: resampleKernel(turned.width, wide.source, wide.span, wide.to - wide.from),
    down: resampleKernel(turned.height, tall.source, tall.span, tall.to - tall.from),
  });
  return frame;
}

/** Whether a stretch covers its pixels wholly, and pairs of them, which share their colour. */
const isWhole = ({ from, to, start, end }: Stretch): boolean =>
  start <= from && end >= to && from % 2 === 0 && to % 2 === 0;

function blank({ width, height }: Size, background: Colour): I420 {
  const data = new Uint8Array((width * height * 3) / 2);
  const [y, u, v] = toYCbCr(background);
  const luma = width * height;
  data.fill(y, 0, luma);
  data.fill(u, luma, luma + luma / 4);
  data.fill(v, luma + luma / 4);
  return { width, height, data };
}
