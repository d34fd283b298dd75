/** Why a print broke off, with the frame and the photo where it did. */
export class PrintFault extends Error {}

/** Does work on a picture of a print; what it throws says which. */
export async function atFrame<T>(start: number, name: string, work: () => Promise<T>): Promise<T> {
  try {
    return await work();
  } catch (error) {
    if (error instanceof PrintFault) throw error;
    const why = error instanceof Error ? error.message : String(error);
    throw new PrintFault(`At frame ${start + 1}, with ${name}: ${why}`);
  }
}
