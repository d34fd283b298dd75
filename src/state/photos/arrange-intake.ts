import { type LayOut } from '../../core/edits/lay-out';
import { orderRows, type RowOrder } from '../../core/film/intake/order-rows';
import { changeIntake, intakeOf, keepSoon } from './intake-table';

/** Puts the rows of the table into another order. */
export function setOrder(order: RowOrder): void {
  const intake = intakeOf();
  if (!intake) return;
  changeIntake({ order, rows: orderRows(intake.rows, order, intake.overRollovers) });
  keepSoon();
}

/** Says whether a counter that may have started again has. */
export function setOverRollovers(overRollovers: boolean): void {
  const intake = intakeOf();
  if (!intake) return;
  const { order, rows } = intake;
  changeIntake({ overRollovers, rows: order ? orderRows(rows, order, overRollovers) : rows });
  keepSoon();
}

/** Chooses how the table is laid out. */
export const setLayOut = (change: Partial<LayOut>): void => {
  const intake = intakeOf();
  if (intake) changeIntake({ layOut: { ...intake.layOut, ...change } });
};

/** Leaves rows out, or takes them back in. */
export function leaveOut(ids: ReadonlySet<string>, leftOut: boolean): void {
  const intake = intakeOf();
  if (!intake) return;
  changeIntake({ rows: intake.rows.map((row) => (ids.has(row.id) ? { ...row, leftOut } : row)) });
  keepSoon();
}

/** Moves a row to stand at `index`. */
export function moveRow(id: string, index: number): void {
  const intake = intakeOf();
  const row = intake?.rows.find((each) => each.id === id);
  if (!intake || !row) return;
  const others = intake.rows.filter((each) => each.id !== id);
  const rows = [...others.slice(0, index), row, ...others.slice(index)];
  changeIntake({ rows, order: undefined });
  keepSoon();
}
