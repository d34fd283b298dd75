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
  const frame = type === 'image/jpeg' ? frameOf(bytes, view) : undefined;
  if (frame === undefined) return undefined;
  return { height: view.getUint16(frame + 5), width: view.getUint16(frame + 7) };
}

/** Whether a JPEG has four components: inks. */
export function hasInks(bytes: Uint8Array): boolean {
  const frame = frameOf(bytes, new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength));
  return frame !== undefined && bytes[frame + 9] === 4;
}

/** Where the frame header of a JPEG stands, at its marker. */
function frameOf(bytes: Uint8Array, view: DataView): number | undefined {
  let at = 2;
  while (at + 9 < bytes.length) {
    if (bytes[at] !== 0xff) return undefined;
    const marker = bytes[at + 1] as number;
    if (marker === 0xff) {
      at++;
      continue;
    }
    const startsFrame =
      marker >= 0xc0 && marker <= 0xcf && marker !== 0xc4 && marker !== 0xc8 && marker !== 0xcc;
    if (startsFrame) return at;
    at += 2 + view.getUint16(at + 2);
  }
  return undefined;
}
