import { test } from 'vitest';

/**
 * True in `npm run test:long`, which tries every size, rate, kind and fault; `npm test` tries some of each.
 * docs/reliability.md says which.
 */
export const IS_LONG = process.env['KERMIS_LONG'] === '1';

/** Cases that are always tried, followed by those that only `npm run test:long` tries. */
export const some = <T>(always: readonly T[], long: readonly T[]): readonly T[] =>
  IS_LONG ? [...always, ...long] : always;

/** A test of `npm run test:long` only. */
export function longTest(title: string, run: () => Promise<void>): void {
  if (IS_LONG) test(title, run);
}
