const NAME = 'kermis-pictures';

/**
 * Holds the stored pictures while a film is open: what comes in stands in no film yet, and what was taken out may be
 * wanted back by undo. Any number of tabs hold them at a time; nothing is freed meanwhile. Resolves, as soon as they
 * are held, to what lets them go.
 */
export const holdPictures = (): Promise<() => void> =>
  new Promise((resolve, reject) => {
    navigator.locks
      .request(NAME, { mode: 'shared' }, () => new Promise<void>((done) => resolve(done)))
      .catch(reject);
  });

/** Does something while no tab holds the pictures; undefined, and nothing done, where one does. */
export async function withPicturesFree<T>(work: () => Promise<T>): Promise<T | undefined> {
  return await navigator.locks.request(NAME, { mode: 'exclusive', ifAvailable: true }, async (lock) =>
    lock ? work() : undefined,
  );
}
