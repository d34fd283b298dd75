import { strFromU8, Unzip, UnzipInflate, UnzipPassThrough } from 'fflate';
import type { Film } from '../film/film';
import { failed, type Parsed } from '../time/parsed';
import { filmDocument, readFilmDocument } from './film-document';

/** Name of the film document within a `.kermis` file. */
export const DOCUMENT = 'film.json';
const PHOTOS = 'photos/';
const SOUNDS = 'sounds/';

/** The largest film document that is read, in bytes: room for a hundred thousand poses. */
const LARGEST_DOCUMENT = 64 * 1024 * 1024;

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
  | { readonly kind: 'film'; readonly film: Parsed<Film> }
  | { readonly kind: 'photo' | 'sound'; readonly hash: string; readonly bytes: Uint8Array<ArrayBuffer> };

const join = (chunks: readonly Uint8Array[]): Uint8Array<ArrayBuffer> => {
  const whole = new Uint8Array(chunks.reduce((sum, chunk) => sum + chunk.length, 0));
  let at = 0;
  for (const chunk of chunks) {
    whole.set(chunk, at);
    at += chunk.length;
  }
  return whole;
};

const parseDocument = (bytes: Uint8Array): Parsed<Film> => {
  if (bytes.length > LARGEST_DOCUMENT) return failed('This film is larger than Kermis can read.');
  try {
    return readFilmDocument(JSON.parse(strFromU8(bytes)));
  } catch {
    return failed('This is not a film that Kermis can read: its film.json is damaged.');
  }
};

/** Reads a `.kermis` file piece by piece; `push` gives the parts that a piece completes. */
export class BundleReader {
  readonly #unzip = new Unzip();
  #parts: BundlePart[] = [];
  #error: Error | undefined;

  constructor() {
    this.#unzip.register(UnzipPassThrough);
    this.#unzip.register(UnzipInflate);
    this.#unzip.onfile = (file) => {
      const [, folder, hash] = /^(photos|sounds)\/([0-9a-f]{64})$/.exec(file.name) ?? [];
      if (file.name !== DOCUMENT && !hash) return;
      const chunks: Uint8Array[] = [];
      file.ondata = (error, chunk, final) => {
        if (error) {
          this.#error = error;
          return;
        }
        chunks.push(chunk);
        if (!final) return;
        const bytes = join(chunks);
        this.#parts.push(
          hash
            ? { kind: folder === 'sounds' ? 'sound' : 'photo', hash, bytes }
            : { kind: 'film', film: parseDocument(bytes) },
        );
      };
      file.start();
    };
  }

  /**
   * Takes the next piece of the file.
   * @throws Error when the archive is damaged.
   */
  push(piece: Uint8Array, last = false): BundlePart[] {
    this.#unzip.push(piece, last);
    if (this.#error) throw this.#error;
    const parts = this.#parts;
    this.#parts = [];
    return parts;
  }
}
