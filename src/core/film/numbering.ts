/** A file name split at its running number, the last run of digits before the ending. */
export interface NumberedName {
  /** What stands before the number, with the folder where one is known. */
  readonly before: string;
  /** Digits as they stand, with leading zeros; empty where there are none. */
  readonly digits: string;
  /** What stands between the number and the ending. */
  readonly after: string;
}

interface NameKey extends NumberedName {
  /** The running number, exact at any length; undefined where the name has none. */
  readonly number: bigint | undefined;
}

function parse(path: string): NameKey {
  const stem = path.replace(/\.[^./\\]*$/, '');
  const parts = /^(.*?)(\d+)(\D*)$/s.exec(stem);
  if (!parts) return { before: stem, digits: '', after: '', number: undefined };
  const [, before = '', digits = '', after = ''] = parts;
  return { before, digits, after, number: BigInt(digits) };
}

/** Names are asked for again and again while thousands of photos come in. */
const MOST_REMEMBERED = 50_000;
const remembered = new Map<string, NameKey>();

function keyOf(path: string): NameKey {
  let key = remembered.get(path);
  if (!key) {
    if (remembered.size >= MOST_REMEMBERED) remembered.clear();
    key = parse(path);
    remembered.set(path, key);
  }
  return key;
}

/** A name with the folder that it came in: names of one run share the folder. */
export const pathOf = ({
  folder,
  name,
}: {
  readonly folder?: string | undefined;
  readonly name: string;
}): string => (folder === undefined ? name : `${folder}/${name}`);

export const splitName = (path: string): NumberedName => keyOf(path);

/** The running number, exact at any length; undefined where the name has none. */
export const runningNumber = (path: string): bigint | undefined => keyOf(path).number;

// Case and accents do not part two names of one run; digits within the text count as numbers.
const collator = new Intl.Collator('en', { numeric: true, sensitivity: 'base' });

/** Equal texts, which most are within a run, need no collator. */
const compareTexts = (a: string, b: string): number => (a === b ? 0 : collator.compare(a, b));

/** Whether two names belong to one run: what stands around their numbers is the same, but for case and accents. */
export function sameRun(a: string, b: string): boolean {
  const [x, y] = [keyOf(a), keyOf(b)];
  return compareTexts(x.before, y.before) === 0 && compareTexts(x.after, y.after) === 0;
}

function compareNames(pathA: string, pathB: string): number {
  const [a, b] = [keyOf(pathA), keyOf(pathB)];
  const byRun = compareTexts(a.before, b.before);
  if (byRun !== 0) return byRun;
  if (a.number !== b.number) {
    if (a.number === undefined) return -1;
    if (b.number === undefined) return 1;
    return a.number < b.number ? -1 : 1;
  }
  return compareTexts(a.after, b.after) || compareTexts(pathA, pathB) || (pathA < pathB ? -1 : 1);
}

/**
 * Orders items by the running number of their names as a person counts (2 before 10), run by run
 * where the text before the number differs. A new array; the same names in any order give the same result.
 */
export function inNumberOrder<T>(items: readonly T[], pathOf: (item: T) => string): T[] {
  return [...items].sort((a, b) => (a === b ? 0 : compareNames(pathOf(a), pathOf(b))));
}
