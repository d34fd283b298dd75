import { describe, expect, it } from 'vitest';
import type { Command } from './command';
import { findCommands } from './find-commands';

const command = (words: string, more: Partial<Command> = {}): Command => ({
  words,
  keys: '',
  run: () => undefined,
  ...more,
});
const ALL = [
  command('Open the microphone'),
  command('Framing: crop the picture'),
  command('Steady the picture', { also: 'stabilise' }),
  command('Delete the chosen poses', { cannot: 'There are no poses.' }),
  command('Delete the chosen cues'),
  command('Colour: add a step'),
];
const found = (typed: string): readonly string[] => findCommands(ALL, typed).map(({ words }) => words);

describe('a command', () => {
  it.each([
    ['crop', ['Framing: crop the picture']],
    ['phone', ['Open the microphone']],
    ['the picture', ['Steady the picture', 'Framing: crop the picture']],
    ['stabilize', ['Steady the picture']],
    ['color', ['Colour: add a step']],
    ['delete', ['Delete the chosen cues', 'Delete the chosen poses']],
    ['delete the pose', ['Delete the chosen poses']],
    ['walrus', []],
  ])('is found by “%s”', (typed, words) => expect(found(typed)).toEqual(words));

  it('is in its place where nothing is typed', () => expect(findCommands(ALL, ' ')).toEqual(ALL));
});
