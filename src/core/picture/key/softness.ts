const f = Math.fround;

/** Half as far from the backing again as what goes wholly, the subject is there as much as it was measured. */
const EASED = 2;
/** What stays wholly though it is not softened at all: a little less than all of it, for grain. */
const LEAST_REST = 0.03;
/** Where this much is left between what goes and what stays, it is as much as was measured; where half of that, it rises straight from one to the other. */
const WIDE = 0.6;

/** How measured parts become a matte; numbers of 32 bits. */
export interface Softness {
  /** What is no further from the backing goes wholly; what is so near to having nothing of it stays wholly. */
  readonly goes: number;
  readonly rest: number;
  /** Between the two: one part of what is left there, and how far what was measured counts, beside a straight rise. */
  readonly perSpan: number;
  readonly wide: number;
}

/** How soft a matte is, by what goes and the part of the rest over which it fades. */
export function softnessOf(goes: number, softness: number): Softness {
  const rest = LEAST_REST + Math.max(0, 1 - goes - LEAST_REST) * (1 - softness);
  const span = 1 - rest - goes;
  return {
    ...{ goes: f(goes), rest: f(rest), perSpan: span > 1e-6 ? f(1 / span) : 0 },
    wide: f(Math.min(1, Math.max(0, (2 * span) / WIDE - 1))),
  };
}

/** How much of a pixel is the subject, from what was measured, as far as it is softened: 0 to 255. */
export function softened(measured: number, { goes, rest, perSpan, wide }: Softness): number {
  const left = f(1 - measured);
  if (measured <= goes) return 0;
  if (left <= rest) return 255;
  const straight = f(f(measured - goes) * perSpan);
  const eased =
    measured < 0.5
      ? Math.min(measured, f(EASED * f(measured - goes)))
      : f(1 - Math.min(left, f(EASED * f(left - rest))));
  return Math.trunc(f(f(255 * f(f(wide * eased) + f(f(1 - wide) * straight))) + 0.5));
}
