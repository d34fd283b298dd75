import { readFileSync } from 'node:fs';
import { expect, test } from 'vitest';
import { sourcesIn, textsOf } from '../../scripts/texts';
import { GUIDE_CHAPTERS } from '../state/shell/guide';
import { readGuide } from './guide/read-guide';

/** Words that are given up on the screen and in what its readers read. */
interface GivenUp {
  readonly words: RegExp;
  readonly instead: string;
  /** Texts in which they stay, or beginnings of such texts, and why. */
  readonly but?: Readonly<Record<string, string>>;
}

const BACKING = 'a part of the picture, not a time';
const SORTED = 'the tool’s choice of what it takes from the movement, not from the film';
const EVERYDAY = 'what it is for, in everyday words';
const WEIGHED = 'of two things one stays and one goes: nothing is stored';

const GIVEN_UP: readonly GivenUp[] = [
  { words: /\bimages?\b/i, instead: 'photo for a file, picture for what is on screen' },
  {
    words: /\bclips?\b/i,
    instead: 'scene or cue',
    but: { 'clip path': 'the word of SVG for what is not read of it' },
  },
  { words: /\bselect/i, instead: 'choose', but: { 'button, input, select': 'elements of the page' } },
  {
    words: /\bbehind\b/i,
    instead: 'after, or background',
    but: { '- **Despill** clears': BACKING, '| key, matte': BACKING },
  },
  {
    words: /\btak(e|es|ing) (it |them |.{1,12} )?(out|off|away)\b|\btaken (out|off|away)\b/i,
    instead: 'delete',
  },
  { words: /\bthrow|\bput .*\baway\b|\bfree them\b|\bfor good\b/i, instead: 'delete, set aside or close' },
  {
    words: /\bremov/i,
    instead: 'delete',
    but: {
      'Remove {} from the queue': 'nothing is there yet that could be deleted',
      Remove: SORTED,
      '- **Remove** says': SORTED,
      'Steadying: which movement': SORTED,
      'Key: remove the backing': 'a colour in the picture, not a thing of the film',
    },
  },
  { words: /\bas (it|they) came\b|\bas before\b|\bas the rest\b/i, instead: 'reset, originals' },
  {
    words: /\b(keep|keeps|kept|keeping)\b/i,
    instead: 'save',
    but: {
      Keep: WEIGHED,
      '- **Keep': WEIGHED,
      '- Draw around parts with **Keep**': WEIGHED,
      'To keep the seconds': WEIGHED,
      'Parts always kept': WEIGHED,
      'subject kept': WEIGHED,
      'a part kept': WEIGHED,
      'grain is kept': WEIGHED,
      'jitter, keep': WEIGHED,
      'Pick the colour of the backing': WEIGHED,
      'Draw around a part to keep': WEIGHED,
      'Enclosed parts go too': WEIGHED,
      'Every pose keeps its frames': WEIGHED,
      '{}, seconds kept': WEIGHED,
      'To keep: fine pictures': 'a purpose, as To share is',
      '- **Hold** keeps a pose': 'for how long it stays on screen',
      '- **Peak limit** keeps': 'holds off, stores nothing',
      'not kept': 'an error of the cache, told to nobody',
    },
  },
  { words: /\bwell[- ]lit\b|\bstands? right\b/i, instead: 'reference' },
  { words: /\bcontacts?\b/i, instead: 'sync point' },
  {
    words: /\bby itself every\b|\bnot? longer watch/i,
    instead: 'interval, stop',
    but: { 'The server no longer': 'it has ended, nobody stopped it' },
  },
  {
    words: /\bcloser\b|\blarger frames\b/i,
    instead: 'zoom',
    but: { 'One photo needs a closer crop': 'how tight a crop is' },
  },
  {
    words: /\b(lay|laid|lays) (in|out|it in|them out)\b|\bbr(ing|ings|ought) (?!.*\bback).*\bin\b/i,
    instead: 'add',
    but: {
      'bring photos in': EVERYDAY,
      '2. **Sort: bring photos in': EVERYDAY,
      '| add, save, print': EVERYDAY,
    },
  },
  { words: /\bwrit(e|ten) out\b/i, instead: 'save' },
  { words: /^(do it|leave it|leave all out)$/i, instead: 'the verb of what happens; cancel' },
  {
    words: /\b(all )?keys\b(?!\.)/i,
    instead: 'shortcuts',
    but: { 'Moved by keys': 'those of the keyboard, while they move the puppet' },
  },
  { words: /\bmend the (light|place)\b/i, instead: 'match, steady' },
  { words: /\bdealt with\b|\bforgotten\b|\bnone was lost\b/i, instead: 'what happened, and what to do' },
  { words: /\bexport|\brender(?!ed)|\bfilters?\b(?!\.)/i, instead: 'print' },
  { words: /\bpin(s|ned)?\b/i, instead: 'tied to' },
  { words: /\bfit the run\b|\b(chosen|whole) run\b/i, instead: 'poses' },
];

const TEXTS = [
  ...sourcesIn(['src/views', 'src/state', 'src/engine', 'src/core', 'src/kit'])
    .filter((file) => !file.endsWith('typed-words.ts'))
    .flatMap(textsOf),
  ...['README.md', 'docs/guide.md', 'docs/first-film.md'].flatMap((file) =>
    readFileSync(file, 'utf8')
      .split('\n')
      .map((words, i) => ({ file, line: i + 1, words })),
  ),
];
const GUIDE = readFileSync('docs/guide.md', 'utf8');

test.each(GIVEN_UP)('no text says $words: $instead', ({ words, but = {} }) => {
  const stays = Object.keys(but);
  const used = new Set<string>();
  const found = TEXTS.filter((text) => {
    if (!words.test(text.words)) return false;
    const exception = stays.find((each) => text.words.startsWith(each));
    if (exception !== undefined) used.add(exception);
    return exception === undefined;
  });
  expect(found).toEqual([]);
  // An exception that is not there any more goes.
  expect(stays.filter((each) => !used.has(each))).toEqual([]);
});

test('no text has more than 140 letters', () => {
  const screens = TEXTS.filter(({ file }) => file.startsWith('src/'));
  expect(screens.filter(({ words }) => words.length > 140)).toEqual([]);
});

test('the guide has a chapter for each place, and what is bold in it is on the screen', () => {
  const chapters = readGuide(GUIDE).flatMap((part) => part.chapters);
  expect(chapters.map(({ heading }) => heading)).toEqual(Object.values(GUIDE_CHAPTERS));
  const screen = new Set(TEXTS.filter(({ file }) => file.startsWith('src/')).map(({ words }) => words));
  for (const { heading, html } of chapters) {
    expect(html.length, heading).toBeGreaterThan(150);
    const bold = [...html.matchAll(/<strong>([^<]+)<\/strong>/g)].map(([, words]) =>
      words?.replace(/\s+/g, ' '),
    );
    expect(bold.length, heading).toBeGreaterThan(0);
    expect(
      bold.filter((words) => words === undefined || !screen.has(words)),
      heading,
    ).toEqual([]);
  }
});
