const letters = (view: DataView, at: number): string =>
  at + 4 <= view.byteLength
    ? String.fromCharCode(
        view.getUint8(at),
        view.getUint8(at + 1),
        view.getUint8(at + 2),
        view.getUint8(at + 3),
      )
    : '';

/** Size of the head in which the length is looked for. */
export const PROMISE_HEAD = 1 << 16;

/** A WAVE file: bytes of its `data` chunk, and of a sample on all channels. */
function wave(view: DataView): number | undefined {
  let block = 0;
  for (let at = 12; at + 8 <= view.byteLength;) {
    const size = view.getUint32(at + 4, true);
    if (letters(view, at) === 'fmt ' && at + 22 <= view.byteLength) block = view.getUint16(at + 20, true);
    // Who writes without looking back leaves no size.
    if (letters(view, at) === 'data')
      return size === 0 || size > 0xffff_ff00 || block === 0 ? undefined : size / block;
    at += 8 + size + (size % 2);
  }
  return undefined;
}

/** A FLAC file: 36 bits of its STREAMINFO, which comes first (RFC 9639, 8.2); 0 says that it is not known. */
function flac(view: DataView): number | undefined {
  if (view.byteLength < 26) return undefined;
  const samples = (view.getUint8(21) & 0x0f) * 2 ** 32 + view.getUint32(22);
  return samples || undefined;
}

/** Samples on each channel that the head of a WAVE or FLAC file promises; undefined where it promises nothing. */
export function promisedSamples(head: ArrayBuffer): number | undefined {
  const view = new DataView(head);
  if (letters(view, 0) === 'RIFF' && letters(view, 8) === 'WAVE') return wave(view);
  return letters(view, 0) === 'fLaC' ? flac(view) : undefined;
}
