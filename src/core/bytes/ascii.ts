/** Some bytes as the letters of ASCII, from a place on; fewer where the bytes end before. */
export const ascii = (bytes: Uint8Array, at: number, length: number): string =>
  String.fromCharCode(...bytes.subarray(at, at + length));
