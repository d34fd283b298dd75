/** Longest that work waits for the page to be idle, in milliseconds. */
const MAX_WAIT = 500;

/** Does something once the page has shown what it shows, and has nothing else to do. */
export function whenIdle(act: () => void): void {
  // Not in every browser.
  if (typeof requestIdleCallback === 'function') requestIdleCallback(act, { timeout: MAX_WAIT });
  else setTimeout(act, MAX_WAIT);
}
