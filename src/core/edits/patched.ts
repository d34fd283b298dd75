/** Marks that are undefined are taken away, so that what has none is equal to what it was. */
export const patched = <T extends object>(thing: T, marks: object): T =>
  Object.fromEntries(
    Object.entries({ ...thing, ...marks }).filter(([, value]) => value !== undefined),
  ) as unknown as T;
