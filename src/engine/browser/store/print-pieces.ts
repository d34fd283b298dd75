import Joi from 'joi';
import type { EncodedPiece } from '../../ports/encode';
import type { KeptPieces } from '../../ports/kept-pieces';
import { isFull } from '../../faults/is-full';
import { pieceUses, printPieces } from './stores';

/** How much room pieces take, and when each was used last. */
interface PieceUse {
  readonly bytes: number;
  /** Milliseconds since 1970. */
  readonly used: number;
}

const bytes = Joi.object().instance(Uint8Array);

const pieceSchema = Joi.object({
  facts: Joi.object({ codecString: Joi.string().required(), description: bytes }).required(),
  isRepeated: Joi.boolean().required(),
  pictures: Joi.array()
    .items(Joi.object({ bytes: bytes.required(), isKey: Joi.boolean().required() }))
    .min(1)
    .required(),
}).required();

const useSchema = Joi.object({
  bytes: Joi.number().min(0).required(),
  used: Joi.number().required(),
}).required();

const sizeOf = ({ pictures }: EncodedPiece): number =>
  pictures.reduce((sum, picture) => sum + picture.bytes.length, 0);

async function uses(): Promise<ReadonlyMap<string, PieceUse>> {
  const found = new Map<string, PieceUse>();
  await pieceUses.iterate<unknown, undefined>((value, key) => {
    if (!useSchema.validate(value).error) found.set(key, value as PieceUse);
    return undefined;
  });
  return found;
}

/** Bytes that kept pieces take. */
export const bytesOfPieces = async (): Promise<number> =>
  [...(await uses()).values()].reduce((sum, each) => sum + each.bytes, 0);

/** Frees pieces, those used longest ago first, until they take so many bytes at most; gives how many were freed. */
export async function freePieces(most: number): Promise<number> {
  const all = [...(await uses())].sort(([, a], [, b]) => a.used - b.used);
  let left = all.reduce((sum, [, each]) => sum + each.bytes, 0);
  let freed = 0;
  for (const [key, each] of all) {
    if (left <= most) break;
    await printPieces.removeItem(key);
    await pieceUses.removeItem(key);
    left -= each.bytes;
    freed += each.bytes;
  }
  if (most === 0) await Promise.all([printPieces.clear(), pieceUses.clear()]);
  return freed;
}

/** Pieces that are kept in this browser, at most so many bytes of them. */
export class StoredPieces implements KeptPieces {
  readonly #most: number;
  #bytes: number | undefined;

  constructor(most: number) {
    this.#most = most;
  }

  async find(key: string): Promise<EncodedPiece | undefined> {
    const stored = await printPieces.getItem<unknown>(key).catch(() => undefined);
    if (pieceSchema.validate(stored, { convert: false }).error) return undefined;
    const piece = stored as EncodedPiece;
    await pieceUses.setItem(key, { bytes: sizeOf(piece), used: Date.now() }).catch(() => undefined);
    return piece;
  }

  async keep(key: string, piece: EncodedPiece): Promise<void> {
    const size = sizeOf(piece);
    if (size > this.#most) return;
    try {
      this.#bytes ??= await bytesOfPieces();
      if (this.#bytes + size > this.#most)
        this.#bytes -= await freePieces(Math.max(0, this.#most * 0.9 - size));
      await printPieces.setItem(key, piece);
      await pieceUses.setItem(key, { bytes: size, used: Date.now() });
      this.#bytes += size;
    } catch (error) {
      // They are the first to go where room is short.
      if (isFull(error)) await freePieces(0).catch(() => undefined);
      this.#bytes = undefined;
    }
  }
}
