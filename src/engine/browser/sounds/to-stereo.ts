/** Half the power: −3 dB. */
const HALF = Math.SQRT1_2;

/**
 * One or two channels of any number. Five and six are left, right, centre, (low), left and right behind, as WAVE and
 * AAC have them, and are mixed as ITU-R BS.775-3, annex 4 says; the low one is left out. Of others the first two count.
 */
export function toStereo(channels: readonly Float32Array[]): readonly Float32Array[] {
  const [left, right, centre] = channels;
  if (!left || !right || channels.length <= 2) return channels;
  if (channels.length !== 5 && channels.length !== 6) return [left, right];
  const [behindLeft, behindRight] = channels.slice(-2) as [Float32Array, Float32Array];
  const side = (front: Float32Array, behind: Float32Array): Float32Array =>
    front.map((sample, i) => sample + HALF * ((centre?.[i] ?? 0) + (behind[i] ?? 0)));
  return [side(left, behindLeft), side(right, behindRight)];
}
