import type { Affine } from '../affine';
import type { Size } from '../size';
import type { Mark } from './mark';
import { markRings } from './mark-rings';
import { ALL, ALL_BITS, RingsCover } from './rings-cover';

/** How much of each pixel of a picture a mark covers, without what is erased of it. */
export class MarkCover {
  readonly #cover: RingsCover;
  readonly #erased: readonly RingsCover[];
  readonly #gone: Uint16Array;

  /** `map` leads from pixels of the mark's drawing to those of the picture. */
  constructor(mark: Mark, map: Affine, size: Size) {
    const { rings, evenOdd, erased } = markRings(mark);
    this.#cover = new RingsCover(rings, map, size, evenOdd);
    this.#erased = erased.map((ring) => new RingsCover([ring], map, size));
    this.#gone = new Uint16Array(erased.length > 0 ? size.width : 0);
  }

  /** Rows within which it covers anything, the last not with them. */
  get top(): number {
    return this.#cover.top;
  }

  get bottom(): number {
    return this.#cover.bottom;
  }

  /** Fills in how much of the pixels of a row is covered, 0 to `ALL`, and tells in which stretch; what lies outside of it is not touched. */
  row(y: number, cover: Uint16Array): { readonly from: number; readonly to: number } {
    const stretch = this.#cover.row(y, cover);
    const gone = this.#gone;
    for (const each of this.#erased) {
      const { from, to } = each.row(y, gone);
      for (let x = Math.max(stretch.from, from); x < Math.min(stretch.to, to); x++)
        cover[x] = ((cover[x] as number) * (ALL - (gone[x] as number)) + ALL / 2) >> ALL_BITS;
    }
    return stretch;
  }
}
