import { strFromU8, Unzip, UnzipInflate, UnzipPassThrough, type UnzipFile } from 'fflate';
import type { Film } from '../film/film';
import { filesOf } from '../film/photo-picture';
import { err, ok, type Result } from '../time/result';
import { crc32 } from './crc32';
import { filmDocument } from './film-document';
import { openFilmDocument, type OpenedFilm } from './mend-document';

/** Name of the film document within a `.kermis` file. */
export const DOCUMENT = 'film.json';
const PHOTOS = 'photos/';
const SOUNDS = 'sounds/';

/** The largest film document that is read, in bytes: room for all that a film may hold. */
const LARGEST_DOCUMENT = 64 * 1024 * 1024;

/** Archives are read in pieces of this size at most: what is packed a thousand times over comes out bit by bit. */
const PIECE = 16 * 1024;

/**
 * A `.kermis` file is a ZIP archive (PKWARE APPNOTE 6.3.3): the document first, so that a reader can start with it,
 * then sounds and photos, stored without compression since they do not shrink.
 */
export const documentEntry = (film: Film): { readonly name: string; readonly text: string } => ({
  name: DOCUMENT,
  text: JSON.stringify(filmDocument(film)),
});

/** Name of a photo's file within the archive, by the hash of its bytes. */
export const photoEntry = (hash: string): string => `${PHOTOS}${hash}`;

export const soundEntry = (hash: string): string => `${SOUNDS}${hash}`;

/** What comes out of a `.kermis` file, in the order in which it lies there. */
export type BundlePart =
  | { readonly kind: 'film'; readonly film: Result<OpenedFilm> }
  | { readonly kind: 'photo' | 'sound'; readonly hash: string; readonly bytes: Uint8Array<ArrayBuffer> };

/** Takes the pieces of an entry, up to a size. */
class Collector {
  readonly #chunks: Uint8Array[] = [];
  readonly #most: number;
  length = 0;

  constructor(most: number) {
    this.#most = most;
  }

  /** False where there is more than there may be. */
  add(chunk: Uint8Array): boolean {
    this.length += chunk.length;
    if (this.length > this.#most) return false;
    this.#chunks.push(chunk);
    return true;
  }

  whole(): Uint8Array<ArrayBuffer> {
    const whole = new Uint8Array(this.length);
    let at = 0;
    for (const chunk of this.#chunks) {
      whole.set(chunk, at);
      at += chunk.length;
    }
    return whole;
  }
}

/** CRC-32 of the first entry by its local header (4.3.7); undefined where it stands behind the entry instead. */
function firstChecksum(head: Uint8Array): number | undefined {
  if (head.length < 30) return undefined;
  const view = new DataView(head.buffer, head.byteOffset, head.byteLength);
  const comesLater = (view.getUint16(6, true) & 8) !== 0;
  return view.getUint32(0, true) === 0x04034b50 && !comesLater ? view.getUint32(14, true) : undefined;
}

/**
 * Reads a `.kermis` file piece by piece; `push` gives the parts that a piece completes. Only what the film names is unpacked,
 * and no more of it than the film says there is.
 */
export class BundleReader {
  readonly #unzip = new Unzip();
  #parts: BundlePart[] = [];
  #error: Error | undefined;
  #head: Uint8Array = new Uint8Array(0);
  #entries = 0;
  #hasFilm = false;
  /** Bytes of each file that is still awaited, by the place it lies in. */
  readonly #awaited = new Map<string, number>();

  constructor() {
    this.#unzip.register(UnzipPassThrough);
    this.#unzip.register(UnzipInflate);
    this.#unzip.onfile = (file) => {
      this.#entries++;
      if (file.name === DOCUMENT) this.#readDocument(file, this.#entries === 1);
      else this.#readFile(file);
    };
  }

  #fail(message: string): void {
    this.#error ??= new Error(message);
  }

  #readDocument(file: UnzipFile, isFirst: boolean): void {
    if (this.#hasFilm) return this.#fail('It holds more than one film.');
    this.#hasFilm = true;
    const collector = new Collector(LARGEST_DOCUMENT);
    file.ondata = (error, chunk, final) => {
      if (this.#error) return;
      if (error) return this.#fail('Its film.json is damaged.');
      if (!collector.add(chunk)) {
        file.terminate();
        return this.#fail('It is larger than Kermis can read.');
      }
      if (!final) return;
      const bytes = collector.whole();
      const checksum = isFirst ? firstChecksum(this.#head) : undefined;
      const intact = checksum === undefined || checksum === crc32(bytes);
      const film = intact
        ? parseDocument(bytes)
        : err('Its film.json is damaged: its checksum is not right.');
      if (film.ok) this.#await(film.value.film);
      this.#parts.push({ kind: 'film', film });
    };
    file.start();
  }

  #await(film: Film): void {
    for (const { hash, bytes } of filesOf(film.photos).values()) this.#awaited.set(photoEntry(hash), bytes);
    for (const { hash, bytes } of film.sounds) this.#awaited.set(soundEntry(hash), bytes);
  }

  #readFile(file: UnzipFile): void {
    const bytes = this.#awaited.get(file.name);
    if (bytes === undefined) return;
    // Only once: what comes a second time is not looked at.
    this.#awaited.delete(file.name);
    const collector = new Collector(bytes);
    file.ondata = (error, chunk, final) => {
      // A file that is damaged or larger than it should be is missing, and is told of as that.
      if (error) return;
      if (!collector.add(chunk)) return file.terminate();
      if (!final || collector.length !== bytes) return;
      const [kind, hash] = file.name.startsWith(SOUNDS)
        ? (['sound', file.name.slice(SOUNDS.length)] as const)
        : (['photo', file.name.slice(PHOTOS.length)] as const);
      this.#parts.push({ kind, hash, bytes: collector.whole() });
    };
    file.start();
  }

  /**
   * Takes the next piece of the file.
   * @throws Error with a sentence when the archive is damaged or is no film.
   */
  *push(piece: Uint8Array, last = false): Generator<BundlePart> {
    if (this.#head.length < 30) this.#head = Uint8Array.from([...this.#head, ...piece.subarray(0, 30)]);
    for (let at = 0; at === 0 || at < piece.length; at += PIECE) {
      const end = at + PIECE;
      try {
        this.#unzip.push(piece.subarray(at, end), last && end >= piece.length);
      } catch {
        this.#fail('It is damaged or is not a Kermis film.');
      }
      const parts = this.#parts;
      this.#parts = [];
      yield* parts;
      if (this.#error) throw this.#error;
    }
  }
}

function parseDocument(bytes: Uint8Array): Result<OpenedFilm> {
  try {
    const opened = openFilmDocument(JSON.parse(strFromU8(bytes)));
    return opened.ok ? ok(opened.value) : opened;
  } catch {
    return err('This is not a film that Kermis can read: its film.json is damaged.');
  }
}
