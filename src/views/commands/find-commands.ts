import type { Command } from './command';

/** Everyday words, and the words of the app that mean the same. */
const MEANS: Readonly<Record<string, string>> = {
  render: 'print',
  upload: 'add photo',
  loud: 'level loudness',
  quiet: 'level mute',
  folder: 'folder',
  bigger: 'zoom larger full',
  smaller: 'zoom',
  remove: 'delete',
  trash: 'delete',
  duration: 'hold length',
  length: 'hold',
  backward: 'reverse',
  mic: 'microphone',
  night: 'dark',
  forward: 'redo next',
  compare: 'difference ghost beside against',
  message: 'note',
  hide: 'aside off',
  panel: 'panel',
  frame: 'pose',
  image: 'photo',
  picture: 'photo',
  clip: 'scene',
  track: 'lane',
  text: 'draw word',
  cancel: 'undo',
  erase: 'delete',
  insert: 'add',
};

/** Words that tell nothing of what is meant. */
const SMALL = new Set(
  'the a an of to and in on per how my it its for with i do make this that is get by from'.split(' '),
);

/** A word as it is compared: one spelling, in the singular. */
function folded(word: string): string {
  const spelt = word
    .replace(/color/, 'colour')
    .replace(/gray/, 'grey')
    .replace(/iz(e|es|ed|er|ing|ation)$/, 'is$1');
  return spelt.length > 3 && /[^s]s$/.test(spelt) ? spelt.slice(0, -1) : spelt;
}

const wordsOf = (text: string): readonly string[] =>
  text
    .toLowerCase()
    .split(/[^\p{L}\p{N}.]+/u)
    .filter(Boolean)
    .map(folded);

/** What is typed, without small words; with them where there are no others. */
function typedWords(typed: string): readonly string[] {
  const all = wordsOf(typed);
  const telling = all.filter((word) => !SMALL.has(word));
  return telling.length > 0 ? telling : all;
}

/** How much worse a hit is that is not a word which means this before all else; a command's explanation is what it says after a colon. */
const RANKS = { mainly: 0, first: 1, own: 2, also: 3, explained: 4, means: 6, inside: 12 } as const;
/** A beginning of a word is less than the word. */
const BEGINS = 0.5;
/** A beginning that is looked for among everyday words has so many letters. */
const TELLING = 2;

/** How well a typed word is found at the start of words: 0 as the whole of one; undefined where it is not. */
function foundIn(typed: string, words: readonly string[]): number | undefined {
  if (words.includes(typed)) return 0;
  return words.some((word) => word.startsWith(typed)) ? BEGINS : undefined;
}

/** The words of a command as they are compared. */
interface Facts {
  readonly mainly: readonly string[];
  readonly words: readonly string[];
  readonly explained: readonly string[];
  readonly also: readonly string[];
}

/** How far a typed word is from a command, 0 for its first word; undefined where it is not found. */
function rankOf(typed: string, { mainly, words, explained, also }: Facts): number | undefined {
  const ranks: number[] = [];
  const add = (rank: number, found: number | undefined): void => {
    if (found !== undefined) ranks.push(rank + found);
  };
  add(RANKS.mainly, foundIn(typed, mainly));
  add(RANKS.first, foundIn(typed, words.slice(0, 1)));
  add(RANKS.own, foundIn(typed, words));
  add(RANKS.explained, foundIn(typed, explained));
  if (typed.length >= TELLING) add(RANKS.also, foundIn(typed, also));
  for (const meant of (MEANS[typed] ?? '').split(' ').filter(Boolean))
    add(RANKS.means, foundIn(folded(meant), words));
  if (typed.length > TELLING && [...words, ...explained].some((word) => word.includes(typed)))
    ranks.push(RANKS.inside);
  return ranks.length > 0 ? Math.min(...ranks) : undefined;
}

/** What cannot be done now comes after what is as likely and can. */
const CANNOT = 0.3;
/** Of commands that are as likely the shorter one is meant. */
const A_WORD = 0.02;

/** How far a command is from all words typed, in any order; undefined where it is not meant. */
function distance(command: Command, typed: readonly string[]): number | undefined {
  const [name = '', ...explanation] = command.words.split(': ');
  const facts: Facts = {
    mainly: wordsOf(command.mainly ?? ''),
    words: wordsOf(name),
    explained: wordsOf(explanation.join(' ')),
    also: wordsOf(command.also ?? ''),
  };
  let sum = 0;
  for (const word of typed) {
    const rank = rankOf(word, facts);
    if (rank === undefined) return undefined;
    sum += rank;
  }
  return (
    sum + A_WORD * (facts.words.length + facts.explained.length) + (command.cannot === undefined ? 0 : CANNOT)
  );
}

/**
 * The commands that are meant by what is typed, the likeliest first; all where nothing is. What is found only inside of words is left out where
 * something else is found at their start: whoever types “crop” does not mean a microphone.
 */
export function findCommands(commands: readonly Command[], typed: string): readonly Command[] {
  const words = typedWords(typed);
  if (words.length === 0) return commands;
  const found = commands.flatMap((command) => {
    const far = distance(command, words);
    return far === undefined ? [] : [{ command, far }];
  });
  const atStarts = found.filter(({ far }) => far < RANKS.inside);
  return (atStarts.length > 0 ? atStarts : found)
    .toSorted((a, b) => a.far - b.far)
    .map(({ command }) => command);
}
