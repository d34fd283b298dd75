/** Whether storing failed because the browser's space for this site is used up. */
export function isFull(error: unknown): boolean {
  const name = (error as { name?: unknown } | null)?.name;
  // Some browsers abort the transaction and tell the reason only in words.
  return name === 'QuotaExceededError' || /quota|disk is full|not enough space/i.test(String(error));
}
