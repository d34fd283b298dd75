import { ToldError } from '../../core/time/told-error';
import { reasonOf } from '../faults/reason-of';

/** Why a print broke off, with the frame and the photo where it did. */
export class PrintFault extends ToldError {}

/** Does work on a picture of a print; what it throws says which. */
export async function atFrame<T>(start: number, name: string, work: () => Promise<T>): Promise<T> {
  try {
    return await work();
  } catch (error) {
    if (error instanceof PrintFault) throw error;
    throw new PrintFault(`Printing stopped at frame ${start + 1} (${name}). ${reasonOf(error)}`, {
      cause: error,
    });
  }
}
