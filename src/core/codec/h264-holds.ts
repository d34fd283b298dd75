import { BitReader, BitWriter } from './bits';
import type { CodedFrame } from './coded-frame';
import { readH264Headers, type H264Headers } from './h264-headers';
import { readUnit, sampleOf, UNIT_TYPES, unitsOf, writeUnit, type Unit } from './h264-units';
import type { HoldWriter } from './hold-writer';

/** slice_type P, and the same where all slices of the picture are of that type. */
const PREDICTED = [0, 5];
const INTRA = [2, 7];

/** The beginning of a slice (slice_header, ISO/IEC 14496-10, 7.3.3), as far as pictures are counted in it. */
interface SliceStart {
  readonly isPlain: boolean;
  readonly frameNumber: number;
  /** Where pic_order_cnt_lsb stands, in bits. */
  readonly orderAt: number;
}

function readStart({ type, payload }: Unit, headers: H264Headers): SliceStart {
  const reader = new BitReader(payload);
  reader.unsigned();
  const kind = reader.unsigned();
  const pictureSet = reader.unsigned();
  const frameNumber = reader.bits(headers.frameNumberBits);
  if (type === UNIT_TYPES.keySlice) reader.unsigned();
  const orderAt = reader.at;
  const isPlain = pictureSet === headers.pictureSet && [...PREDICTED, ...INTRA].includes(kind);
  return { isPlain, frameNumber, orderAt };
}

/** Writes a number over bits that stand there. */
function writeOver(bytes: Uint8Array, at: number, value: number, count: number): void {
  for (let i = 0; i < count; i++) {
    const [place, mask] = [(at + i) >> 3, 0x80 >> ((at + i) & 7)];
    const isSet = Math.floor(value / 2 ** (count - 1 - i)) % 2 === 1;
    bytes[place] = ((bytes[place] ?? 0) & ~mask) | (isSet ? mask : 0);
  }
}

/**
 * Holds of H.264. What follows a picture is one of which nothing else is made (nal_ref_idc 0), in which every macroblock is
 * skipped: each is taken as it is from the picture before (ISO/IEC 14496-10, 7.3.4 and 8.4.1.1), and its edges are not
 * smoothed again. Pictures are counted in the order in which they are shown, so the ones behind a hold are counted anew.
 */
class H264Holds implements HoldWriter {
  readonly most: number;
  readonly #headers: H264Headers;
  /** Frames since the key frame. */
  #order = 0;
  #frameNumber = 0;

  constructor(headers: H264Headers) {
    this.#headers = headers;
    // Counted in twos, and less than half a turn of the counter since the last reference picture (8.2.1.1).
    this.most = 2 ** (headers.orderBits - 2) - 2;
  }

  picture({ bytes, isKey }: CodedFrame): Uint8Array {
    if (isKey) this.#order = 0;
    const units = (unitsOf(bytes) ?? []).map((each) => {
      const unit = readUnit(each);
      if (unit.type !== UNIT_TYPES.slice && unit.type !== UNIT_TYPES.keySlice) return each;
      const { frameNumber, orderAt } = readStart(unit, this.#headers);
      this.#frameNumber = frameNumber;
      if (isKey) return each;
      writeOver(unit.payload, orderAt, this.#counted(), this.#headers.orderBits);
      return writeUnit(unit);
    });
    this.#order++;
    return sampleOf(units);
  }

  hold(): Uint8Array {
    const { frameNumberBits, orderBits, blocks, pictureSet, saysSmoothing } = this.#headers;
    const writer = new BitWriter();
    writer.unsigned(0);
    writer.unsigned(PREDICTED[0] as number);
    writer.unsigned(pictureSet);
    writer.bits((this.#frameNumber + 1) % 2 ** frameNumberBits, frameNumberBits);
    writer.bits(this.#counted(), orderBits);
    // One reference picture: the last. No other order.
    writer.bit(1);
    writer.unsigned(0);
    writer.bit(0);
    writer.signed(0);
    if (saysSmoothing) writer.unsigned(1);
    writer.unsigned(blocks);
    this.#order++;
    return sampleOf([writeUnit({ reference: 0, type: UNIT_TYPES.slice, payload: writer.close() })]);
  }

  #counted(): number {
    return (2 * this.#order) % 2 ** this.#headers.orderBits;
  }
}

/**
 * What writes the holds of a piece of H.264, given what stands beside its track and its pictures; undefined where they are
 * written otherwise than is known here: then frames are repeated instead.
 */
export function h264Holds(description: Uint8Array, pictures: readonly CodedFrame[]): HoldWriter | undefined {
  const headers = readH264Headers(description);
  // Where more than one is kept, the last is still the first in the list.
  if (!headers || headers.references < 1) return undefined;
  for (const { bytes, isKey } of pictures) {
    const units = unitsOf(bytes)?.map(readUnit);
    const slices = units?.filter(({ type }) => type === UNIT_TYPES.slice || type === UNIT_TYPES.keySlice);
    if (!slices || slices.length === 0) return undefined;
    for (const slice of slices) {
      const { isPlain } = readStart(slice, headers);
      // A picture of which no other is made would be counted otherwise.
      if (!isPlain || slice.reference === 0 || (slice.type === UNIT_TYPES.keySlice) !== isKey)
        return undefined;
    }
  }
  return new H264Holds(headers);
}
