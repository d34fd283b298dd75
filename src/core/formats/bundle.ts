import {
  Inflate,
  strFromU8,
  Unzip,
  UnzipPassThrough,
  type AsyncFlateStreamHandler,
  type FlateError,
  type UnzipDecoder,
  type UnzipFile,
} from 'fflate';
import type { Film } from '../film/film';
import { filesOf } from '../film/photo-picture';
import { err, ok, type Result } from '../time/result';
import { crc32 } from './crc32';
import { filmDocument } from './film-document';
import { ToldError } from '../time/told-error';

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
  | { readonly kind: 'document'; readonly document: Result<unknown> }
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

/** Unpacks an entry until it is terminated: fflate's own goes on to the end, which may be a thousand times as far. */
class EntryInflate implements UnzipDecoder {
  static readonly compression = 8;
  ondata: AsyncFlateStreamHandler = () => undefined;
  #isOver = false;
  readonly #inflate = new Inflate((chunk, final) => {
    if (!this.#isOver) this.ondata(null, chunk, final);
  });

  push(piece: Uint8Array, final: boolean): void {
    if (this.#isOver) return;
    try {
      this.#inflate.push(piece, final);
    } catch (error) {
      this.terminate();
      this.ondata(error as FlateError, new Uint8Array(0), false);
    }
  }

  terminate(): void {
    this.#isOver = true;
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
 * Reads a `.kermis` file piece by piece; `push` gives the parts that a piece completes. Whoever reads the document says what to
 * `expect` before the next part is asked for: only what the film names is unpacked, and no more of it than the film says there is.
 */
export class BundleReader {
  readonly #unzip = new Unzip();
  readonly #parts: BundlePart[] = [];
  #error: Error | undefined;
  #head: Uint8Array = new Uint8Array(0);
  #entries = 0;
  #hasDocument = false;
  /** Files that came before it was said what to expect. */
  #early: UnzipFile[] = [];
  #isExpecting = false;
  /** Bytes of each file that is still awaited, by the place it lies in. */
  readonly #awaited = new Map<string, number>();

  constructor() {
    this.#unzip.register(UnzipPassThrough);
    this.#unzip.register(EntryInflate);
    this.#unzip.onfile = (file) => {
      this.#entries++;
      if (file.name === DOCUMENT) this.#readDocument(file, this.#entries === 1);
      else this.#readFile(file);
    };
  }

  #fail(message: string): void {
    this.#error ??= new ToldError(message);
  }

  #readDocument(file: UnzipFile, isFirst: boolean): void {
    if (this.#hasDocument) return this.#fail('It holds more than one film.');
    this.#hasDocument = true;
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
      const document = intact
        ? parseDocument(bytes)
        : err('Its film.json is damaged: its checksum is not right.');
      this.#parts.push({ kind: 'document', document });
    };
    file.start();
  }

  /** From here on the files of a film are unpacked: the one that the document was read as. */
  expect({ photos, sounds }: Pick<Film, 'photos' | 'sounds'>): void {
    for (const { hash, bytes } of filesOf(photos).values()) this.#awaited.set(photoEntry(hash), bytes);
    for (const { hash, bytes } of sounds) this.#awaited.set(soundEntry(hash), bytes);
    this.#isExpecting = true;
    for (const file of this.#early) this.#readFile(file);
    this.#early = [];
  }

  #readFile(file: UnzipFile): void {
    if (this.#hasDocument && !this.#isExpecting) return void this.#early.push(file);
    const bytes = this.#awaited.get(file.name);
    if (bytes === undefined) return passOver(file);
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
      // Reading one part may complete another: `expect` starts files of the same piece.
      for (let part = this.#parts.shift(); part; part = this.#parts.shift()) yield part;
      if (this.#error) throw this.#error;
    }
  }
}

/** Lets an entry go by: what is not begun is held in memory. */
function passOver(file: UnzipFile): void {
  if (file.compression !== 0 && file.compression !== EntryInflate.compression) return;
  file.ondata = () => undefined;
  file.start();
  file.terminate();
}

function parseDocument(bytes: Uint8Array): Result<unknown> {
  try {
    return ok(JSON.parse(strFromU8(bytes)));
  } catch {
    return err('This is not a film that Kermis can read: its film.json is damaged.');
  }
}
