import { tell } from '../shell/shell';

/** Says that something about prints could not be kept in this browser; the work goes on. */
export const sayUnkept = (error: unknown): void =>
  tell(
    `What is kept of prints could not be written: ${error instanceof Error ? error.message : String(error)}`,
    'wrong',
  );
