import { describe, expect, it } from 'vitest';
import type { Command } from './command';
import { likelihood } from './find-commands';

const command = (words: string, more: Partial<Command> = {}): Command => ({
  words,
  keys: '',
  run: () => undefined,
  ...more,
});
const ALL = [
  command('Print the film'),
  command('Save the film to disk'),
  command('Level of the chosen cues'),
  command('Rate of the film'),
  command('Name of the film'),
  command('Zoom in on the picture'),
  command('Add a folder of photos'),
  command('Hold a frame longer'),
  command('Delete the chosen poses', { cannot: 'There are no poses.' }),
  command('Delete the chosen cues'),
];
const found = (typed: string): readonly string[] =>
  ALL.filter((each) => likelihood(each, typed) > 0)
    .toSorted((a, b) => likelihood(b, typed) - likelihood(a, typed))
    .map(({ words }) => words);

describe('a command', () => {
  it.each([
    ['export', 'Print the film'],
    ['volume', 'Level of the chosen cues'],
    ['fps', 'Rate of the film'],
    ['rename', 'Name of the film'],
    ['bigger', 'Zoom in on the picture'],
    ['folder', 'Add a folder of photos'],
    ['film rate', 'Rate of the film'],
    ['backup', 'Save the film to disk'],
  ])('is found by the everyday word %s', (typed, words) => expect(found(typed)[0]).toBe(words));

  it('comes after others like it where it cannot be done, and is found all the same', () => {
    expect(found('delete')).toEqual(['Delete the chosen cues', 'Delete the chosen poses']);
    expect(found('')).toHaveLength(ALL.length);
    expect(found('walrus')).toEqual([]);
  });
});
