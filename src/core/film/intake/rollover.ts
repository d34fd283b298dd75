import { sameRun, splitName } from '../numbering';

interface Named {
  readonly name: string;
  readonly photo?: { readonly takenAt?: number | undefined } | undefined;
}

/**
 * Where a camera's counter started again (9999, then 0001), in rows of one run in number order: the index of the
 * first row shot before the counter turned, or 0 where it did not.
 *
 * It turned when the last number is all nines, the first is 0 or 1, all have as many digits, and between
 * them lies one gap larger than all that was shot. Capture times, where both sides have them, decide.
 */
function turnOf(rows: readonly Named[]): number {
  const split = rows.map((row) => splitName(row.name));
  const [first] = split;
  const last = split.at(-1);
  if (!first || !last || first.digits === '' || !/^9{2,}$/.test(last.digits)) return 0;
  if (BigInt(first.digits) > 1n || split.some(({ digits }) => digits.length !== last.digits.length)) return 0;
  let turn = 0;
  let widest = 1n;
  for (let i = 1; i < split.length; i++) {
    const gap = BigInt(split[i]?.digits ?? 0) - BigInt(split[i - 1]?.digits ?? 0);
    if (gap > widest) {
      widest = gap;
      turn = i;
    }
  }
  if (widest <= BigInt(rows.length)) return 0;
  const early = rows[turn]?.photo?.takenAt;
  const late = rows[0]?.photo?.takenAt;
  return early !== undefined && late !== undefined && early > late ? 0 : turn;
}

/** Rows in number order, with what was shot before a rollover put in front of what was shot after it. */
export function withRollovers<T extends Named>(rows: readonly T[]): T[] {
  const result: T[] = [];
  for (let from = 0; from < rows.length;) {
    let to = from + 1;
    while (to < rows.length && sameRun((rows[from] as T).name, (rows[to] as T).name)) to++;
    const run = rows.slice(from, to);
    const turn = turnOf(run);
    result.push(...run.slice(turn), ...run.slice(0, turn));
    from = to;
  }
  return result;
}
