import { ascii } from '../bytes/ascii';
import type { Size } from './size';

/** An ISO base media file box: its type and the bytes between its header and its end. */
interface Box {
  readonly type: string;
  readonly content: Uint8Array;
}

/** The boxes that stand behind each other in some bytes (ISO/IEC 14496-12, 4.2). */
function* boxesOf(bytes: Uint8Array): Generator<Box> {
  const view = new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength);
  for (let at = 0; at + 8 <= bytes.length;) {
    let length = view.getUint32(at);
    let header = 8;
    if (length === 1 && at + 16 <= bytes.length) {
      length = Number(view.getBigUint64(at + 8));
      header = 16;
    }
    // A length of nothing means up to the end.
    if (length === 0) length = bytes.length - at;
    if (length < header || at + length > bytes.length) return;
    yield { type: ascii(bytes, at + 4, 4), content: bytes.subarray(at + header, at + length) };
    at += length;
  }
}

const inside = (bytes: Uint8Array, type: string): Uint8Array | undefined => {
  for (const box of boxesOf(bytes)) if (box.type === type) return box.content;
  return undefined;
};

/** The properties of the pictures within a HEIF file (ISO/IEC 23008-12). */
function propertiesOf(file: Uint8Array): Uint8Array | undefined {
  const meta = inside(file, 'meta');
  // Four bytes of version and flags stand in front of its boxes.
  const properties = meta && inside(meta.subarray(4), 'iprp');
  return properties && inside(properties, 'ipco');
}

/** The first ICC profile of a HEIF file (`colr`); undefined without one. */
export function heifProfile(file: Uint8Array): Uint8Array | undefined {
  for (const { type, content } of boxesOf(propertiesOf(file) ?? new Uint8Array(0))) {
    if (type === 'colr' && /^(prof|rICC)$/.test(ascii(content, 0, 4))) return content.subarray(4);
  }
  return undefined;
}

/** The largest picture within a HEIF or AVIF file (`ispe`), in pixels, before it is turned. */
export function heifSize(file: Uint8Array): Size | undefined {
  let largest: Size | undefined;
  for (const { type, content } of boxesOf(propertiesOf(file) ?? new Uint8Array(0))) {
    if (type !== 'ispe' || content.length < 12) continue;
    const view = new DataView(content.buffer, content.byteOffset, content.byteLength);
    const size = { width: view.getUint32(4), height: view.getUint32(8) };
    if (!largest || size.width * size.height > largest.width * largest.height) largest = size;
  }
  return largest;
}
