import { whyOf } from '../../engine/browser/store/why';
import { tell } from '../shell/shell';

/** Says that something about prints could not be kept in this browser; the work goes on. */
export const sayUnkept = (error: unknown): void =>
  tell(`What is kept of prints could not be written: ${whyOf(error)}`, 'wrong');
