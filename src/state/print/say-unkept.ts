import { reasonOf } from '../../engine/faults/reason-of';
import { tell } from '../shell/shell';

/** Says that something about prints could not be kept in this browser; the work goes on. */
export const sayUnkept = (error: unknown): void =>
  tell(`The list of prints could not be saved. ${reasonOf(error)}`, 'wrong');
