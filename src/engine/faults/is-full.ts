/**
 * True for errors of a full store: the quota of this site is used up, or the disk is
 * full, for which Chromium reports a failed write.
 */
export function isFull(error: unknown): boolean {
  const name = (error as { name?: unknown } | null)?.name;
  // Some browsers abort the transaction and tell the reason only in words.
  return (
    name === 'QuotaExceededError' ||
    /quota|disk is full|not enough space|no_space|failed to write blobs/i.test(String(error))
  );
}
