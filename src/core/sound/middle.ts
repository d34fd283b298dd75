/** The middle one of some numbers by size, the upper of two; undefined of none. */
export const middle = (values: readonly number[]): number | undefined =>
  [...values].sort((a, b) => a - b)[values.length >> 1];
