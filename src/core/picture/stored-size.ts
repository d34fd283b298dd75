import { jpegSegments, startsFrame } from './jpeg/jpeg-segments';

/**
 * Pixels as stored (not turned) of a JPEG, from its frame header (ITU-T T.81, B.2.2), a PNG (IHDR) or a GIF
 * (logical screen); undefined for others.
 */
export function storedSize(bytes: Uint8Array, type: string): { width: number; height: number } | undefined {
  const view = new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength);
  if (type === 'image/png' && bytes.length >= 24)
    return { width: view.getUint32(16), height: view.getUint32(20) };
  if (type === 'image/gif' && bytes.length >= 10)
    return { width: view.getUint16(6, true), height: view.getUint16(8, true) };
  const frame = type === 'image/jpeg' ? frameOf(bytes) : undefined;
  if (frame === undefined) return undefined;
  return { height: view.getUint16(frame + 5), width: view.getUint16(frame + 7) };
}

/** Whether a JPEG has four components: inks. */
export function hasInks(bytes: Uint8Array): boolean {
  const frame = frameOf(bytes);
  return frame !== undefined && bytes[frame + 9] === 4;
}

/** Where the frame header of a JPEG stands, at its marker, where all of it is there. */
function frameOf(bytes: Uint8Array): number | undefined {
  for (const { marker, at } of jpegSegments(bytes)) {
    if (at + 9 >= bytes.length || marker === 0xda) return undefined;
    if (startsFrame(marker)) return at;
  }
  return undefined;
}
