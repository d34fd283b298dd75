import type { Rect } from './size';

/** Reads parts of a decoded photo. */
export interface TileReader {
  /** Once there is room. */
  begin(): void;
  /** The pixels of a part, and whatever is behind them; lent until the next is read. Places beyond the edges read as the edge. */
  read(part: Rect): Int16Array;
}
