import { ascii } from '../bytes/ascii';
import { heifSize } from './heif';
import type { Size } from './size';
import { storedSize } from './stored-size';

/** Sides of a WebP picture (RFC 9649) by its first chunk: extended, lossless or lossy. */
function webpSize(bytes: Uint8Array, view: DataView): Size | undefined {
  if (bytes.length < 31) return undefined;
  switch (ascii(bytes, 12, 4)) {
    case 'VP8X':
      return {
        width: (view.getUint32(24, true) & 0xffffff) + 1,
        height: (view.getUint32(27, true) & 0xffffff) + 1,
      };
    case 'VP8L': {
      const bits = view.getUint32(21, true);
      return { width: (bits & 0x3fff) + 1, height: ((bits >> 14) & 0x3fff) + 1 };
    }
    case 'VP8 ':
      return { width: view.getUint16(26, true) & 0x3fff, height: view.getUint16(28, true) & 0x3fff };
    default:
      return undefined;
  }
}

/** Pixels that a picture file says it has, before anything is decoded; undefined where its first bytes do not say. */
export function declaredSize(bytes: Uint8Array, type: string): Size | undefined {
  const view = new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength);
  switch (type) {
    case 'image/bmp':
      // A height below nothing means rows from the top.
      return bytes.length < 26
        ? undefined
        : { width: Math.abs(view.getInt32(18, true)), height: Math.abs(view.getInt32(22, true)) };
    case 'image/webp':
      return webpSize(bytes, view);
    case 'image/avif':
    case 'image/heic':
      return heifSize(bytes);
    default:
      return storedSize(bytes, type);
  }
}
