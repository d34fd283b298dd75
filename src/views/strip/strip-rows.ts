import type { Schedule } from '../../core/film/schedule';

/** Where the rows of the strip lie, in CSS pixels from its top. */
export interface StripRows {
  /** What was found over the film, and how high that is drawn. */
  readonly curve: number;
  readonly curveHeight: number;
  readonly flags: number;
  readonly scenes: number;
  readonly tickets: number;
  /** Height of the tickets. */
  readonly band: number;
  readonly marks: number;
  readonly cycles: number;
  readonly lanes: number;
  /** Height of all of it; where it is more than there is room for, the strip is scrolled. */
  readonly total: number;
}

const RULER = 26;
const FLAGS = 18;
const CURVE = 62;
/** Height of the marks of what was mended. */
export const MARKS = 18;
const SCENES = 22;
const ROPE = 20;
/** Ropes of cycles within others hang so much lower each, down to the second. */
const LOWER = 8;
const LOWEST = 2;
const AROUND = 4;
/** Room below for what scrolls along the film. */
const FOOT = 14;
/** Height of tickets: the least at which something is seen of a photo, what suits, and the most. */
const BANDS = { least: 46, suits: 112, most: 280 };

/** What decides where the rows lie. */
export interface StripParts {
  readonly plan: Schedule;
  readonly hasFlags: boolean;
  /** Whether it shows what was mended: a curve above the poses and marks below them. */
  readonly mends: boolean;
  /** Height of all lanes, in CSS pixels. */
  readonly lanes: number;
}

const rowsWith = ({ plan, hasFlags, mends, lanes }: StripParts, band: number): StripRows => {
  const curveHeight = mends && plan.count > 0 ? CURVE : 0;
  const flags = RULER + curveHeight + 1;
  const scenes = flags - 1 + (hasFlags ? FLAGS + 1 : 2);
  const tickets = scenes + SCENES + 2;
  const marks = tickets + band + 1;
  const cycles = marks + (mends ? MARKS : 0) + 1;
  const depth = plan.cycles.reduce((most, each) => Math.max(most, Math.min(LOWEST, each.depth)), -1);
  const ropes = depth < 0 ? AROUND : ROPE + depth * LOWER;
  const top = cycles + ropes;
  const total = top + lanes + FOOT;
  return { curve: RULER, curveHeight, flags, scenes, tickets, band, marks, cycles, lanes: top, total };
};

/** Where the rows lie in a strip of a height, in CSS pixels: the tickets take what the rest leaves. */
export function stripRows(parts: StripParts, height: number): StripRows {
  const rest = rowsWith(parts, 0).total;
  return rowsWith(parts, Math.min(BANDS.most, Math.max(BANDS.least, Math.floor(height - rest))));
}

/** The height that suits the strip, in CSS pixels, and the least at which all of it is in sight. */
export const stripHeights = (parts: StripParts): { readonly suits: number; readonly least: number } => ({
  suits: rowsWith(parts, BANDS.suits).total,
  least: rowsWith(parts, BANDS.least).total,
});
