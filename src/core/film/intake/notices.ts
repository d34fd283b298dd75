import type { Approximate } from '../film';
import { pathOf, runningNumber, sameRun } from '../numbering';
import { isUsable, type IntakeRow, type UsableRow } from './intake-row';

/** Something about a row that a person may want to look at. */
export type RowNotice =
  | { readonly kind: 'gap'; readonly from: bigint; readonly to: bigint }
  | { readonly kind: 'same-number'; readonly as: string }
  | { readonly kind: 'twin'; readonly of: string }
  | { readonly kind: 'other-size'; readonly shape: boolean }
  | { readonly kind: 'turned' }
  | { readonly kind: 'colours'; readonly why: Approximate }
  | { readonly kind: 'light'; readonly percent: number }
  | { readonly kind: 'earlier'; readonly than: string };

/** How much lighter or darker than its neighbours a photo must be at least to be told of. */
const LIGHT_CHANGE = 0.12;
/** Photos to either side that are taken for its neighbours, and for the run that it stands in. */
const AROUND = 5;
const RUN = 24;
/**
 * Where photos of a run differ anyhow, one must differ so many times as much as half of them do: in a normal distribution
 * that is 2.7 standard deviations. How lively a run is can be told from so many photos on.
 */
const LIVELY = 4;
const FEWEST = 8;

/** A counter that started again and begins no further than this has gaps before its first number. */
const NEAR = 100n;

/** The median of what is measured around each place; undefined where nothing is. */
function mediansAround(values: readonly (number | undefined)[], reach: number): (number | undefined)[] {
  // The window stays sorted: each step takes one value out and puts one in.
  const window: number[] = [];
  const placeOf = (value: number): number => {
    let at = window.length;
    while (at > 0 && (window[at - 1] as number) >= value) at--;
    return at;
  };
  const add = (value: number | undefined): void => {
    if (value !== undefined) window.splice(placeOf(value), 0, value);
  };
  for (let i = 0; i < Math.min(reach, values.length); i++) add(values[i]);
  return values.map((_, i) => {
    add(values[i + reach]);
    const gone = values[i - reach - 1];
    if (gone !== undefined) window.splice(placeOf(gone), 1);
    return window[window.length >> 1];
  });
}

/** The most frequent of some keys. */
function usual(keys: readonly number[]): number | undefined {
  const counts = new Map<number, number>();
  for (const key of keys) counts.set(key, (counts.get(key) ?? 0) + 1);
  return [...counts].sort((a, b) => b[1] - a[1])[0]?.[0];
}

// As numbers: thousands of texts would take longer to make than all else that is looked for.
const sizeOf = ({ photo }: UsableRow): number => photo.width * 2 ** 20 + photo.height;
const shapeOf = ({ photo }: UsableRow): number => Math.round((photo.width / photo.height) * 100);

/**
 * How two numbered names of one run follow each other where that is not one after the other: with the same number, or a
 * gap; where the counter turned from all nines, what is missing from its start on.
 */
function stepBetween(
  previous: UsableRow,
  next: UsableRow,
): 'same' | { from: bigint; to: bigint } | undefined {
  const before = runningNumber(previous.name);
  const after = runningNumber(next.name);
  if (before === undefined || after === undefined || !sameRun(pathOf(previous), pathOf(next)))
    return undefined;
  if (after === before) return 'same';
  const awaited = before + 1n;
  if (after > awaited) return { from: awaited, to: after - 1n };
  // The counter started again: only what is missing behind it counts.
  return after < before && after > 1n && after <= NEAR ? { from: 1n, to: after - 1n } : undefined;
}

/**
 * What is worth telling of each row, by row id, for rows in the order in which they will be laid out. Only
 * rows that will be laid out are compared.
 */
export function rowNotices(rows: readonly IntakeRow[]): ReadonlyMap<string, readonly RowNotice[]> {
  const usable = rows.filter(isUsable);
  const usualSize = usual(usable.map(sizeOf));
  const usualShape = usual(usable.map(shapeOf));
  const lights = mediansAround(
    usable.map((row) => row.photo.light),
    AROUND,
  );
  const changes = usable.map(({ photo: { light } }, i) => {
    const around = lights[i];
    return light !== undefined && around !== undefined && around > 0 ? light / around - 1 : undefined;
  });
  const lively = mediansAround(
    changes.map((change) => (change === undefined ? undefined : Math.abs(change))),
    RUN,
  );
  const isTold = (change: number, i: number): boolean =>
    Math.abs(change) >= Math.max(LIGHT_CHANGE, usable.length < FEWEST ? 0 : LIVELY * (lively[i] ?? 0));
  const firstWith = new Map<string, string>();
  const notices = new Map<string, RowNotice[]>();
  usable.forEach((row, i) => {
    const { photo, name } = row;
    const found: RowNotice[] = [];
    const previous = usable[i - 1];
    if (previous) {
      const step = stepBetween(previous, row);
      if (step === 'same') found.push({ kind: 'same-number', as: previous.name });
      else if (step) found.push({ kind: 'gap', ...step });
    }
    const twin = firstWith.get(photo.hash);
    if (twin === undefined) firstWith.set(photo.hash, name);
    else found.push({ kind: 'twin', of: twin });
    if (sizeOf(row) !== usualSize) found.push({ kind: 'other-size', shape: shapeOf(row) !== usualShape });
    if (photo.orientation !== 1) found.push({ kind: 'turned' });
    if (photo.approximate) found.push({ kind: 'colours', why: photo.approximate });
    const change = changes[i];
    if (change !== undefined && isTold(change, i))
      found.push({ kind: 'light', percent: Math.round(change * 100) });
    const { takenAt } = photo;
    if (takenAt !== undefined && previous?.photo.takenAt !== undefined && takenAt < previous.photo.takenAt)
      found.push({ kind: 'earlier', than: previous.name });
    if (found.length > 0) notices.set(row.id, found);
  });
  return notices;
}

/** What is noticed, as it is counted: one, and several. */
export const NOTICE_WORDS: Readonly<Record<RowNotice['kind'], readonly [one: string, several: string]>> = {
  gap: ['gap in the numbers', 'gaps in the numbers'],
  'same-number': ['repeated number', 'repeated numbers'],
  twin: ['duplicate', 'duplicates'],
  'other-size': ['another size', 'another size'],
  turned: ['turned upright', 'turned upright'],
  colours: ['colours may be off', 'colours may be off'],
  light: ['lighter or darker', 'lighter or darker'],
  earlier: ['out of order', 'out of order'],
};

/** All that is to be said of a row, in plain words. */
export function rowWords(row: IntakeRow, notices: readonly RowNotice[]): string {
  if (row.problem !== undefined) return row.problem;
  const known = row.inFilm ? ['in the film already'] : [];
  return [...known, ...notices.map(formatNotice)].join('; ');
}

const APPROXIMATE_WORDS: Readonly<Record<Approximate, string>> = {
  inks: 'has inks (CMYK): its colours are approximate',
  profile: 'has a colour profile that cannot be used: its colours are approximate',
  damage: 'is damaged: a part of it cannot be seen. Copy it from the camera again',
};

/** A notice in plain words. */
export function formatNotice(notice: RowNotice): string {
  switch (notice.kind) {
    case 'gap':
      return notice.from === notice.to
        ? `number ${notice.from} missing before`
        : `numbers ${notice.from} to ${notice.to} missing before`;
    case 'same-number':
      return `same number as ${notice.as}`;
    case 'twin':
      return `the same photo as ${notice.of}`;
    case 'other-size':
      return notice.shape ? 'another shape than the rest' : 'another size than the rest';
    case 'turned':
      return 'turned upright';
    case 'colours':
      return APPROXIMATE_WORDS[notice.why];
    case 'light':
      return `${Math.abs(notice.percent)} % ${notice.percent > 0 ? 'lighter' : 'darker'} than its neighbours`;
    case 'earlier':
      return `taken before ${notice.than}`;
  }
}
