import { inNumberOrder } from '../numbering';
import type { IntakeRow } from './intake-row';
import { withRollovers } from './rollover';

/** What rows can be ordered by. */
export const ROW_ORDERS = ['number', 'time', 'name', 'pixels', 'bytes'] as const;
export type RowOrder = (typeof ROW_ORDERS)[number];

const collator = new Intl.Collator('en', { numeric: true });

const timeOf = (row: IntakeRow): number | undefined => row.photo?.takenAt;

/** Sorts by a number, stably; rows without one come last. */
const byNumber = (rows: readonly IntakeRow[], of: (row: IntakeRow) => number | undefined): IntakeRow[] =>
  [...rows].sort((a, b) => (of(a) ?? Number.POSITIVE_INFINITY) - (of(b) ?? Number.POSITIVE_INFINITY) || 0);

/**
 * Rows in an order. Every order breaks ties by number, and the number order goes on over a camera's rollover.
 * The same rows in any order give the same result.
 */
export function orderRows(rows: readonly IntakeRow[], order: RowOrder): IntakeRow[] {
  const numbered = withRollovers(inNumberOrder(rows, (row) => row.name));
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
