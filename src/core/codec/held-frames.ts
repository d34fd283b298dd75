import type { CodedFrame } from './coded-frame';
import type { HoldWriter } from './hold-writer';

/**
 * The frames of a piece in order: each picture, and behind it what holds it. A key frame itself comes anew every
 * `keyEvery` frames where it is held for longer, so that a player that seeks has a place to begin; it decodes to the same bits.
 * @throws RangeError where another picture is held for longer than the codec can count: such a one has to begin a piece.
 */
export function* heldFrames(
  pictures: readonly CodedFrame[],
  holds: readonly number[],
  writer: HoldWriter,
  keyEvery: number,
): Generator<CodedFrame> {
  for (const [i, picture] of pictures.entries()) {
    const { isKey } = picture;
    const hold = holds[i] ?? 1;
    if (!isKey && hold > writer.most)
      throw new RangeError(`A picture within a piece is held for ${hold} frames.`);
    const every = isKey ? Math.min(keyEvery, writer.most) : hold;
    for (let frame = 0; frame < hold; frame++) {
      if (frame % every === 0) yield { bytes: writer.picture(picture), isKey };
      else yield { bytes: writer.hold(), isKey: false };
    }
  }
}
