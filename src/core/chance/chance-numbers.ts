/**
 * Numbers from 0 to 1 that look like chance and are the same each time for the same seed, from 1 to 2³¹ − 2 (Park and Miller, Communications
 * of the ACM 31(10), 1988, with the multiplier of their answer of 1993): what is made of them is the same file, the same find each time.
 */
export function chanceNumbers(seed: number): () => number {
  let state = seed;
  return () => (state = (state * 48_271) % 2_147_483_647) / 2_147_483_647;
}
