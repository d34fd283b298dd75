import { ascii } from '../bytes/ascii';

/** A page of an Ogg file has a head of 27 bytes and a table of up to 255 (RFC 3533, section 6). */
const HEAD = 27;
const LAST_PAGE = 4;

/** How far an Ogg file goes in whole pages. */
export interface OggEnd {
  /** Behind the last whole page, in bytes. */
  readonly end: number;
  /** Whether that page says that it is the last one. */
  readonly whole: boolean;
}

/**
 * Walks the pages of an Ogg file; `read` gives bytes of it. Undefined where it is none. A decoder that meets half a page at
 * the end gives up more than that page.
 */
export async function oggEnd(
  size: number,
  read: (from: number, to: number) => Promise<ArrayBuffer>,
): Promise<OggEnd | undefined> {
  let at = 0;
  let whole = false;
  for (let window = new Uint8Array(0), from = 0; at + HEAD <= size;) {
    if (at + HEAD + 255 > from + window.length && from + window.length < size) {
      from = at;
      window = new Uint8Array(await read(from, Math.min(size, from + (1 << 20))));
    }
    const page = window.subarray(at - from);
    if (ascii(page, 0, 4) !== 'OggS') break;
    const segments = page[26] ?? 0;
    const body = page.subarray(HEAD, HEAD + segments).reduce((sum, each) => sum + each, 0);
    const next = at + HEAD + segments + body;
    if (next > size || page.length < HEAD + segments) break;
    whole = ((page[5] ?? 0) & LAST_PAGE) !== 0;
    at = next;
  }
  return at === 0 ? undefined : { end: at, whole: whole && at === size };
}
