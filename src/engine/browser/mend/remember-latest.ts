/** Gives what is kept under a key, or makes it. */
export type Remembered<T> = (key: string, make: () => Promise<T | undefined>) => Promise<T | undefined>;

/** Remembers what was asked for last, so many; what failed or was not there is looked for again. */
export function rememberLatest<T>(most: number): Remembered<T> {
  const kept = new Map<string, Promise<T | undefined>>();
  return (key, make) => {
    let made = kept.get(key);
    if (!made) {
      const making = make();
      const forget = (): boolean => kept.get(key) === making && kept.delete(key);
      making.then((each) => each ?? forget(), forget);
      made = making;
    }
    // The latest stands last.
    kept.delete(key);
    kept.set(key, made);
    for (const eldest of kept.keys()) if (kept.size > most) kept.delete(eldest);
    return made;
  };
}
