import 'fake-indexeddb/auto';
import { beforeAll, expect, it } from 'vitest';
import { filmWith } from '../../core/film/random-films';
import { openForTest } from '../../state/document/open-for-test';
import { setShell } from '../../state/shell/shell';
import { allCommands } from './commands';
import { findCommands } from './find-commands';
import { goToCommands } from './go-to-commands';
import { TYPED_WORDS } from './typed-words';

beforeAll(async () => {
  await openForTest(
    filmWith([[1, 2, 3, 4, 5, 6].map((n) => ({ id: `p${n}`, photoId: n % 2 ? 'a' : 'b', hold: 2 }))]),
  );
  setShell({ stage: 'time' });
});

/** The commands of the list for typed words; Enter runs the first. */
const found = (typed: string): readonly string[] =>
  [...goToCommands(typed), ...findCommands(allCommands(), typed)].map(({ words }) => words);

it('what a newcomer types finds what is meant: first for 95 of 100, and the rest among the first three', () => {
  const places = TYPED_WORDS.map(([typed, meant]) => ({ typed, meant, at: found(typed).indexOf(meant) }));
  expect(places.filter(({ at }) => at < 0 || at > 2)).toEqual([]);
  expect(places.length).toBeGreaterThanOrEqual(150);
  const late = places.filter(({ at }) => at > 0);
  expect(late.length, JSON.stringify(late)).toBeLessThanOrEqual(0.05 * places.length);
});

it('has words of its own for each thing that can be done, and a reason where it cannot', () => {
  const commands = allCommands();
  expect(commands.length).toBeGreaterThan(150);
  expect(new Set(commands.map(({ words, keys }) => `${words} ${keys}`)).size).toBe(commands.length);
  for (const { words, cannot } of commands) {
    expect(words).toMatch(/^\S.*\S$/);
    if (cannot !== undefined) expect(cannot, words).toMatch(/^[A-Z].*[.]$/);
  }
});
