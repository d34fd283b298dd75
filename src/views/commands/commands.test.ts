import 'fake-indexeddb/auto';
import { beforeAll, expect, it } from 'vitest';
import { filmWith } from '../../core/film/random-films';
import { openForTest } from '../../state/document/open-for-test';
import { setShell } from '../../state/shell/shell';
import { allCommands } from './commands';
import { likelihood } from './find-commands';
import { goToCommands } from './go-to-commands';

beforeAll(async () => {
  await openForTest(
    filmWith([[1, 2, 3, 4, 5, 6].map((n) => ({ id: `p${n}`, photoId: n % 2 ? 'a' : 'b', hold: 2 }))]),
  );
  setShell({ stage: 'time' });
});

/** The first command of the list for typed words: the one that Enter runs. */
const first = (typed: string): string | undefined =>
  [
    ...goToCommands(typed),
    ...allCommands().toSorted((a, b) => likelihood(b, typed) - likelihood(a, typed)),
  ][0]?.words;

it.each([
  ['export', 'Print the film'],
  ['fps', 'Rate of the film'],
  ['frame rate', 'Rate of the film'],
  ['rename', 'Name of the film'],
  ['backup', 'Save the film to disk as a .kermis file'],
  ['dark', 'Daylight or dim colours'],
  ['onion', 'Ghost of the neighbours'],
  ['undo', 'Undo'],
  ['chroma', 'Key: cut the subject out of a plain backing'],
  ['go to 7', 'Go to frame 7'],
  ['pose 4', 'Go to pose 4'],
])('typing “%s” finds “%s”', (typed, words) => expect(first(typed)).toBe(words));

it('has words of its own for each thing that can be done, and a reason where it cannot', () => {
  const commands = allCommands();
  expect(commands.length).toBeGreaterThan(150);
  for (const { words, cannot } of commands) {
    expect(words).toMatch(/^\S.*\S$/);
    if (cannot !== undefined) expect(cannot, words).toMatch(/^[A-Z].*[.]$/);
  }
});
