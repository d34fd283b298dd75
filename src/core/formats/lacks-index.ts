import { ascii } from '../bytes/ascii';

/** Boxes that are looked at, at most: whole files have a handful. */
const MOST_BOXES = 4096;

/**
 * Whether a file of the kind of MP4 and M4A has lost the box that says what is in it: it may stand at the end, and is gone
 * where the file is cut off before (ISO/IEC 14496-12, 4.2 and 8.2). `read` gives bytes of the file, which has `size` of them.
 */
export async function lacksIndex(
  size: number,
  read: (from: number, to: number) => Promise<ArrayBuffer>,
): Promise<boolean> {
  let at = 0;
  for (let i = 0; i < MOST_BOXES && at + 8 <= size; i++) {
    const head = new Uint8Array(await read(at, Math.min(size, at + 16)));
    const kind = ascii(head, 4, 4);
    if (i === 0 && kind !== 'ftyp') return false;
    if (kind === 'moov') return false;
    const view = new DataView(head.buffer);
    const short = view.getUint32(0);
    // 1: the length follows in 64 bits. 0: to the end of the file.
    const length = short === 1 && head.length >= 16 ? Number(view.getBigUint64(8)) : short;
    if (short === 0 || length < 8) break;
    at += length;
  }
  return at > 0;
}
