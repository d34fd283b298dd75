/** A file name split at its running number, the last run of digits before the ending. */
export interface NumberedName {
  /** What stands before the number, with the folder where one is known. */
  readonly before: string;
  /** Digits as they stand, with leading zeros; empty where there are none. */
  readonly digits: string;
  /** What stands between the number and the ending. */
  readonly after: string;
}

export function splitName(path: string): NumberedName {
  const stem = path.replace(/\.[^./\\]*$/, '');
  const parts = /^(.*?)(\d+)(\D*)$/s.exec(stem);
  if (!parts) return { before: stem, digits: '', after: '' };
  return { before: parts[1] as string, digits: parts[2] as string, after: parts[3] as string };
}

/** The running number, exact at any length; undefined where the name has none. */
export const runningNumber = (path: string): bigint | undefined => {
  const { digits } = splitName(path);
  return digits === '' ? undefined : BigInt(digits);
};

// Case and accents do not part two names of one run; digits within the text count as numbers.
const collator = new Intl.Collator('en', { numeric: true, sensitivity: 'base' });

/** Equal texts, which most are within a run, need no collator. */
const compareTexts = (a: string, b: string): number => (a === b ? 0 : collator.compare(a, b));

/** Whether two names belong to one run: what stands around their numbers is the same, but for case and accents. */
export function sameRun(a: string, b: string): boolean {
  const [x, y] = [splitName(a), splitName(b)];
  return compareTexts(x.before, y.before) === 0 && compareTexts(x.after, y.after) === 0;
}

interface Key {
  readonly path: string;
  readonly before: string;
  readonly number: bigint | undefined;
  readonly after: string;
}

const keyOf = (path: string): Key => {
  const { before, digits, after } = splitName(path);
  return { path, before, number: digits === '' ? undefined : BigInt(digits), after };
};

function compareKeys(a: Key, b: Key): number {
  const byRun = compareTexts(a.before, b.before);
  if (byRun !== 0) return byRun;
  if (a.number !== b.number) {
    if (a.number === undefined) return -1;
    if (b.number === undefined) return 1;
    return a.number < b.number ? -1 : 1;
  }
  return compareTexts(a.after, b.after) || compareTexts(a.path, b.path) || (a.path < b.path ? -1 : 1);
}

/**
 * Orders items by the running number of their names as a person counts (2 before 10), run by run
 * where the text before the number differs. A new array; the same names in any order give the same result.
 */
export function inNumberOrder<T>(items: readonly T[], pathOf: (item: T) => string): T[] {
  return items
    .map((item) => ({ item, key: keyOf(pathOf(item)) }))
    .sort((a, b) => (a.item === b.item ? 0 : compareKeys(a.key, b.key)))
    .map(({ item }) => item);
}
