/** The value that all have; undefined where they differ. */
export function shared<T>(values: readonly T[]): T | undefined {
  const different = new Set(values);
  return different.size === 1 ? values[0] : undefined;
}
