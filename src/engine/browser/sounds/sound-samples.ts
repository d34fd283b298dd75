import type { Needed, ReadSound } from '../../../core/mix/mixer';
import { soundPieces } from '../store/stores';
import { PIECE, pieceKey, type SoundPiece } from '../store/sound-analysis';
import { ToldError } from '../../../core/time/told-error';

/** Pieces held at the same time: 24 of two channels are 92 MB. */
const MOST_HELD = 24;

const NOTHING: SoundPiece = { channels: [] };

/** Keys of the pieces that hold a part of a sound. */
function keysOf({ hash, from, to }: Needed): readonly string[] {
  const [first, last] = [Math.floor(from / PIECE), Math.floor((to - 1) / PIECE)];
  return Array.from({ length: last - first + 1 }, (_, i) => pieceKey(hash, first + i));
}

/** Samples of sounds out of the store; holds the pieces used last. */
export class SoundSamples {
  readonly #mostHeld: number;
  /** By key, the one used last at the end. */
  readonly #held = new Map<string, SoundPiece>();

  readonly #mustBeThere: boolean;

  /** Where samples `mustBeThere`, fetching what is not rejects; else it is silent. */
  constructor(mostHeld = MOST_HELD, mustBeThere = false) {
    this.#mostHeld = mostHeld;
    this.#mustBeThere = mustBeThere;
  }

  /** Whether all of a part of a sound can be read at once. */
  holds(needed: Needed): boolean {
    return keysOf(needed).every((key) => this.#held.has(key));
  }

  /** Fetches what is needed, so that it can be read at once. */
  async fetch(needed: readonly Needed[]): Promise<void> {
    const keys = new Set(needed.flatMap(keysOf));
    await Promise.all(
      [...keys].map(async (key) => {
        const piece = this.#held.get(key) ?? (await this.#fetchPiece(key));
        this.#held.delete(key);
        this.#held.set(key, piece);
      }),
    );
    for (const key of this.#held.keys()) {
      if (this.#held.size <= Math.max(this.#mostHeld, keys.size)) break;
      this.#held.delete(key);
    }
  }

  async #fetchPiece(key: string): Promise<SoundPiece> {
    const piece = await soundPieces.getItem<SoundPiece>(key);
    if (!piece && this.#mustBeThere) throw new ToldError('Samples of a sound are missing in this browser.');
    return piece ?? NOTHING;
  }

  readonly read: ReadSound = (hash, from, to) => {
    const parts: (readonly Float32Array[])[] = [];
    for (let at = from; at < to;) {
      const index = Math.floor(at / PIECE);
      const end = Math.min(to, (index + 1) * PIECE);
      const { channels } = this.#held.get(pieceKey(hash, index)) ?? NOTHING;
      parts.push(channels.map((samples) => samples.subarray(at - index * PIECE, end - index * PIECE)));
      at = end;
    }
    const [only] = parts;
    if (parts.length === 1 && only && (only[0]?.length ?? 0) === to - from) return only;
    const count = Math.max(0, ...parts.map((part) => part.length));
    return Array.from({ length: count }, (_, c) => {
      const whole = new Float32Array(to - from);
      let at = 0;
      for (const [i, part] of parts.entries()) {
        const samples = part[c] ?? part[0];
        if (samples) whole.set(samples, at);
        at +=
          Math.min(to, (Math.floor(from / PIECE) + i + 1) * PIECE) -
          Math.max(from, (Math.floor(from / PIECE) + i) * PIECE);
      }
      return whole;
    });
  };
}
