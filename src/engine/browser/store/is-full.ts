/**
 * Whether storing failed because the browser's space for this site is used up, or the disk is full: Chromium then only says that it could
 * not write.
 */
export function isFull(error: unknown): boolean {
  const name = (error as { name?: unknown } | null)?.name;
  // Some browsers abort the transaction and tell the reason only in words.
  return (
    name === 'QuotaExceededError' ||
    /quota|disk is full|not enough space|no_space|failed to write blobs/i.test(String(error))
  );
}
