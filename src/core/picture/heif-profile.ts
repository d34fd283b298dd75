/** An ISO base media file box: its type and the bytes between its header and its end. */
interface Box {
  readonly type: string;
  readonly content: Uint8Array;
}

const text = (bytes: Uint8Array, at: number): string => String.fromCharCode(...bytes.subarray(at, at + 4));

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
    yield { type: text(bytes, at + 4), content: bytes.subarray(at + header, at + length) };
    at += length;
  }
}

const inside = (bytes: Uint8Array, type: string): Uint8Array | undefined => {
  for (const box of boxesOf(bytes)) if (box.type === type) return box.content;
  return undefined;
};

/** The first ICC profile of a HEIF file (ISO/IEC 23008-12: `colr` among the properties); undefined without one. */
export function heifProfile(file: Uint8Array): Uint8Array | undefined {
  const meta = inside(file, 'meta');
  // Four bytes of version and flags stand in front of its boxes.
  const properties = meta && inside(meta.subarray(4), 'iprp');
  const list = properties && inside(properties, 'ipco');
  if (!list) return undefined;
  for (const { type, content } of boxesOf(list)) {
    if (type === 'colr' && /^(prof|rICC)$/.test(text(content, 0))) return content.subarray(4);
  }
  return undefined;
}
