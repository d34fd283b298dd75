import type { ForeignType } from '../../../../core/picture/sniff';
import type { ForeignPicture } from './foreign-picture';

/**
 * Decodes what the browser cannot, with a package that is loaded when it is first needed. HEIC and camera raw come
 * out upright; TIFF as it is stored.
 * @throws Error with a sentence about the file, without its name, when it cannot be decoded.
 */
export async function decodeForeign(
  bytes: Uint8Array<ArrayBuffer>,
  type: ForeignType,
): Promise<ForeignPicture> {
  switch (type) {
    case 'image/tiff':
      return (await import('./decode-tiff')).decodeTiff(bytes);
    case 'image/heic':
      return (await import('./decode-heic')).decodeHeic(bytes);
    case 'image/x-raw':
      return (await import('./decode-raw')).decodeRaw(bytes);
  }
}
