import type { Affine } from '../../picture/affine';
import type { KeyCut } from '../../picture/key/key-cut';
import { makeMatte } from '../../picture/key/matte';
import type { Pixels } from '../../picture/pixels';
import { FINE_BITS } from '../../picture/steps/tile';

/** The matte of decoded pixels, red first: 0 to 255 where the subject is. `toParts` leads from them to parts of the upright photo. */
export function matteOfPixels({ width, height, data }: Pixels, toParts: Affine, cut: KeyCut): Uint8Array {
  const size = { width, height };
  const rowsOf = (y: number, rows: number): Int16Array =>
    Int16Array.from(data.subarray(y * width * 4, (y + rows) * width * 4), (each) => each << FINE_BITS);
  return makeMatte({ size, toPhoto: toParts, file: size }, cut, rowsOf).alpha;
}
