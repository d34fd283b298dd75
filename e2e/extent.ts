import { test } from 'vitest';

/**
 * Whether this is `npm run test:long`, which tries every size, rate, kind and fault there is; `npm test` tries some of each.
 * docs/reliability.md says which.
 */
export const IS_LONG = process.env['KERMIS_LONG'] === '1';

/** What is tried always, and what is tried by `npm run test:long` only. */
export const some = <T>(always: readonly T[], long: readonly T[]): readonly T[] =>
  IS_LONG ? [...always, ...long] : always;

/** A test of `npm run test:long` only. */
export function longTest(title: string, run: () => Promise<void>): void {
  if (IS_LONG) test(title, run);
}
