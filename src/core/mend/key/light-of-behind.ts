import type { Affine } from '../../picture/affine';
import type { KeyCut } from '../../picture/key/key-cut';
import type { Pixels } from '../../picture/pixels';
import { evenChange, type LightChange } from '../../picture/steps/light-change';
import { err, ok, type Result } from '../../time/result';
import { lightOf } from '../light-picture';
import { matteOfPixels } from './matte-of-pixels';

/** Of the matte's 255: what is surely the subject. */
const SUBJECT = 250;
/** A subject is seen in so many pixels at least. */
const FEWEST = 200;
/** Black is endlessly dark: light below this counts as this. */
const DARKEST = 0.002;
/** How much of a difference in colour is matched: a subject has colours of its own. */
const COLOUR = 0.5;
const MOST_STOPS = 3;

/** The mean of the logarithm of light, in stops, of each channel, over pixels that count. */
function meanStops(light: Float32Array, counts: (i: number) => boolean): readonly number[] | undefined {
  const sums = [0, 0, 0];
  let count = 0;
  for (let i = 0; i * 3 < light.length; i++) {
    if (!counts(i)) continue;
    count++;
    for (let c = 0; c < 3; c++)
      sums[c] = (sums[c] as number) + Math.log2(Math.max(DARKEST, light[i * 3 + c] as number));
  }
  return count < FEWEST ? undefined : sums.map((sum) => sum / count);
}

/**
 * What brings the light of a picture that stands behind to that of a subject before it: as bright in the mean of its logarithm, and half as
 * far in colour. Both are `lit` as their mends have them; the photo itself, which is cut out, is as it came. `toParts` leads from its pixels to parts of it.
 */
export function lightOfBehind(
  own: Pixels,
  toParts: Affine,
  cut: KeyCut,
  lit: { readonly own: Pixels; readonly behind: Pixels },
): Result<LightChange> {
  const { alpha } = matteOfPixels(own, toParts, cut);
  const subject = meanStops(lightOf(lit.own).data, (i) => (alpha[i] as number) >= SUBJECT);
  const other = meanStops(lightOf(lit.behind).data, () => true);
  if (!subject || !other) return err('There is no subject in this photo whose light could be matched.');
  const apart = subject.map((each, c) => each - (other[c] as number));
  const mean = 0.2126 * (apart[0] as number) + 0.7152 * (apart[1] as number) + 0.0722 * (apart[2] as number);
  const even = evenChange(0);
  const stops = apart.map((each) =>
    Math.min(MOST_STOPS, Math.max(-MOST_STOPS, mean + COLOUR * (each - mean))),
  );
  return ok(even.map((channel, c) => ({ ...channel, stops: stops[c] as number })) as unknown as LightChange);
}
