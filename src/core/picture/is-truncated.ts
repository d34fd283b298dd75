/**
 * Whether a JPEG or PNG stops before its end: decoders show such files with a grey lower half and do not
 * complain. Walks the markers (ITU-T T.81, annex B) or chunks (PNG, section 5.3); the picture is not decoded.
 */
export function isTruncated(bytes: Uint8Array, type: string): boolean {
  if (type === 'image/jpeg') return !jpegEnds(bytes);
  if (type === 'image/png') return !pngEnds(bytes);
  return false;
}

/** Whether the end marker stands at the end, behind nothing but padding. */
function endsAtOnce(bytes: Uint8Array): boolean {
  let last = bytes.length - 1;
  while (last > 0 && bytes[last] === 0) last--;
  return bytes[last] === 0xd9 && bytes[last - 1] === 0xff;
}

function jpegEnds(bytes: Uint8Array): boolean {
  if (endsAtOnce(bytes)) return true;
  let at = 2;
  while (at + 1 < bytes.length) {
    if (bytes[at] !== 0xff) {
      // Entropy-coded data: on to the next marker; FF 00 and the restart markers belong to the data.
      at = bytes.indexOf(0xff, at);
      if (at < 0) return false;
      continue;
    }
    const marker = bytes[at + 1] as number;
    if (marker === 0xd9) return true;
    const alone = marker === 0x00 || marker === 0x01 || marker === 0xff || (marker >= 0xd0 && marker <= 0xd8);
    if (alone) at += marker === 0xff ? 1 : 2;
    else at += 2 + (((bytes[at + 2] ?? 0) << 8) | (bytes[at + 3] ?? 0));
  }
  return false;
}

function pngEnds(bytes: Uint8Array): boolean {
  const view = new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength);
  let at = 8;
  while (at + 12 <= bytes.length) {
    const length = view.getUint32(at);
    if (view.getUint32(at + 4) === 0x49454e44) return true; // IEND
    at += 12 + length;
  }
  return false;
}
