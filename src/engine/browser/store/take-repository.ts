import Joi from 'joi';
import { pinSchema } from '../../../core/film/film-schema';
import { pcm24, wavHead } from '../../../core/formats/wav';
import type { Pin } from '../../../core/film/sound';
import { SAMPLE_RATE } from '../../../core/time/frames';
import { takePieces, takes } from './stores';

/** A recording as it is kept, until it is thrown away. */
export interface Take {
  readonly id: string;
  readonly filmId: string;
  readonly name: string;
  /** Milliseconds since 1970. */
  readonly recordedAt: number;
  readonly channels: number;
  /** Samples at 48 kHz from its start until the moment that belongs to the film's frame where it was begun. */
  readonly lead: number;
  /** Ties its lead to that frame. */
  readonly pin: Pin;
  /** Length in samples; while it is recorded, and where that was cut off, what has been stored of it. */
  readonly samples: number;
  /** False while it is recorded: one that is found so was cut off. */
  readonly done: boolean;
}

const schema = Joi.object({
  id: Joi.string().max(64).required(),
  filmId: Joi.string().max(64).required(),
  name: Joi.string().max(1000).required(),
  recordedAt: Joi.number().required(),
  channels: Joi.number().integer().min(1).max(2).required(),
  lead: Joi.number().integer().required(),
  pin: pinSchema.required(),
  samples: Joi.number().integer().min(0).required(),
  done: Joi.boolean().required(),
});

const pieceKey = (id: string, index: number): string => `${id}.${String(index).padStart(6, '0')}`;

/** Bytes of a sample on one channel. */
const BYTES = 3;
/** Samples are stored this often: half a second. */
const PIECE = SAMPLE_RATE / 2;

async function piecesOf(id: string): Promise<readonly Uint8Array<ArrayBuffer>[]> {
  const pieces: Uint8Array<ArrayBuffer>[] = [];
  for (let i = 0; ; i++) {
    const piece = await takePieces.getItem<unknown>(pieceKey(id, i));
    if (!(piece instanceof Uint8Array)) return pieces;
    pieces.push(piece as Uint8Array<ArrayBuffer>);
  }
}

/** Stores a take as it is recorded, so that whatever happens at most the last half second is lost. */
export class TakeWriter {
  #take: Take;
  #waiting: Uint8Array<ArrayBuffer>[] = [];
  #waitingSamples = 0;
  #pieces = 0;
  #storing: Promise<unknown>;

  constructor(take: Take) {
    this.#take = take;
    this.#storing = takes.setItem(take.id, take);
  }

  get samples(): number {
    return this.#take.samples;
  }

  /** Takes samples in; rejects with the browser's error when what came before could not be stored. */
  async push(channels: readonly Float32Array[]): Promise<void> {
    const count = channels[0]?.length ?? 0;
    if (this.#take.samples === 0 && channels.length !== this.#take.channels)
      this.change({ channels: channels.length });
    this.#waiting.push(pcm24(channels));
    this.#waitingSamples += count;
    this.#take = { ...this.#take, samples: this.#take.samples + count };
    if (this.#waitingSamples >= PIECE) this.#store();
    await this.#storing;
  }

  /** Corrects what is known of the take. */
  change(known: Partial<Pick<Take, 'lead' | 'channels'>>): void {
    this.#take = { ...this.#take, ...known };
    this.#then(() => takes.setItem(this.#take.id, this.#take));
  }

  /** Stores the rest; gives the take as it is now. Rejects with the browser's error when it cannot be stored. */
  async finish(): Promise<Take> {
    this.#store();
    this.#take = { ...this.#take, done: true };
    this.#then(() => takes.setItem(this.#take.id, this.#take));
    await this.#storing;
    return this.#take;
  }

  #store(): void {
    if (this.#waitingSamples === 0) return;
    const piece = new Uint8Array(this.#waitingSamples * this.#take.channels * BYTES);
    let at = 0;
    for (const part of this.#waiting) {
      piece.set(part, at);
      at += part.length;
    }
    const key = pieceKey(this.#take.id, this.#pieces++);
    [this.#waiting, this.#waitingSamples] = [[], 0];
    this.#then(() => takePieces.setItem(key, piece));
  }

  #then(work: () => Promise<unknown>): void {
    this.#storing = this.#storing.then(work);
    // Who pushes or finishes is told; nobody else has to be.
    this.#storing.catch(() => undefined);
  }
}

/** The takes of a film, the one recorded last first; of those that were cut off, what was stored. */
export async function listTakes(filmId: string): Promise<readonly Take[]> {
  const found: Take[] = [];
  for (const key of await takes.keys()) {
    const read: Joi.ValidationResult<Take> = schema.validate(await takes.getItem<unknown>(key), {
      convert: false,
    });
    if (read.error || read.value.filmId !== filmId) continue;
    const take = read.value;
    if (take.done) found.push(take);
    else {
      const bytes = (await piecesOf(take.id)).reduce((sum, piece) => sum + piece.length, 0);
      found.push({ ...take, samples: bytes / BYTES / take.channels });
    }
  }
  return found.sort((a, b) => b.recordedAt - a.recordedAt);
}

/** Remembers that a take which was cut off has been told of. */
export const closeTake = async (take: Take): Promise<void> => {
  await takes.setItem(take.id, { ...take, done: true });
};

/** A take as the WAV file that it is. */
export async function takeFile({ id, name, channels }: Take): Promise<File> {
  const pieces = await piecesOf(id);
  const bytes = pieces.reduce((sum, piece) => sum + piece.length, 0);
  const samples = bytes / BYTES / channels;
  const head = wavHead({ channels, sampleRate: SAMPLE_RATE, samples });
  const pad = new Uint8Array(bytes % 2);
  return new File([head, ...pieces, pad], `${name}.wav`, { type: 'audio/wav' });
}

/** Removes a recording with all its pieces. */
export async function removeTake(id: string): Promise<void> {
  // The record goes last: pieces without one could not be found again.
  for (const key of await takePieces.keys()) if (key.startsWith(`${id}.`)) await takePieces.removeItem(key);
  await takes.removeItem(id);
}

/** Removes all recordings of a film. */
export async function removeTakesOf(filmId: string): Promise<void> {
  for (const { id } of await listTakes(filmId)) await removeTake(id);
}
