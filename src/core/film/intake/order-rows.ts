import { inNumberOrder, pathOf } from '../numbering';
import type { IntakeRow } from './intake-row';
import { withRollovers, type Rollover } from './rollover';

/** What rows can be ordered by. */
export const ROW_ORDERS = ['number', 'time', 'name', 'pixels', 'bytes'] as const;
export type RowOrder = (typeof ROW_ORDERS)[number];

const collator = new Intl.Collator('en', { numeric: true });

const timeOf = (row: IntakeRow): number | undefined => row.photo?.takenAt;

/** Sorts by a number, stably; rows without one come last. */
const byNumber = (rows: readonly IntakeRow[], of: (row: IntakeRow) => number | undefined): IntakeRow[] =>
  [...rows].sort((a, b) => (of(a) ?? Number.POSITIVE_INFINITY) - (of(b) ?? Number.POSITIVE_INFINITY) || 0);

/** By folder, number and name; of the same name by time, and by what is in them. */
function byPath(rows: readonly IntakeRow[]): readonly IntakeRow[] {
  const hashOf = ({ photo, id }: IntakeRow): string => photo?.hash ?? id;
  const settled = [...rows].sort(
    (a, b) =>
      (timeOf(a) ?? 0) - (timeOf(b) ?? 0) || (hashOf(a) < hashOf(b) ? -1 : hashOf(a) > hashOf(b) ? 1 : 0),
  );
  return inNumberOrder(settled, pathOf);
}

/** Where counters started again in rows of any order. */
export const rolloversOf = (rows: readonly IntakeRow[]): readonly Rollover[] =>
  withRollovers(byPath(rows)).rollovers;

/**
 * Rows in an order. Every order breaks ties by number, folder by folder, and the number order goes on over a camera's
 * rollover; over one that is not sure only where `unsure` says so. The same rows in any order give the same result.
 */
export function orderRows(rows: readonly IntakeRow[], order: RowOrder, unsure = true): IntakeRow[] {
  const numbered = withRollovers(byPath(rows), unsure).rows;
  switch (order) {
    case 'number':
      return numbered;
    case 'time':
      return byNumber(numbered, timeOf);
    case 'name':
      return [...numbered].sort((a, b) => collator.compare(a.name, b.name));
    case 'pixels':
      return byNumber(numbered, (row) => row.photo && row.photo.width * row.photo.height);
    case 'bytes':
      return byNumber(numbered, (row) => row.photo?.bytes);
  }
}
