import { isTold, rawText } from '../../core/time/told-error';
import { isFull } from './is-full';

/** What is said where storing failed for want of room. */
export const NO_ROOM = 'No room left in this browser. Delete a film under All films, or free disk space.';

/** What a browser refuses, by the name of its error (WebIDL, “DOMException names”), and what to do. */
const REASONS: Readonly<Record<string, string>> = {
  NotAllowedError: 'The browser did not allow it. Allow it beside the address, then try again.',
  SecurityError: 'The browser did not allow it. Allow it beside the address, then try again.',
  NotFoundError: 'The file was moved or deleted. Choose it again.',
  NotReadableError: 'Another program is using it, or it cannot be read. Close that program, then try again.',
  NoModificationAllowedError: 'Another program is using it. Close that program, then try again.',
  AbortError: 'It was broken off. Try again.',
  NetworkError: 'The server cannot be reached. Check that it runs, then try again.',
  NotSupportedError: 'This browser cannot do that. Use a current desktop Chromium.',
};
const UNKNOWN = 'Something unexpected failed. Reload the page and try again.';

/** So many errors are remembered. */
const MOST_RAW = 50;
const raw: string[] = [];

/** The errors behind the reasons that were given, as the browser told them, the latest last: for a report, not for the screen. */
export const rawFaults = (): readonly string[] => raw;

/**
 * Why something failed, in a sentence for the screen with what to do. The browser's own words are not among them: they are remembered for whoever
 * copies the notes.
 *
 * @example tell(`“${title}” could not be saved. ${reasonOf(error)}`, 'wrong')
 */
export function reasonOf(error: unknown): string {
  raw.push(rawText(error));
  if (raw.length > MOST_RAW) raw.shift();
  if (isFull(error)) return NO_ROOM;
  if (isTold(error)) return /[.!?]$/.test(error.message) ? error.message : `${error.message}.`;
  return REASONS[(error as { name?: string } | null)?.name ?? ''] ?? UNKNOWN;
}
