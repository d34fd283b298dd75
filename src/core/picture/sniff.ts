import { ascii } from '../bytes/ascii';
/** Picture files that every current browser decodes. */
type NativeType = 'image/jpeg' | 'image/png' | 'image/webp' | 'image/avif' | 'image/gif' | 'image/bmp';
/** Picture files that a package decodes. */
export type ForeignType = 'image/tiff' | 'image/heic' | 'image/x-raw';
export type PhotoType = NativeType | ForeignType;

export const isForeign = (type: string): type is ForeignType =>
  type === 'image/tiff' || type === 'image/heic' || type === 'image/x-raw';

/** Tags of TIFF 6.0 and DNG that camera raw files have in their first directory and other TIFFs do not. */
const DNG_VERSION = 50_706;
const SUB_DIRECTORIES = 330;
const MAKE = 271;

/** Tells camera raw files, which mostly are TIFFs, from pictures: by the tags of the first directory. */
function tiffKind(bytes: Uint8Array): 'image/tiff' | 'image/x-raw' {
  const view = new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength);
  const little = bytes[0] === 0x49;
  if (ascii(bytes, 8, 2) === 'CR') return 'image/x-raw';
  const at = bytes.length >= 8 ? view.getUint32(4, little) : 0;
  if (at === 0 || at + 2 > bytes.length) return 'image/tiff';
  const tags = new Set<number>();
  const count = view.getUint16(at, little);
  for (let i = 0; i < count && at + 2 + (i + 1) * 12 <= bytes.length; i++)
    tags.add(view.getUint16(at + 2 + i * 12, little));
  const raw = tags.has(DNG_VERSION) || (tags.has(SUB_DIRECTORIES) && tags.has(MAKE));
  return raw ? 'image/x-raw' : 'image/tiff';
}

/** What a file is by its bytes, whatever its name says; undefined when none of ours. */
export function sniffPhotoType(bytes: Uint8Array): PhotoType | undefined {
  if (bytes[0] === 0xff && bytes[1] === 0xd8 && bytes[2] === 0xff) return 'image/jpeg';
  if (bytes[0] === 0x89 && ascii(bytes, 1, 7) === 'PNG\r\n\x1a\n') return 'image/png';
  const start = ascii(bytes, 0, 4);
  const brand = ascii(bytes, 8, 4);
  if (start === 'RIFF' && brand === 'WEBP') return 'image/webp';
  if (start === 'GIF8') return 'image/gif';
  // The second word of a bitmap is its length, two reserved ones are zero.
  if (start.startsWith('BM') && ascii(bytes, 6, 4) === '\0\0\0\0') return 'image/bmp';
  if (start === 'II*\0' || start === 'MM\0*') return tiffKind(bytes);
  if (start === 'IIRO' || start === 'IIRS' || start === 'IIU\0' || ascii(bytes, 0, 15) === 'FUJIFILMCCD-RAW')
    return 'image/x-raw';
  if (ascii(bytes, 4, 4) !== 'ftyp') return undefined;
  if (/^(avif|avis)$/.test(brand)) return 'image/avif';
  if (/^(heic|heix|heim|heis|hevc|hevx|mif1|msf1)$/.test(brand)) return 'image/heic';
  return brand === 'crx ' ? 'image/x-raw' : undefined;
}
