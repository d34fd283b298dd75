/** Long work that is to have the machine for itself goes on so many times. */
let going = 0;

/** Whether such work goes on: what can wait does. */
export const isAtWork = (): boolean => going > 0;

/** Does work that is to have the machine for itself. */
export async function atWork<T>(work: () => Promise<T>): Promise<T> {
  going++;
  try {
    return await work();
  } finally {
    going--;
  }
}
