import { isFull } from './is-full';

/** What is said where storing failed for want of room. */
export const NO_ROOM =
  'The browser has no room left: delete a film you no longer need, or free space on the disk.';

/** What went wrong, as a sentence for the screen; a full disk in words of this app, since the browser only tells the name of the fault. */
export function whyOf(error: unknown): string {
  if (isFull(error)) return NO_ROOM;
  const words = error instanceof Error && error.message !== '' ? error.message : String(error);
  return /[.!?]$/.test(words) ? words : `${words}.`;
}
