import { BitReader } from './bits';
import type { CodedFrame } from './coded-frame';
import type { HoldWriter } from './hold-writer';

/** Places in which a decoder keeps pictures (NUM_REF_FRAMES). */
const SLOTS = 8;
/** frame_marker, profile 0, show_existing_frame. */
const SHOW_EXISTING = 0b1000_1000;

/**
 * The lowest place that a picture is kept in (VP9 Bitstream & Decoding Process Specification 0.6, section 6.2); undefined
 * where it is not one shown frame of profile 0, or not kept.
 */
function slotOf({ bytes, isKey: isWanted }: CodedFrame): number | undefined {
  // Several frames in one say so in their last byte (annex B).
  if ((bytes.at(-1) ?? 0) >> 5 === 0b110) return undefined;
  const reader = new BitReader(bytes);
  if (reader.bits(2) !== 0b10 || reader.bits(2) !== 0 || reader.bit() === 1) return undefined;
  const isKey = reader.bit() === 0;
  const isShown = reader.bit() === 1;
  const isResilient = reader.bit() === 1;
  if (!isShown || isKey !== isWanted) return undefined;
  if (isKey) return 0;
  if (!isResilient) reader.bits(2);
  const kept = reader.bits(SLOTS);
  return kept === 0 ? undefined : Math.log2(kept & -kept);
}

/**
 * What writes the holds of a piece of VP9: one byte that shows a picture that is kept already. Undefined where a picture is
 * written otherwise than is known here: then frames are repeated instead.
 */
export function vp9Holds(pictures: readonly CodedFrame[]): HoldWriter | undefined {
  const slots = new Map<Uint8Array, number>();
  for (const picture of pictures) {
    const slot = slotOf(picture);
    if (slot === undefined) return undefined;
    slots.set(picture.bytes, slot);
  }
  let slot = 0;
  return {
    picture: ({ bytes }) => {
      slot = slots.get(bytes) ?? 0;
      return bytes;
    },
    hold: () => Uint8Array.of(SHOW_EXISTING | slot),
    most: Number.POSITIVE_INFINITY,
  };
}
