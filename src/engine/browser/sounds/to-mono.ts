/** The mean of one or two channels. */
export function toMono([left, right]: readonly Float32Array[]): Float32Array {
  if (!left) return new Float32Array(0);
  if (!right) return left;
  const mono = new Float32Array(left.length);
  for (let i = 0; i < mono.length; i++) mono[i] = ((left[i] as number) + (right[i] as number)) / 2;
  return mono;
}
