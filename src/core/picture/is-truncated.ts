import { jpegSegments } from './jpeg/jpeg-segments';

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
  for (const { marker } of jpegSegments(bytes)) if (marker === 0xd9) return true;
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
