import type { Rate } from '../time/rate';

/**
 * How long each picture stays, in whole units of which a second has so many: rounded where it ends, not how long it is, so
 * that none is ever off by more than half a unit and all together are as long as they should be.
 */
export function delaysIn(
  holds: readonly number[],
  { num, den }: Rate,
  unitsASecond: number,
): readonly number[] {
  let [frame, told] = [0, 0];
  return holds.map((hold) => {
    frame += hold;
    const end = Math.round((frame * den * unitsASecond) / num);
    const delay = end - told;
    told = end;
    return delay;
  });
}

/** Holds of at most so many frames each, with the number of the picture that each shows: what stays longer is shown again. */
export function dividedHolds(
  holds: readonly number[],
  most: number,
): readonly { readonly picture: number; readonly hold: number }[] {
  return holds.flatMap((hold, picture) => {
    const parts = Math.ceil(hold / most);
    return Array.from({ length: parts }, (_, i) => ({ picture, hold: Math.min(most, hold - i * most) }));
  });
}
