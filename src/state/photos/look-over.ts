import { create } from 'zustand';
import type { IntakeRow } from '../../core/film/intake/intake-row';
import { rowNotices, type RowNotice } from '../../core/film/intake/notices';
import { intakeOf } from './intake-table';

/** What can be looked at in the table one after the other: a kind of thing noticed, or what cannot be used. */
export type Noticed = RowNotice['kind'] | 'refused';

interface LookOver {
  /** What is stepped through; undefined for all that was noticed. */
  readonly kind: Noticed | undefined;
  /** The row that is looked at, by id. */
  readonly at: string | undefined;
}

/** Where a person is in looking over what was noticed. */
export const useLookOver = create<LookOver>(() => ({ kind: undefined, at: undefined }));

/** What is noticed of a row, by kind. */
export const noticedOf = (row: IntakeRow, notices: readonly RowNotice[]): readonly Noticed[] =>
  row.photo ? [...new Set(notices.map(({ kind }) => kind))] : ['refused'];

/** How many rows there are of each kind, in the order in which kinds first come. */
export function countNoticed(
  rows: readonly IntakeRow[],
  notices: ReadonlyMap<string, readonly RowNotice[]>,
): ReadonlyMap<Noticed, number> {
  const counts = new Map<Noticed, number>();
  for (const row of rows)
    for (const kind of noticedOf(row, notices.get(row.id) ?? []))
      counts.set(kind, (counts.get(kind) ?? 0) + 1);
  return counts;
}

/** Goes to the next row (1), or the one before (−1), of which something was noticed; around at the ends. */
export function stepNoticed(direction: 1 | -1, kind = useLookOver.getState().kind): void {
  const rows = intakeOf()?.rows ?? [];
  const notices = rowNotices(rows);
  const meant = rows.filter((row) => {
    const noticed = noticedOf(row, notices.get(row.id) ?? []);
    return kind === undefined ? noticed.length > 0 : noticed.includes(kind);
  });
  const order = new Map(rows.map((row, i) => [row.id, i]));
  const { at } = useLookOver.getState();
  const here = (at === undefined ? undefined : order.get(at)) ?? (direction === 1 ? -1 : rows.length);
  const next =
    direction === 1
      ? (meant.find((row) => (order.get(row.id) ?? 0) > here) ?? meant[0])
      : (meant.findLast((row) => (order.get(row.id) ?? 0) < here) ?? meant.at(-1));
  useLookOver.setState({ kind, at: next?.id });
}
