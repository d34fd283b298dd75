import { create } from 'zustand';
import { type LayOut } from '../../core/edits/lay-out';
import { type IntakeRow } from '../../core/film/intake/intake-row';
import { type RowOrder } from '../../core/film/intake/order-rows';
import { keepIntake, keepWaiting } from '../../engine/browser/store/intake-repository';

/** Photos that came in and wait for a look before they become poses. */
export interface Intake {
  readonly filmId: string;
  /** In the order in which they will be laid out. */
  readonly rows: readonly IntakeRow[];
  /** What the order follows; undefined when a person has moved rows. */
  readonly order: RowOrder | undefined;
  readonly layOut: LayOut;
  /** Whether the order goes on over places where a counter may have started again, but need not. */
  readonly overRollovers: boolean;
  /** Files asked for, and whether all of them have been looked at. */
  readonly asked: number;
  /** When it began, milliseconds since 1970; photos that come in together are told by it. */
  readonly cameInAt: number;
  readonly complete: boolean;
  /** Laid out already: what still comes in goes straight into the film. */
  readonly laidOut: boolean;
}

/** The table of what came in, of the open film. */
export const useIntake = create<{ readonly intake: Intake | undefined }>(() => ({ intake: undefined }));

/** The table of what came in; undefined where there is none. */
export const intakeOf = (): Intake | undefined => useIntake.getState().intake;

/** Changes some of the table, where there is one. */
export const changeIntake = (change: Partial<Intake>): void =>
  useIntake.setState(({ intake }) => ({ intake: intake && { ...intake, ...change } }));

/** A table of so many rows takes a while to look through: it is kept this long after a change, in milliseconds. */
const LONG = 600;

const KEEP_AFTER = 1500;

let keepTimer: ReturnType<typeof setTimeout> | undefined;

/** Rows that came in since the table was kept. */
let unkept: readonly IntakeRow[] = [];

/** Keeps the table now. One that is not kept costs a second choice of the folder, not a photo. */
export function keepTable(): void {
  clearTimeout(keepTimer);
  keepTimer = undefined;
  const intake = intakeOf();
  if (!intake || intake.laidOut) return;
  const until = unkept;
  keepIntake(intake).then(
    () => (unkept = unkept.filter((row) => !until.includes(row))),
    () => undefined,
  );
}

/** Keeps a table that begins. */
export function startKeeping(): void {
  unkept = [];
  keepTable();
}

/** Says that rows came in, to be kept with the table. */
export const keepRows = (rows: readonly IntakeRow[]): void => {
  unkept = [...unkept, ...rows];
};

/** The table is not kept any more. */
export function stopKeeping(): void {
  clearTimeout(keepTimer);
  keepTimer = undefined;
}

/** Keeps what has come in and does not stand in the kept table yet: `waiting` rows, and those before them. */
export function keepWaitingRows(waiting: readonly IntakeRow[]): void {
  const intake = intakeOf();
  if (intake && !intake.laidOut) keepWaiting(intake.filmId, [...unkept, ...waiting]).catch(() => undefined);
}

/** Keeps the table after a change: at once while it is short, else soon and together with what follows. */
export const keepSoon = (): void => {
  if ((intakeOf()?.rows.length ?? 0) < LONG) keepTable();
  else keepTimer ??= setTimeout(keepTable, KEEP_AFTER);
};

/** Keeps what waits to be kept. */
export const keepTableNow = (): void => {
  if (keepTimer !== undefined) keepTable();
};

/** Keeps the table when the page goes, until told to stop. */
export function startKeepingTable(): () => void {
  addEventListener('pagehide', keepTableNow);
  document.addEventListener('visibilitychange', keepTableNow);
  return () => {
    removeEventListener('pagehide', keepTableNow);
    document.removeEventListener('visibilitychange', keepTableNow);
  };
}
