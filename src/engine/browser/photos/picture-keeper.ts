import { setItems } from '../store/set-items';
import { originals, previews, thumbnails } from '../store/stores';

/** What is kept of a picture file, under the hash of its bytes. */
export interface PictureRecord {
  readonly hash: string;
  /**
   * Made from the bytes that were read and hashed: a chosen file given to the store itself may be kept as a mere
   * reference, and be gone with the card. Undefined where it is stored already.
   */
  readonly original: Blob | undefined;
  readonly preview: Blob;
  readonly thumbnail: Uint8Array;
}

interface Waiting {
  readonly record: PictureRecord;
  readonly resolve: () => void;
  readonly reject: (error: unknown) => void;
}

/** So many pictures are stored together, or so many bytes of originals, or what came in so many milliseconds. */
const MOST = 4;
const MOST_BYTES = 16e6;
const PATIENCE = 200;

/** Stores pictures a few at a time: what a transaction costs by itself is more than what a small picture does. */
export class PictureKeeper {
  #waiting: Waiting[] = [];
  #bytes = 0;
  #timer: ReturnType<typeof setTimeout> | undefined;

  /** Resolves once the picture is stored, with what comes soon or at once; rejects with the browser's error, and then nothing of it is kept. */
  keep(record: PictureRecord, atOnce = false): Promise<void> {
    return new Promise((resolve, reject) => {
      this.#waiting.push({ record, resolve, reject });
      this.#bytes += record.original?.size ?? 0;
      if (atOnce || this.#waiting.length >= MOST || this.#bytes >= MOST_BYTES) void this.#flush();
      else this.#timer ??= setTimeout(() => void this.#flush(), PATIENCE);
    });
  }

  async #flush(): Promise<void> {
    clearTimeout(this.#timer);
    this.#timer = undefined;
    const together = this.#waiting;
    this.#waiting = [];
    this.#bytes = 0;
    try {
      await store(together.map(({ record }) => record));
    } catch {
      // One of them may be too much where the others are not.
      for (const { record, resolve, reject } of together)
        await store([record]).then(resolve, async (error: unknown) => {
          await forget(record.hash);
          reject(error);
        });
    }
    for (const { resolve } of together) resolve();
  }
}

/** The originals go last: where one is, its small pictures are too. */
async function store(records: readonly PictureRecord[]): Promise<void> {
  const items = <T>(value: (record: PictureRecord) => T): { key: string; value: T }[] =>
    records.map((record) => ({ key: record.hash, value: value(record) }));
  await Promise.all([
    setItems(
      thumbnails,
      items((record) => record.thumbnail),
    ),
    setItems(
      previews,
      items((record) => record.preview),
    ),
  ]);
  const fresh = records.flatMap(({ hash, original }) => (original ? [{ key: hash, value: original }] : []));
  if (fresh.length > 0) await setItems(originals, fresh);
}

/** Removes what was kept of a photo that did not fit, unless an earlier import had kept it whole. */
async function forget(hash: string): Promise<void> {
  try {
    if ((await originals.getItem(hash)) !== null) return;
    await Promise.all([thumbnails.removeItem(hash), previews.removeItem(hash)]);
  } catch {
    // Nothing can be removed either; deleting a film finds what is unused.
  }
}
