import type { Rect } from '../../picture/size';
import { boundsOfMarks, boundsOfRings } from './marks-at';
import { MARK_BOUNDS, type Mark, type Erased } from '../../picture/drawn/mark';
import { MarkCover } from '../../picture/drawn/mark-cover';
import { erasedRing } from '../../picture/drawn/mark-rings';
import { ALL, RingsCover } from '../../picture/drawn/rings-cover';
import { err, ok, type Result } from '../../time/result';

/** What an eraser does to marks. */
export interface Erasure {
  /** Those of which nothing is left. */
  readonly gone: readonly Mark[];
  readonly changed: readonly { readonly mark: Mark; readonly erased: readonly Erased[] }[];
}

/** The longest side of a picture that what is left of a mark is looked for in, in pixels. */
const LOOKED_AT = 400;
const IDENTITY = [1, 0, 0, 1, 0, 0] as const;

/** Whether two rectangles have anything in common. */
const meet = (a: Rect, b: Rect): boolean =>
  a.x < b.x + b.width && b.x < a.x + a.width && a.y < b.y + b.height && b.y < a.y + a.height;

/** A rectangle that a mark does not reach out of: quick to find, and never too small. */
function reachOf(mark: Mark): Rect {
  const [all, stride] = mark.kind === 'area' ? [mark.rings.flat(), 2] : [mark.points, 3];
  // Of an ellipse what lies on the other side of its middle, too.
  let [left, right, top, bottom] = [Infinity, -Infinity, Infinity, -Infinity];
  for (let i = 0; i + 1 < all.length; i += stride) {
    const [x, y] = [all[i] as number, all[i + 1] as number];
    [left, right, top, bottom] = [
      Math.min(left, x),
      Math.max(right, x),
      Math.min(top, y),
      Math.max(bottom, y),
    ];
  }
  const around =
    mark.kind === 'area'
      ? 0
      : mark.kind === 'ellipse'
        ? mark.width + right - left + bottom - top
        : mark.width;
  return {
    x: left - around,
    y: top - around,
    width: right - left + 2 * around,
    height: bottom - top + 2 * around,
  };
}

/** How much of a mark an eraser takes, in parts of one of its pixels, and how much is left with it. */
function takenOf(
  mark: Mark,
  eraser: Float64Array,
  around: Rect,
): { readonly taken: number; readonly left: number } {
  // Most lie elsewhere.
  if (!meet(reachOf(mark), around)) return { taken: 0, left: 0 };
  const bounds = boundsOfMarks([mark], IDENTITY);
  if (!bounds || !meet(bounds, around)) return { taken: 0, left: 0 };
  const scale = Math.min(1, LOOKED_AT / Math.max(bounds.width, bounds.height, 1));
  const size = { width: Math.ceil(bounds.width * scale) + 2, height: Math.ceil(bounds.height * scale) + 2 };
  const map = [scale, 0, 0, scale, 1 - bounds.x * scale, 1 - bounds.y * scale] as const;
  const cover = new MarkCover(mark, map, size);
  const now = new RingsCover([eraser], map, size);
  const [row, gone] = [new Uint16Array(size.width), new Uint16Array(size.width)];
  let [taken, left] = [0, 0];
  for (let y = cover.top; y < cover.bottom; y++) {
    const { from, to } = cover.row(y, row);
    gone.fill(0);
    now.row(y, gone);
    for (let x = from; x < to; x++) {
      const part = (row[x] as number) / ALL;
      const off = (gone[x] as number) / ALL;
      taken += part * off;
      left += part * (1 - off);
    }
  }
  return { taken, left };
}

/** Less than so many pixels of a mark are as good as nothing. */
const NOTHING = 0.5;

/** What an eraser, in pixels of the drawing, does to its marks: it is kept with each that it takes something of, and moves with it. */
export function eraseFrom(marks: readonly Mark[], eraser: Erased): Result<Erasure> {
  const ring = erasedRing(eraser);
  const around = boundsOfRings([ring], IDENTITY);
  if (!around) return ok({ gone: [], changed: [] });
  const gone: Mark[] = [];
  const changed: { mark: Mark; erased: readonly Erased[] }[] = [];
  for (const mark of marks) {
    const { taken, left } = takenOf(mark, ring, around);
    if (taken < NOTHING / 10) continue;
    const erased = [...(mark.erased ?? []), eraser];
    if (left < NOTHING) gone.push(mark);
    else if (erased.length > MARK_BOUNDS.erased)
      return err(`A mark here was erased ${MARK_BOUNDS.erased} times, the most. Delete it and draw it anew.`);
    else changed.push({ mark, erased });
  }
  return ok({ gone, changed });
}
