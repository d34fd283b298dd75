/** Where the sound of an AIFF or AIFF-C file lies; AIFF 1.3 (1989) and AIFF-C (1991). */
export interface AiffSound {
  readonly channels: number;
  readonly sampleRate: number;
  readonly bits: number;
  readonly format: 'int-be' | 'int-le' | 'float';
  /** Bytes of the file, from the first until behind the last, as it says; it may have been cut off before. */
  readonly from: number;
  readonly to: number;
}

/** A number of 80 bits, IEEE 754 extended, as AIFF writes its rate. */
function extended(view: DataView, at: number): number {
  const exponent = (view.getUint16(at) & 0x7fff) - 16_383;
  const high = view.getUint32(at + 2);
  const low = view.getUint32(at + 6);
  return high * 2 ** (exponent - 31) + low * 2 ** (exponent - 63);
}

const FORMATS: Readonly<Record<string, AiffSound['format']>> = {
  NONE: 'int-be',
  twos: 'int-be',
  sowt: 'int-le',
  fl32: 'float',
  FL32: 'float',
  fl64: 'float',
  FL64: 'float',
};

const fourLetters = (view: DataView, at: number): string =>
  String.fromCharCode(view.getUint8(at), view.getUint8(at + 1), view.getUint8(at + 2), view.getUint8(at + 3));

/** Reads the head of an AIFF file; undefined for any other, and for one that is compressed. */
export function readAiff(bytes: ArrayBuffer): AiffSound | undefined {
  const view = new DataView(bytes);
  if (bytes.byteLength < 54 || fourLetters(view, 0) !== 'FORM') return undefined;
  const form = fourLetters(view, 8);
  if (form !== 'AIFF' && form !== 'AIFC') return undefined;
  let head: Pick<AiffSound, 'channels' | 'sampleRate' | 'bits' | 'format'> | undefined;
  for (let at = 12; at + 8 <= bytes.byteLength;) {
    const size = view.getUint32(at + 4);
    const kind = fourLetters(view, at);
    if (kind === 'COMM' && at + 26 <= bytes.byteLength) {
      const format = form === 'AIFF' ? 'int-be' : FORMATS[fourLetters(view, at + 26)];
      if (!format) return undefined;
      head = {
        channels: view.getUint16(at + 8),
        bits: view.getUint16(at + 14),
        sampleRate: Math.round(extended(view, at + 16)),
        format,
      };
    }
    if (kind === 'SSND' && head) {
      const from = at + 16 + view.getUint32(at + 8);
      // Who writes without looking back leaves no size: then it is all that follows.
      return { ...head, from, to: size > 8 ? at + 8 + size : Number.POSITIVE_INFINITY };
    }
    at += 8 + size + (size % 2);
  }
  return undefined;
}

/** The channels of a part of an AIFF file; `bytes` begins with the first byte of a frame. */
export function aiffChannels(bytes: ArrayBuffer, { channels, bits, format }: AiffSound): Float32Array[] {
  const width = Math.ceil(bits / 8);
  const frames = Math.floor(bytes.byteLength / (width * channels));
  const view = new DataView(bytes);
  const little = format === 'int-le';
  const read = (at: number): number => {
    if (format === 'float') return width === 8 ? view.getFloat64(at) : view.getFloat32(at);
    switch (width) {
      case 1:
        return view.getInt8(at) / 2 ** 7;
      case 2:
        return view.getInt16(at, little) / 2 ** 15;
      case 3:
        return (
          ((view.getInt8(at + (little ? 2 : 0)) << 16) |
            (view.getUint8(at + 1) << 8) |
            view.getUint8(at + (little ? 0 : 2))) /
          2 ** 23
        );
      default:
        return view.getInt32(at, little) / 2 ** 31;
    }
  };
  return Array.from({ length: channels }, (_, c) =>
    Float32Array.from({ length: frames }, (__, i) => read((i * channels + c) * width)),
  );
}
