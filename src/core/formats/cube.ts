import { TABLE_POINTS, type Rgb, type ColourTable, type TableKind } from '../picture/colour/colour-table';
import { count } from '../time/format';
import { err, ok, type Result } from '../time/result';

/** Letters of a `.cube` file that are read: one of 65 points a side has some eight million. */
export const LONGEST_CUBE = 32_000_000;
const LONGEST_TITLE = 200;
/** Lines without a colour: words, remarks, and empty ones. */
const MOST_OTHER_LINES = 100_000;
/** A table goes on for at least so much from black to white: less is no range of colours. */
const LEAST_DOMAIN = 1e-3;
/** No colour of a table is brighter than a thousand times white: light that is not of a picture. */
const BRIGHTEST = 1000;

const SIZE_WORDS: Readonly<Record<string, TableKind>> = { LUT_3D_SIZE: '3D', LUT_1D_SIZE: '1D' };

/**
 * A number as tables are written: `0.5`, `.5`, `5e-1`, in some countries `0,5`; undefined for anything else, such as `nan`.
 * A comma behind it, as between columns, is passed over.
 */
function numberIn(word: string): number | undefined {
  const plain = word.replace(/,$/, '').replace(/^([+-]?\d+),(\d+)$/, '$1.$2');
  if (!/^[+-]?(\d+\.?\d*|\.\d+)(e[+-]?\d{1,2})?$/i.test(plain)) return undefined;
  const value = Number(plain);
  return Math.abs(value) <= BRIGHTEST ? value : undefined;
}

function colourIn(words: readonly string[]): Rgb | undefined {
  const [red, green, blue] = words.map(numberIn);
  return words.length !== 3 || red === undefined || green === undefined || blue === undefined
    ? undefined
    : [red, green, blue];
}

/** What stands before the colours of a table. */
interface Head {
  title: string;
  kind?: TableKind;
  points: number;
  least: Rgb;
  most: Rgb;
}

/** Takes a line with a word of the format; gives what is wrong with it. */
function takeWord(head: Head, word: string, rest: readonly string[], line: string): string | undefined {
  const kind = SIZE_WORDS[word];
  if (word === 'TITLE') {
    head.title = (/"([^"]*)"/.exec(line)?.[1] ?? rest.join(' ')).slice(0, LONGEST_TITLE);
  } else if (kind) {
    if (head.kind) return 'says its size twice';
    const points = Number(rest[0]);
    const { least, most } = TABLE_POINTS[kind];
    if (!Number.isInteger(points) || points < least || points > most)
      return `has ${Number.isInteger(points) ? count(points, 'point') : 'no number of points'} a side, and ${least} to ${most.toLocaleString('en')} can be used`;
    head.kind = kind;
    head.points = points;
  } else if (word === 'DOMAIN_MIN' || word === 'DOMAIN_MAX') {
    const colour = colourIn(rest);
    if (!colour) return `has no three numbers after ${word}`;
    head[word === 'DOMAIN_MIN' ? 'least' : 'most'] = colour;
  }
  // A word that nobody knows says nothing about the colours.
  return undefined;
}

const isWord = (word: string): boolean => /^[A-Z][A-Z0-9_]+$/.test(word) && !/^(NAN|INF(INITY)?)$/.test(word);

/** The lines of a file, one at a time: there may be millions, of which few are looked at. */
function* linesOf(file: string): Generator<string> {
  const ends = /\r\n|\r|\n/g;
  let from = file.startsWith('\uFEFF') ? 1 : 0;
  for (let end = ends.exec(file); end; end = ends.exec(file)) {
    yield file.slice(from, end.index);
    from = ends.lastIndex;
  }
  yield file.slice(from);
}

/**
 * Reads a table of colour (Cube LUT Specification 1.0, 2013), of three dimensions or of one. What cannot be used is said in
 * one sentence that begins with the file's name.
 */
export function readCube(file: string, name: string): Result<ColourTable> {
  const wrong = (what: string): Result<never> => err(`${name} ${what}. It was left out.`);
  if (file.length > LONGEST_CUBE) return wrong('is too long for a LUT');
  const head: Head = { title: '', points: 0, least: [0, 0, 0], most: [1, 1, 1] };
  let values: Float32Array | undefined;
  let needed = 0;
  let found = 0;
  let number = 0;
  let others = 0;
  for (const each of linesOf(file)) {
    number++;
    const line = each.trim();
    if (others > MOST_OTHER_LINES) return wrong('has more lines than a LUT needs');
    if (line === '' || line.startsWith('#')) {
      others++;
      continue;
    }
    const [word = '', ...rest] = line.split(/[\s;]+/);
    if (isWord(word)) {
      others++;
      const problem = takeWord(head, word, rest, line);
      if (problem !== undefined) return wrong(problem);
      continue;
    }
    if (!head.kind) return wrong('is not a LUT: it does not say its size');
    if (!values) {
      needed = head.kind === '3D' ? head.points ** 3 : head.points;
      values = new Float32Array(3 * needed);
    }
    const colour = colourIn([word, ...rest]);
    if (!colour) return wrong(`has no colour in line ${number.toLocaleString('en')}`);
    if (found < needed) values.set(colour, 3 * found);
    found++;
  }
  if (!head.kind) return wrong('is not a LUT: it does not say its size');
  if (!values || found !== needed) {
    const has = count(found, 'colour');
    return wrong(
      `is ${found < needed || !values ? 'cut short' : 'too long'}: it has ${has}, not the ${needed.toLocaleString('en')} of its size`,
    );
  }
  const { title, kind, points, least, most } = head;
  if (least.some((value, i) => (most[i] as number) - value < LEAST_DOMAIN))
    return wrong('has no range of colours: DOMAIN_MAX is not above DOMAIN_MIN by a thousandth');
  return ok({ title, kind, points, domain: { least, most }, values });
}

/** Six places: finer than 16 bits. */
const line = (numbers: Iterable<number>): string => [...numbers].map((value) => value.toFixed(6)).join(' ');

/** Writes a table of colour (Cube LUT Specification 1.0, 2013). */
export function writeCube({ title, kind, points, domain, values }: ColourTable): string {
  const rows = [
    `TITLE "${title.replace(/["\r\n]/g, ' ')}"`,
    `LUT_${kind}_SIZE ${points}`,
    `DOMAIN_MIN ${line(domain.least)}`,
    `DOMAIN_MAX ${line(domain.most)}`,
  ];
  for (let i = 0; i < values.length; i += 3) rows.push(line(values.subarray(i, i + 3)));
  return `${rows.join('\n')}\n`;
}
