import { thumbnails } from '../store/stores';

/** Addresses of small pictures for `<img>`; made when first asked for, owned here and revoked on `close`. */
export class ThumbnailUrls {
  readonly #urls = new Map<string, Promise<string | undefined>>();

  /** The address of a photo's small picture, or undefined when none is kept. */
  get(hash: string): Promise<string | undefined> {
    let url = this.#urls.get(hash);
    if (!url) {
      url = thumbnails
        .getItem<Uint8Array<ArrayBuffer>>(hash)
        .then((bytes) => (bytes ? URL.createObjectURL(new Blob([bytes])) : undefined))
        .catch(() => undefined);
      this.#urls.set(hash, url);
      // What is not there yet may come in later.
      void url.then((made) => made ?? this.#urls.delete(hash));
    }
    return url;
  }

  close(): void {
    for (const url of this.#urls.values()) void url.then((made) => made && URL.revokeObjectURL(made));
    this.#urls.clear();
  }
}
