/** Picture files that every current browser decodes. */
export type PhotoType = 'image/jpeg' | 'image/png' | 'image/webp' | 'image/avif';

const ascii = (bytes: Uint8Array, at: number, length: number): string =>
  String.fromCharCode(...bytes.subarray(at, at + length));

/** What a file is by its first bytes (16 are enough), whatever its name says; undefined when none of ours. */
export function sniffPhotoType(bytes: Uint8Array): PhotoType | undefined {
  if (bytes[0] === 0xff && bytes[1] === 0xd8 && bytes[2] === 0xff) return 'image/jpeg';
  if (bytes[0] === 0x89 && ascii(bytes, 1, 7) === 'PNG\r\n\x1a\n') return 'image/png';
  if (ascii(bytes, 0, 4) === 'RIFF' && ascii(bytes, 8, 4) === 'WEBP') return 'image/webp';
  if (ascii(bytes, 4, 4) === 'ftyp' && /^(avif|avis)$/.test(ascii(bytes, 8, 4))) return 'image/avif';
  return undefined;
}
