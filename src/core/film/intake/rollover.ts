import { pathOf, sameRun, splitName } from '../numbering';

interface Named {
  readonly name: string;
  readonly folder?: string | undefined;
  readonly photo?: { readonly takenAt?: number | undefined } | undefined;
}

/** Where a camera's counter started again within a run. */
export interface Rollover {
  /** The last name before it, and the first behind it. */
  readonly from: string;
  readonly to: string;
  /** Whether there can be no doubt; else a person is asked. */
  readonly sure: boolean;
}

/** The counter ends near its width's end, and begins near nought, within this part of its numbers. */
const NEAR = 0.02;

interface Turn {
  /** Index, in number order, of the first row shot before the counter turned. */
  readonly index: number;
  readonly sure: boolean;
}

const timeOf = ({ photo }: Named): number | undefined => photo?.takenAt;

/** Whether all of some rows were taken before all of others, or the other way round; undefined where times do not tell. */
function takenBefore(early: readonly Named[], late: readonly Named[]): boolean | undefined {
  const spans = [early, late].map((rows) => {
    const times = rows.flatMap((row) => timeOf(row) ?? []).sort((a, b) => a - b);
    return { first: times[0], last: times.at(-1) };
  });
  const [before, after] = spans as [(typeof spans)[number], (typeof spans)[number]];
  if (before.first === undefined || before.last === undefined) return undefined;
  if (after.first === undefined || after.last === undefined) return undefined;
  if (before.last < after.first) return true;
  return after.last < before.first ? false : undefined;
}

/** Whether the time never falls from row to row. */
function rises(rows: readonly Named[]): boolean {
  const times = rows.flatMap((row) => timeOf(row) ?? []);
  return times.every((time, i) => i === 0 || time >= (times[i - 1] as number));
}

/**
 * The turn of a counter in rows of one run in number order. It lies in a gap: what is behind the gap was shot before what is in
 * front of it. Where times tell which came first they decide: a counter that falls while the time rises has turned, unless
 * both sides hang together but for a few numbers. Where they do not, it has turned if it ends near its width's end (9990 of
 * 9999, however many digits are written) and begins near nought; all nines and a 0 or 1 leave no doubt.
 */
function turnOf(rows: readonly Named[]): Turn | undefined {
  const digits = rows.map((row) => splitName(row.name).digits);
  const first = digits[0] ?? '';
  // One without a number, or of another length, is no counter.
  if (first === '' || digits.some(({ length }) => length !== first.length)) return undefined;
  const numbers = digits.map(Number);
  const [least, most] = [numbers[0] as number, numbers.at(-1) as number];
  let [index, widest] = [0, 1];
  for (let i = 1; i < numbers.length; i++) {
    const gap = (numbers[i] as number) - (numbers[i - 1] as number);
    if (gap > widest) [index, widest] = [i, gap];
  }
  if (index === 0) return undefined;
  const width = 10 ** String(most).length;
  const near = width * NEAR;
  const atBothEnds = width >= 100 && most >= width - 1 - near && least <= near && widest > rows.length;
  const byTime = takenBefore(rows.slice(index), rows.slice(0, index));
  if (byTime === false) return undefined;
  const exact = most === width - 1 && least <= 1;
  if (atBothEnds) return { index, sure: exact || byTime === true };
  // Somewhere in the middle only times can tell, and a clock may have been set back.
  const counts = [rows.slice(index), rows.slice(0, index)].every(rises) && rows.length > 2;
  return byTime === true && counts && widest > 2 ? { index, sure: false } : undefined;
}

/** Rows in number order, with what was shot before a rollover put in front of what was shot after it; and the rollovers. */
export function withRollovers<T extends Named>(
  rows: readonly T[],
  unsure = true,
): { rows: T[]; rollovers: Rollover[] } {
  const result: T[] = [];
  const rollovers: Rollover[] = [];
  for (let from = 0; from < rows.length;) {
    let to = from + 1;
    while (to < rows.length && sameRun(pathOf(rows[from] as T), pathOf(rows[to] as T))) to++;
    const run = rows.slice(from, to);
    const turn = turnOf(run);
    const index = turn && (turn.sure || unsure) ? turn.index : 0;
    result.push(...run.slice(index), ...run.slice(0, index));
    if (turn) rollovers.push({ from: (run.at(-1) as T).name, to: (run[0] as T).name, sure: turn.sure });
    from = to;
  }
  return { rows: result, rollovers };
}
