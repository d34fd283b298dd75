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
  const rowsOf = (y: number, rows: number): Int16Array => {
    const fine = new Int16Array(rows * width * 4);
    for (let i = 0, at = y * width * 4; i < fine.length; i++, at++)
      fine[i] = (data[at] as number) << FINE_BITS;
    return fine;
  };
  findMatte(renderPlain, { size, toPhoto: toParts, file: size }, cut, rowsOf, facts);
  return facts;
}
