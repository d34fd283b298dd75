import { createHash } from 'node:crypto';
import { isDeepStrictEqual } from 'node:util';
import { BundleReader } from '../../src/core/formats/bundle';
import { filmDocument, readFilmDocument } from '../../src/core/formats/film-document';
import { filesOf } from '../../src/core/film/photo-picture';
import type { Film } from '../../src/core/film/film';
import { openFilmDocument, type OpenedFilm } from '../../src/core/formats/mend-document';
import { oneOf, random, type Tally } from './tally';

/** What the app would make of a film file: the film, the files that are what they are called, and whether anything is said. */
interface Outcome {
  readonly opened: OpenedFilm | undefined;
  readonly files: ReadonlySet<string>;
  readonly said: string | undefined;
}

const sha256 = (bytes: Uint8Array): string => createHash('sha256').update(bytes).digest('hex');

function open(bytes: Uint8Array, piece: number): Outcome {
  const reader = new BundleReader();
  const files = new Set<string>();
  let opened: OpenedFilm | undefined;
  try {
    for (let at = 0; at < bytes.length; at += piece)
      for (const part of reader.push(bytes.subarray(at, at + piece), at + piece >= bytes.length)) {
        if (part.kind === 'document') {
          const film = part.document.ok ? openFilmDocument(part.document.value) : part.document;
          if (!film.ok) return { opened, files, said: film.problem };
          opened = film.value;
          reader.expect(opened.film);
        } else if (sha256(part.bytes) === part.hash) files.add(part.hash);
      }
  } catch (error) {
    return { opened, files, said: (error as Error).message };
  }
  return { opened, files, said: opened ? undefined : 'It holds no film.' };
}

const JUNK: readonly unknown[] = [
  ...[null, true, '', 'x'.repeat(2000), -1, 0, 1.5, 2 ** 53, 1e308, [], {}, [[[]]], { items: [] }],
  ...['../../etc/passwd', '\u0000', 2 ** 31, -(2 ** 40), 'NaN'],
];

/** Changes a document somewhere: another value, one taken out, or one put in twice. */
function changedDocument(text: string, next: () => number): string {
  const root = JSON.parse(text) as unknown;
  let at: unknown = root;
  for (let depth = 0; depth < 8; depth++) {
    if (typeof at !== 'object' || at === null) break;
    const holder = at as Record<string, unknown>;
    const keys = Object.keys(holder);
    if (keys.length === 0) break;
    const key = oneOf(keys, next);
    if (next() < 0.35 || typeof holder[key] !== 'object') {
      const what = next();
      if (what < 0.6) holder[key] = oneOf(JUNK, next);
      else if (what < 0.8) Reflect.deleteProperty(holder, key);
      else if (Array.isArray(at)) at.push(structuredClone(holder[key]));
      else holder[`${key}2`] = holder[key];
      break;
    }
    at = holder[key];
  }
  return JSON.stringify(root);
}

/** How an archive is spoilt: bits turned, parts cut out, put in, or written over. */
function spoilt(bytes: Uint8Array, next: () => number): Uint8Array {
  const place = (): number => Math.floor(next() * bytes.length);
  const kind = Math.floor(next() * 5);
  if (kind === 0) {
    const changed = bytes.slice();
    for (let i = 0; i < 1 + next() * 8; i++) changed[place()] = Math.floor(next() * 256);
    return changed;
  }
  if (kind === 1) return bytes.slice(0, place());
  const [from, to] = [place(), place()].sort((a, b) => a - b) as [number, number];
  if (kind === 2) return Uint8Array.from([...bytes.subarray(0, from), ...bytes.subarray(to)]);
  if (kind === 3) return Uint8Array.from([...bytes.subarray(0, to), ...bytes.subarray(from)]);
  // The heads, where sizes and names stand.
  const changed = bytes.slice();
  for (let i = 0; i < 4; i++) changed[Math.floor(next() * 400)] = Math.floor(next() * 256);
  return changed;
}

/**
 * Reads so many broken copies of a film file, half of them with a changed document, half with a spoilt archive. Each has to
 * be read or refused in a sentence within a second; what is read can be kept and read again, and where the film or its
 * files are not those of the whole file, something is said.
 */
export function attackWithFilms(
  whole: Uint8Array,
  packed: (document: string) => Uint8Array,
  count: number,
  seed = 1,
): Tally {
  const next = random(seed);
  const original = open(whole, 65_536);
  if (!original.opened) throw new Error('The film file is broken to begin with.');
  const { film } = original.opened;
  const text = JSON.stringify(filmDocument(film));
  const wanted = (of: Film): readonly string[] => [
    ...filesOf(of.photos).keys(),
    ...of.sounds.map(({ hash }) => hash),
  ];
  const harm: string[] = [];
  for (let i = 0; i < count; i++) {
    const byDocument = i % 2 === 0;
    const document = byDocument ? changedDocument(text, next) : text;
    const bytes = byDocument ? packed(document) : spoilt(whole, next);
    const start = performance.now();
    const { opened, files, said } = open(bytes, 1 + Math.floor(next() * 65_536));
    const ms = performance.now() - start;
    const tell = (what: string): void => void harm.push(`film file ${i}: ${what}`);
    if (ms > 1000) tell(`took ${Math.round(ms)} ms`);
    if (said !== undefined && (said.length > 250 || !/[.!]$/.test(said))) tell(`said ${said.slice(0, 300)}`);
    if (!opened) continue;
    const again = readFilmDocument(JSON.parse(JSON.stringify(filmDocument(opened.film))));
    if (!again.ok) tell(`was opened and cannot be read again: ${again.problem}`);
    const isAsked = byDocument && readFilmDocument(JSON.parse(document)).ok;
    const missing = wanted(opened.film).filter((hash) => !files.has(hash)).length;
    const isSaid = said !== undefined || opened.mended.length > 0 || missing > 0;
    if (!isAsked && !isSaid && !isDeepStrictEqual(opened.film, film))
      tell('is another film, and nothing is said');
  }
  return { what: 'broken film files', tried: count, harm };
}
