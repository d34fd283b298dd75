/** Samples that a decoder of MP3 puts in front besides what the encoder did (common practice: 528 and one). */
const DECODER_DELAY = 529;

/** Bytes that are looked through for the head that encoders write. */
const LOOKED_THROUGH = 8192;

/** Bytes of an ID3v2 tag in front; its size is written seven bits a byte. */
function tagBytes(bytes: Uint8Array): number {
  if (bytes[0] !== 0x49 || bytes[1] !== 0x44 || bytes[2] !== 0x33) return 0;
  return 10 + [6, 7, 8, 9].reduce((size, at) => size * 128 + ((bytes[at] ?? 0) & 127), 0);
}

/** Samples in a frame of MPEG-1 layer III, and of MPEG-2 (ISO/IEC 11172-3 and 13818-3). */
const FRAME = 1152;
const SHORT_FRAME = 576;

/** What the first frame of an MP3 says that most encoders write ("Xing" or "Info"); in samples at the file's rate. */
export interface Mp3Head {
  /** What it has before its sound begins; 0 where nothing is said. */
  readonly delay: number;
  /** How many samples follow; undefined where nothing is said. */
  readonly samples: number | undefined;
}

/** Reads the first frame of an MP3; `read` gives bytes of the file. */
export async function mp3Head(read: (from: number, to: number) => Promise<ArrayBuffer>): Promise<Mp3Head> {
  const start = tagBytes(new Uint8Array(await read(0, 10)));
  const bytes = new Uint8Array(await read(start, start + LOOKED_THROUGH));
  const letters = String.fromCharCode(...bytes);
  const at = /Xing|Info/.exec(letters)?.index;
  if (at === undefined) return { delay: 0, samples: undefined };
  const flags = bytes[at + 7] ?? 0;
  const isFirst = (((bytes[1] ?? 0) >> 3) & 1) === 1;
  const frames = flags & 1 ? new DataView(bytes.buffer).getUint32(at + 8) : undefined;
  const samples = frames === undefined ? undefined : frames * (isFirst ? FRAME : SHORT_FRAME);
  // Numbers of frames and bytes, a table and a quality may stand between.
  const skipped = [4, 4, 100, 4].reduce((sum, size, bit) => sum + ((flags >> bit) & 1 ? size : 0), 8);
  const name = at + skipped;
  if (!/^L(AME|avc|avf)/.test(letters.slice(name, name + 4))) return { delay: 0, samples };
  const [high = 0, low = 0] = [bytes[name + 21], bytes[name + 22]];
  return { delay: ((high << 4) | (low >> 4)) + DECODER_DELAY, samples };
}
