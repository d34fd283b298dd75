import type { EncodedPiece } from './encode';

/** Where encoded pieces are kept for the next print. */
export interface KeptPieces {
  /** A piece by its key; undefined where it is not kept. */
  find(key: string): Promise<EncodedPiece | undefined>;
  /** Keeps a piece. Never throws: what is not kept is made anew. */
  keep(key: string, piece: EncodedPiece): Promise<void>;
}
