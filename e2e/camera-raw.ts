/** Types of TIFF 6.0 fields that a raw file needs, and their sizes in bytes. */
const SIZES = { byte: 1, ascii: 1, short: 2, long: 4, rational: 8, signed: 8 } as const;
const CODES = { byte: 1, ascii: 2, short: 3, long: 4, rational: 5, signed: 10 } as const;

interface Field {
  readonly tag: number;
  readonly type: keyof typeof SIZES;
  readonly values: readonly number[];
}

const letters = (text: string): number[] => [...Buffer.from(`${text}\0`, 'latin1')];

function bytesOf({ type, values }: Field): Buffer {
  const bytes = Buffer.alloc(values.length * SIZES[type]);
  values.forEach((value, i) => {
    const at = i * SIZES[type];
    if (type === 'byte' || type === 'ascii') bytes[at] = value;
    else if (type === 'short') bytes.writeUInt16LE(value, at);
    else if (type === 'long') bytes.writeUInt32LE(value, at);
    else {
      bytes.writeInt32LE(Math.round(value * 10_000), at);
      bytes.writeInt32LE(10_000, at + 4);
    }
  });
  return bytes;
}

/** sRGB to linear light (IEC 61966-2-1). */
const linear = (value: number): number => {
  const v = value / 255;
  return v <= 0.04045 ? v / 12.92 : ((v + 0.055) / 1.055) ** 2.4;
};

/**
 * A camera raw file as a made-up camera writes it: DNG 1.4, one strip of 16 bits, a mosaic of red, green, green and
 * blue in linear light, whose colours are those of sRGB. `rgb`: 8 bits a channel, rows without gaps.
 */
export function cameraRaw(rgb: Buffer, width: number, height: number): Buffer {
  const mosaic = Buffer.alloc(width * height * 2);
  for (let y = 0; y < height; y++) {
    for (let x = 0; x < width; x++) {
      const channel = (y % 2) + (x % 2);
      const value = rgb[(y * width + x) * 3 + channel] ?? 0;
      mosaic.writeUInt16LE(Math.round(linear(value) * 65_535), (y * width + x) * 2);
    }
  }
  const fields: Field[] = [
    { tag: 254, type: 'long', values: [0] },
    { tag: 256, type: 'long', values: [width] },
    { tag: 257, type: 'long', values: [height] },
    { tag: 258, type: 'short', values: [16] },
    { tag: 259, type: 'short', values: [1] },
    { tag: 262, type: 'short', values: [32_803] },
    { tag: 271, type: 'ascii', values: letters('Shoebox') },
    { tag: 272, type: 'ascii', values: letters('Shoebox Four') },
    // The strip’s offset follows from the sizes of all other entries.
    { tag: 273, type: 'long', values: [0] },
    { tag: 274, type: 'short', values: [1] },
    { tag: 277, type: 'short', values: [1] },
    { tag: 278, type: 'long', values: [height] },
    { tag: 279, type: 'long', values: [mosaic.length] },
    { tag: 284, type: 'short', values: [1] },
    { tag: 33_421, type: 'short', values: [2, 2] },
    { tag: 33_422, type: 'byte', values: [0, 1, 1, 2] },
    { tag: 50_706, type: 'byte', values: [1, 4, 0, 0] },
    { tag: 50_707, type: 'byte', values: [1, 1, 0, 0] },
    { tag: 50_708, type: 'ascii', values: letters('Shoebox Four') },
    { tag: 50_714, type: 'short', values: [0] },
    { tag: 50_717, type: 'long', values: [65_535] },
    // XYZ under D65 to linear sRGB (IEC 61966-2-1).
    {
      tag: 50_721,
      type: 'signed',
      values: [3.2405, -1.5371, -0.4985, -0.9693, 1.876, 0.0416, 0.0556, -0.204, 1.0572],
    },
    { tag: 50_728, type: 'rational', values: [1, 1, 1] },
    { tag: 50_778, type: 'short', values: [21] },
  ];
  const directory = Buffer.alloc(2 + fields.length * 12 + 4);
  const outside: Buffer[] = [];
  let next = 8 + directory.length;
  directory.writeUInt16LE(fields.length, 0);
  const entries = fields.map((field, i) => {
    const at = 2 + i * 12;
    const bytes = bytesOf(field);
    directory.writeUInt16LE(field.tag, at);
    directory.writeUInt16LE(CODES[field.type], at + 2);
    directory.writeUInt32LE(field.values.length, at + 4);
    if (bytes.length <= 4) bytes.copy(directory, at + 8);
    else {
      directory.writeUInt32LE(next, at + 8);
      const padded = Buffer.concat([bytes, Buffer.alloc(bytes.length % 2)]);
      outside.push(padded);
      next += padded.length;
    }
    return { tag: field.tag, at };
  });
  const strip = entries.find(({ tag }) => tag === 273);
  if (strip) directory.writeUInt32LE(next, strip.at + 8);
  return Buffer.concat([Buffer.from([0x49, 0x49, 42, 0, 8, 0, 0, 0]), directory, ...outside, mosaic]);
}
