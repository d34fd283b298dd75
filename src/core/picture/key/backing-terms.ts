/** Fills in the terms of a field at a place, in parts of the upright photo. */
export function backingTerms(u: number, v: number, terms: Float64Array): void {
  const x = 2 * u - 1;
  const y = 2 * v - 1;
  terms[0] = 1;
  terms[1] = x;
  terms[2] = y;
  terms[3] = x * x;
  terms[4] = x * y;
  terms[5] = y * y;
  terms[6] = x * x * x;
  terms[7] = x * x * y;
  terms[8] = x * y * y;
  terms[9] = y * y * y;
}
