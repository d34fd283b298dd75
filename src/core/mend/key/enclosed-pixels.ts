import type { KeyFacts } from '../../picture/key/key-facts';
import { partsOf } from '../../picture/key/small-parts';
import { renderPlain } from '../../picture/render-plain';
import type { Size } from '../../picture/size';

/** See-through by half. */
const HALF = 128;

/** Pixels that go though the subject is all around them. */
export function enclosedPixels(facts: KeyFacts, size: Size): number {
  const { stretches, sizes } = partsOf(renderPlain, facts, size, { least: 0, most: HALF - 1 });
  const { from, to, row } = stretches;
  const outside = new Set<number>();
  for (let i = 0; i < from.length; i++)
    if (from[i] === 0 || to[i] === size.width || row[i] === 0 || row[i] === size.height - 1)
      outside.add(stretches.first(i));
  let pixels = 0;
  sizes.forEach((count, part) => {
    if (!outside.has(part)) pixels += count;
  });
  return pixels;
}
