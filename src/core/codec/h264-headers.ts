import { BitReader } from './bits';
import { readUnit, UNIT_TYPES } from './h264-units';

/** What the headers of an H.264 stream say, as far as pictures that repeat another need it. */
export interface H264Headers {
  /** Bits of frame_num and of pic_order_cnt_lsb, which stand in each slice. */
  readonly frameNumberBits: number;
  readonly orderBits: number;
  /** Macroblocks of a picture. */
  readonly blocks: number;
  /** Reference pictures that a decoder keeps. */
  readonly references: number;
  readonly pictureSet: number;
  /** Whether each slice says how its edges are smoothed (deblocking_filter_control_present_flag). */
  readonly saysSmoothing: boolean;
}

/** Profiles whose sequence header says how colour is kept (ISO/IEC 14496-10, 7.3.2.1.1). */
const WITH_COLOUR_FORMAT = new Set([44, 83, 86, 100, 110, 118, 122, 128, 138, 139, 134, 135, 244]);

type Sequence = Pick<H264Headers, 'frameNumberBits' | 'orderBits' | 'blocks' | 'references'>;

/** seq_parameter_set_rbsp as far as it counts; undefined where pictures are counted in another way, or come in fields. */
function readSequence(payload: Uint8Array): Sequence | undefined {
  const reader = new BitReader(payload);
  const profile = reader.bits(8);
  reader.bits(16);
  reader.unsigned();
  if (WITH_COLOUR_FORMAT.has(profile)) {
    const colours = reader.unsigned();
    const [luma, chroma] = [reader.unsigned(), reader.unsigned()];
    reader.bit();
    const hasScaling = reader.bit() === 1;
    if (colours !== 1 || luma !== 0 || chroma !== 0 || hasScaling) return undefined;
  }
  const frameNumberBits = reader.unsigned() + 4;
  if (reader.unsigned() !== 0) return undefined;
  const orderBits = reader.unsigned() + 4;
  const references = reader.unsigned();
  reader.bit();
  const across = reader.unsigned() + 1;
  const down = reader.unsigned() + 1;
  const isFrames = reader.bit() === 1;
  return isFrames ? { frameNumberBits, orderBits, references, blocks: across * down } : undefined;
}

/** pic_parameter_set_rbsp as far as it counts; undefined where slices are written in a way that is not written here. */
function readPicture(payload: Uint8Array): Pick<H264Headers, 'pictureSet' | 'saysSmoothing'> | undefined {
  const reader = new BitReader(payload);
  const pictureSet = reader.unsigned();
  reader.unsigned();
  const isArithmetic = reader.bit() === 1;
  const hasFieldOrder = reader.bit() === 1;
  const groups = reader.unsigned();
  if (isArithmetic || hasFieldOrder || groups !== 0) return undefined;
  reader.unsigned();
  reader.unsigned();
  const isWeighted = reader.bit() === 1;
  reader.bits(2);
  reader.signed();
  reader.signed();
  reader.signed();
  const saysSmoothing = reader.bit() === 1;
  reader.bit();
  const hasRedundant = reader.bit() === 1;
  return isWeighted || hasRedundant ? undefined : { pictureSet, saysSmoothing };
}

/**
 * Reads the headers that stand beside an H.264 track (AVCDecoderConfigurationRecord, ISO/IEC 14496-15, 5.3.3.1); undefined
 * where they are not one sequence and one picture header of frames with variable-length codes.
 */
export function readH264Headers(description: Uint8Array): H264Headers | undefined {
  const units: Uint8Array[] = [];
  let at = 5;
  const take = (count: number): boolean => {
    for (let i = 0; i < count; i++) {
      const length = ((description[at] ?? 0) << 8) | (description[at + 1] ?? 0);
      if (length === 0 || at + 2 + length > description.length) return false;
      units.push(description.subarray(at + 2, at + 2 + length));
      at += 2 + length;
    }
    return true;
  };
  // Lengths of four bytes, one sequence header, one picture header.
  if (description[0] !== 1 || ((description[4] ?? 0) & 3) !== 3 || ((description[at++] ?? 0) & 31) !== 1)
    return undefined;
  if (!take(1) || description[at++] !== 1 || !take(1)) return undefined;
  const [first, second] = units.map(readUnit);
  if (first?.type !== UNIT_TYPES.sequence || second?.type !== UNIT_TYPES.picture) return undefined;
  const sequence = readSequence(first.payload);
  const picture = readPicture(second.payload);
  return sequence && picture && { ...sequence, ...picture };
}
