/** The right to write one film, or to record: only one tab of a browser has it at a time. */
export interface FilmLock {
  /** Gives the right back; safe to call twice. */
  release(): void;
}

const lockName = (filmId: string): string => `kermis-film-${filmId}`;

const hold = (name: string, options: LockOptions): Promise<FilmLock | undefined> =>
  new Promise((resolve, reject) => {
    navigator.locks
      .request(name, options, (lock) => {
        if (!lock) {
          resolve(undefined);
          return undefined;
        }
        // The lock is held for as long as this promise is open.
        return new Promise<void>((done) => resolve({ release: done }));
      })
      .catch(reject);
  });

/** Takes the right to write a film if no other tab has it. */
export const tryFilmLock = (filmId: string): Promise<FilmLock | undefined> =>
  hold(lockName(filmId), { ifAvailable: true });

/** Waits until the other tab has given the right back. Rejects when `signal` is aborted first. */
export const waitForFilmLock = (filmId: string, signal: AbortSignal): Promise<FilmLock | undefined> =>
  hold(lockName(filmId), { signal });

/** Takes the right to record, if no other tab does. */
export const tryRecordingLock = (): Promise<FilmLock | undefined> =>
  hold('kermis-recording', { ifAvailable: true });

/** Takes a print as this tab's own, if no other has it. */
export const tryPrintLock = (printId: string): Promise<FilmLock | undefined> =>
  hold(`kermis-print-${printId}`, { ifAvailable: true });
