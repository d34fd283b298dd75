import type { Schedule } from '../../core/film/schedule';

/** Where the rows of the strip lie, in CSS pixels from its top. */
export interface StripRows {
  readonly flags: number;
  readonly scenes: number;
  readonly tickets: number;
  /** Height of the tickets. */
  readonly band: number;
  readonly cycles: number;
  readonly lanes: number;
  /** Height of all of it; where it is more than there is room for, the strip is scrolled. */
  readonly total: number;
}

const RULER = 26;
const FLAGS = 18;
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
  /** Height of all lanes, in CSS pixels. */
  readonly lanes: number;
}

const rowsWith = ({ plan, hasFlags, lanes }: StripParts, band: number): StripRows => {
  const scenes = RULER + (hasFlags ? FLAGS + 1 : 2);
  const tickets = scenes + SCENES + 2;
  const cycles = tickets + band + 2;
  const depth = plan.cycles.reduce((most, each) => Math.max(most, Math.min(LOWEST, each.depth)), -1);
  const ropes = depth < 0 ? AROUND : ROPE + depth * LOWER;
  const top = cycles + ropes;
  return { flags: RULER + 1, scenes, tickets, band, cycles, lanes: top, total: top + lanes + FOOT };
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
