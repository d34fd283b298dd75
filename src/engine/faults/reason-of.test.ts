import { readFileSync } from 'node:fs';
import { expect, it } from 'vitest';
import { sourcesIn } from '../../../scripts/texts';
import { ToldError } from '../../core/time/told-error';
import { NO_ROOM, rawFaults, reasonOf } from './reason-of';

it.each([
  [new DOMException('', 'QuotaExceededError'), NO_ROOM],
  [new Error('Failed to write blobs (IOError)'), NO_ROOM],
  [new DOMException('User denied', 'NotAllowedError'), /did not allow it/],
  [new DOMException('x', 'NotFoundError'), /moved or deleted/],
  [new DOMException('x', 'NotReadableError'), /Another program/],
  [new DOMException('x', 'AbortError'), /broken off/],
  [new TypeError("Cannot read properties of undefined (reading 'x')"), /unexpected failed\. Reload/],
  [undefined, /unexpected failed\. Reload/],
  [new ToldError('The camera was unplugged'), 'The camera was unplugged.'],
])('%s is told in a sentence, and no name of an error is in it', (error, reason) => {
  const told = reasonOf(error);
  expect(told).toMatch(reason);
  expect(told).toMatch(/^[A-Z].*\.$/);
  expect(told).not.toMatch(/Error|undefined|IOError/);
  expect(rawFaults().at(-1)).toContain(error === undefined ? 'undefined' : error.message);
});

it('what came from a worker is told as it was meant, with its cause for a report', () => {
  const { name, message, stack } = new ToldError('It is gone.', { cause: new TypeError('raw') });
  const passed = Object.assign(new Error(message), { name, stack });
  expect(reasonOf(passed)).toBe('It is gone.');
  expect(rawFaults().at(-1)).toContain('raw');
});

/** Where the message of an error is read, and why none of the browser's words comes to the screen by it. */
const READ: Readonly<Record<string, string>> = {
  'src/core/time/told-error.ts': 'makes the text of a report',
  'src/core/formats/svg/read-svg.ts': 'faults of its own only',
  'src/engine/browser/bundle/read-bundle.ts': 'told errors only',
  'src/engine/browser/photos/bring-in-photo.ts': 'told errors only',
  'src/engine/browser/sounds/bring-in-sound.ts': 'told errors only',
  'src/engine/browser/threads/worker-pool.ts': 'goes into the cause',
  'src/engine/faults/is-full.ts': 'only looks for words of a full disk',
  'src/engine/faults/reason-of.ts': 'told errors only',
  'src/state/shell/say-fault.ts': 'told errors only',
};

it('an error comes to the screen by its reason alone', () => {
  const reads = sourcesIn(['src']).filter((file) =>
    /String\((error|fault|reason)\)|\b(error|fault|reason)\.message|\bevent\.message/.test(
      readFileSync(file, 'utf8'),
    ),
  );
  expect(reads.filter((file) => !(file in READ))).toEqual([]);
  expect(Object.keys(READ).filter((file) => !reads.includes(file))).toEqual([]);
});
