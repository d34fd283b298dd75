/** Which `keep` of `n` things to keep so that those left out lie evenly between: their places, from 0. */
export const evenly = (n: number, keep: number): readonly number[] =>
  Array.from({ length: keep }, (_, i) => Math.floor(((2 * i + 1) * n) / (2 * keep)));
