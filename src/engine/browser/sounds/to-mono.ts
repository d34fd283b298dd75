/** The mean of one or two channels; of two it is written into a buffer that is long enough, if there is one. */
export function toMono([left, right]: readonly Float32Array[], buffer?: Float32Array): Float32Array {
  if (!left) return new Float32Array(0);
  if (!right) return left;
  const mono =
    buffer && buffer.length >= left.length ? buffer.subarray(0, left.length) : new Float32Array(left.length);
  for (let i = 0; i < mono.length; i++) mono[i] = ((left[i] as number) + (right[i] as number)) / 2;
  return mono;
}
