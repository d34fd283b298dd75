import type { Affine } from '../../picture/affine';
import type { KeyCut } from '../../picture/key/key-cut';
import { planKeyFacts, type KeyFacts } from '../../picture/key/key-facts';
import { findMatte } from '../../picture/key/matte';
import type { Pixels } from '../../picture/pixels';
import { renderPlain } from '../../picture/render-plain';
import { RoomPlan } from '../../picture/room-plan';
import { FINE_BITS } from '../../picture/steps/tile';

/** The matte of decoded pixels, red first, and what is known of its blocks. `toParts` leads from them to parts of the upright photo. */
export function matteOfPixels({ width, height, data }: Pixels, toParts: Affine, cut: KeyCut): KeyFacts {
  const size = { width, height };
  const room = new RoomPlan();
  const factsOf = planKeyFacts(size, room);
  room.open(renderPlain);
  const facts = factsOf();
  const rowsOf = (y: number, rows: number): Int16Array =>
    Int16Array.from(data.subarray(y * width * 4, (y + rows) * width * 4), (each) => each << FINE_BITS);
  findMatte(renderPlain, { size, toPhoto: toParts, file: size }, cut, rowsOf, facts);
  return facts;
}
