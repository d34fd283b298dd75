import type { SampleSpan } from '../sound/ducking';
import { err, ok, type Result } from '../time/result';
import { nearestFrame } from '../time/beats';
import { frameToSample } from '../time/frames';
import type { Rate } from '../time/rate';
import { count } from '../time/format';
import { asName, LONGEST_NAME } from '../film/bounds';
import type { Sound, Word } from '../film/sound';
import { batch, type Edit } from './edit';

/** The shortest word: 20 ms. */
const SHORTEST = 960;

const inOrder = (words: readonly Word[]): readonly Word[] => [...words].sort((a, b) => a.at - b.at);

function setWords(sound: Sound, words: readonly Word[], said: string): Edit {
  const next: Sound = { ...sound, words: words.length > 0 ? inOrder(words) : undefined };
  return batch(said, [{ kind: 'set', of: 'sounds', things: [{ id: sound.id, to: next }] }]);
}

const wordsOf = ({ words = [] }: Sound): readonly Word[] => words;

/** Adds words where something is spoken and none stands yet. */
export function addWordsEdit(
  sound: Sound,
  spans: readonly (SampleSpan & { text?: string })[],
  newId: () => string,
): Result<Edit> {
  const words = wordsOf(sound);
  const free = spans.filter(({ from, to }) => !words.some((word) => word.at < to && word.to > from));
  if (spans.length === 0)
    return err(`No words were found in ${sound.name}: nothing in it sounds like speech.`);
  if (free.length === 0) return err(`All words that were found in ${sound.name} are marked already.`);
  const added = free.map(({ from, to, text }): Word => ({
    id: newId(),
    at: from,
    to,
    text: asName(text ?? ''),
  }));
  return ok(setWords(sound, [...words, ...added], `${count(added.length, 'word')} marked in ${sound.name}`));
}

/** Changes the text of a word, or where it begins or ends; kept within its sound. */
export function changeWordEdit(sound: Sound, id: string, change: Partial<Omit<Word, 'id'>>): Edit {
  const words = wordsOf(sound).map((word) => {
    if (word.id !== id) return word;
    const next = { ...word, ...change };
    // Moved, it keeps its length.
    const to = change.at !== undefined && change.to === undefined ? next.at + word.to - word.at : next.to;
    const at = Math.min(Math.max(0, next.at), sound.samples - SHORTEST);
    return { ...next, at, to: Math.min(sound.samples, Math.max(at + SHORTEST, to)) };
  });
  return setWords(
    sound,
    words,
    'text' in change ? `Word ${change.text || 'without text'} typed` : 'Word moved',
  );
}

/** Moves words of a sound so that each begins with a frame; `at` gives where a word begins in samples of the film. */
export function snapWordsEdit(sound: Sound, at: ReadonlyMap<string, number>, rate: Rate): Result<Edit> {
  let moved = 0;
  const words = wordsOf(sound).map((word) => {
    const start = at.get(word.id);
    const by = start === undefined ? 0 : frameToSample(nearestFrame(start, rate), rate) - start;
    if (by === 0 || word.at + by < 0 || word.at + by > sound.samples - SHORTEST) return word;
    moved++;
    return { ...word, at: word.at + by, to: Math.min(sound.samples, word.to + by) };
  });
  return moved > 0
    ? ok(setWords(sound, words, `${count(moved, 'word')} of ${sound.name} put on frames`))
    : err(`The words of ${sound.name} are on frames already.`);
}

export const removeWordEdit = (sound: Sound, id: string): Edit =>
  setWords(
    sound,
    wordsOf(sound).filter((word) => word.id !== id),
    'Word deleted',
  );

/** Parts a word at a sample of its sound; its text is parted at the space nearest to as far into it. */
export function splitWordEdit(sound: Sound, id: string, at: number, newId: () => string): Result<Edit> {
  const word = wordsOf(sound).find((each) => each.id === id);
  if (!word || at - word.at < SHORTEST || word.to - at < SHORTEST)
    return err('Put the playhead inside the word to split it there.');
  const into = ((at - word.at) / (word.to - word.at)) * word.text.length;
  const spaces = [...word.text.matchAll(/\s+/g)].map(({ index }) => index);
  const space = spaces.sort((a, b) => Math.abs(a - into) - Math.abs(b - into))[0] ?? word.text.length;
  const halves: Word[] = [
    { ...word, to: at, text: word.text.slice(0, space).trim() },
    { id: newId(), at, to: word.to, text: word.text.slice(space).trim() },
  ];
  const others = wordsOf(sound).filter((each) => each.id !== id);
  return ok(setWords(sound, [...others, ...halves], 'Word split'));
}

/** Joins a word with the one behind it. */
export function joinWordEdit(sound: Sound, id: string): Result<Edit> {
  const words = inOrder(wordsOf(sound));
  const at = words.findIndex((each) => each.id === id);
  const [first, second] = [words[at], words[at + 1]];
  if (!first || !second) return err('There is no word after this one to join it with.');
  const text = [first.text, second.text].filter(Boolean).join(' ');
  if (text.length > LONGEST_NAME)
    return err(
      `Joined they are ${text.length.toLocaleString('en')} letters; ${LONGEST_NAME.toLocaleString('en')} are the most.`,
    );
  const both: Word = { ...first, to: Math.max(first.to, second.to), text };
  return ok(setWords(sound, [...words.slice(0, at), both, ...words.slice(at + 2)], 'Words joined'));
}
