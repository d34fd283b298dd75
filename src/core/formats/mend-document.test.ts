import fc from 'fast-check';
import { expect, test } from 'vitest';
import { runs } from '../chance/random-runs';
import { LONGEST_NAME } from '../film/bounds';
import { applyEdit } from '../edits/apply-edit';
import type { Edit } from '../edits/edit';
import type { Film, Flag } from '../film/film';
import { posesOf } from '../film/items';
import { filmWith } from '../film/random-films';
import type { Cue, Sound } from '../film/sound';
import { takeAsRead, whyUnreadable } from './check-film';
import { filmDocument, readFilmDocument } from './film-document';
import { formatMended, openFilmDocument } from './mend-document';

const sound: Sound = {
  ...{ id: 'sound', name: 'bell.wav', hash: '1'.repeat(64), type: 'audio/wav', bytes: 9 },
  ...{ channels: 2, sampleRate: 44_100, samples: 90_000 },
  words: [{ id: 'w', at: 0, to: 5000, text: 'whoa' }],
  beats: { steps: [{ at: 0, tempo: 120 }], toBar: 4 },
};
const moment = { poseId: 'b', offset: 0, showing: 0, frame: 2 };
const cue: Cue = {
  ...{ id: 'cue', soundId: 'sound', laneId: 'effects', from: 0, to: 90_000, level: -3 },
  fadeIn: { samples: 100, curve: 'power' },
  pin: { to: 'pose', at: moment, nudge: 0, by: 10 },
};
const flag: Flag = { id: 'flag', label: 'here', kind: 'note', colour: 'moss', at: moment };
const FILM: Film = {
  ...filmWith([
    [
      { id: 'a', photoId: 'a', hold: 2 },
      {
        id: 'cycle',
        times: 3,
        way: 'forward',
        endsTwice: false,
        items: [{ id: 'b', photoId: 'b', hold: 4 }],
      },
    ],
  ]),
  flags: [flag],
  range: { in: moment },
  sounds: [sound],
  cues: [cue],
};
const DOCUMENT: unknown = JSON.parse(JSON.stringify(filmDocument(FILM)));

/** All places of a document, each as a path. */
const pathsOf = (value: unknown): readonly string[][] =>
  typeof value === 'object' && value !== null
    ? Object.entries(value).flatMap(([key, inside]) => [
        [key],
        ...pathsOf(inside).map((path) => [key, ...path]),
      ])
    : [];
const PATHS = pathsOf(DOCUMENT);

const changed = (path: readonly string[], value: unknown): unknown => {
  const root = structuredClone(DOCUMENT) as Record<string, unknown>;
  const holder = path.slice(0, -1).reduce((at, key) => at[key] as Record<string, unknown>, root);
  if (value === undefined) Reflect.deleteProperty(holder, path.at(-1) ?? '');
  else holder[path.at(-1) ?? ''] = value;
  return root;
};

const junk = fc.oneof(
  fc.constantFrom(undefined, null, true, '', 'x'.repeat(1001), '\u0000', [], {}, [[]], { id: 'x' }),
  fc.constantFrom(0, -1, 1.5, 1e9, 2 ** 53, -(2 ** 60), Number.MAX_VALUE),
  fc.jsonValue({ maxDepth: 2 }),
);

test('a film with one field that is out of bounds opens with it put right, and that is said', () => {
  const opened = (path: string, value: unknown): { film: Film; words: string } => {
    const read = openFilmDocument(changed(path.split('.'), value));
    if (!read.ok) throw new Error(read.problem);
    expect(read.value.mended).not.toEqual([]);
    return { film: read.value.film, words: formatMended(read.value) };
  };
  const long = 'Horse '.repeat(400);
  expect(opened('film.title', long).film.title).toBe(long.slice(0, LONGEST_NAME));
  expect(opened('film.title', long).words.length).toBeLessThanOrEqual(200);
  expect(opened('film.title', long).words).toContain('title is longer than 1,000 letters');
  expect(opened('film.sounds.0.words.0.text', long).film.sounds[0]?.words?.[0]?.text).toHaveLength(1000);
  expect(opened('film.scenes.0.items.0.hold', 500_000).film.scenes[0]?.items[0]).toMatchObject({
    hold: 100_000,
  });
  expect(opened('film.sounds.0.channels', 70).film.sounds[0]?.channels).toBe(64);
  expect(opened('film.sounds.0.sampleRate', 2 ** 31).film.sounds[0]?.sampleRate).toBe(10_000_000);
  expect(opened('film.photos.0.width', 100_002).film.photos[0]?.width).toBe(100_000);
  expect(opened('film.settings.rate.num', 2 ** 53).film.settings.rate).toEqual({ num: 24, den: 1 });
  const lost = opened('film.scenes.0.items.0.photoId', 'gone');
  expect(lost.film.scenes[0]?.items).toMatchObject([{ id: 'cycle' }]);
  expect(lost.words).toContain('1 pose without a photo left out');
  expect(opened('film.cues.0.soundId', 'gone').film.cues).toEqual([]);
  expect(opened('film.unheard', 1).film).toEqual(FILM);
});

test(
  'whatever is wrong in a document, it is opened as a film that can be kept, or refused in a sentence; what it had stays',
  { timeout: 30_000 },
  () => {
    fc.assert(
      fc.property(
        fc.array(fc.tuple(fc.constantFrom(...PATHS), junk), { minLength: 1, maxLength: 1 }),
        (changes) => {
          for (const [path, value] of changes) {
            const before = changed(path, value);
            const read = openFilmDocument(before);
            expect(before).toEqual(changed(path, value));
            if (read.ok) {
              expect(readFilmDocument(filmDocument(read.value.film))).toEqual({
                ok: true,
                value: read.value.film,
              });
              // What is put right is never left without any of its poses.
              if (read.value.mended.length > 0) expect(posesOf(read.value.film).length).toBeGreaterThan(0);
            } else {
              expect(read.problem.length).toBeLessThan(200);
              expect(read.problem).toMatch(/^(This|An?) .*\.$/);
            }
          }
        },
      ),
      { numRuns: runs(200, 700) },
    );
  },
);

test(
  'what the check of an edit lets pass can be read again, and what it refuses could not',
  { timeout: 30_000 },
  () => {
    const text = fc.oneof(fc.constant('x'.repeat(1000)), fc.constant('x'.repeat(1001)), fc.string());
    const number = fc.oneof(
      fc.constantFrom(0, 1, 64, 65, 100_000, 100_001, 1e7 + 1, -61, 12.5),
      fc.nat(200_000),
    );
    const edit = fc.tuple(fc.nat(9), text, number).map(([kind, words, n]): Edit => {
      const edits: readonly Edit[] = [
        { kind: 'patch', of: 'film', patch: { title: words } },
        { kind: 'patch', of: 'items', patches: [{ id: 'b', patch: { hold: n } }] },
        { kind: 'patch', of: 'items', patches: [{ id: 'cycle', patch: { times: n } }] },
        { kind: 'patch', of: 'scenes', patches: [{ id: 's0', patch: { name: words } }] },
        { kind: 'patch', of: 'settings', patch: { rate: { num: n, den: 1 } } },
        { kind: 'patch', of: 'settings', patch: { width: n, background: words } },
        { kind: 'set', of: 'flags', things: [{ id: 'f', to: { ...flag, id: 'f', label: words } }] },
        { kind: 'set', of: 'sounds', things: [{ id: 'sound', to: { ...sound, name: words, channels: n } }] },
        { kind: 'set', of: 'cues', things: [{ id: 'cue', to: { ...cue, level: n, to: n } }] },
        { kind: 'remove', of: 'photos', ids: n % 2 ? ['a'] : [] },
      ];
      return edits[kind] ?? { kind: 'patch', of: 'film', patch: { title: words } };
    });
    fc.assert(
      fc.property(fc.array(edit, { maxLength: 6 }), (edits) => {
        let film = structuredClone(FILM);
        // Looked through here, or taken as it was read: what changes is looked at all the same.
        if (edits.length % 2) takeAsRead(film);
        expect(whyUnreadable(film)).toBeUndefined();
        for (const each of edits) {
          const next = applyEdit(film, each);
          const read = readFilmDocument(JSON.parse(JSON.stringify(filmDocument(next))));
          expect(whyUnreadable(next) === undefined, JSON.stringify(each).slice(0, 200)).toBe(read.ok);
          if (read.ok) film = next;
        }
      }),
      { numRuns: runs(200, 600) },
    );
  },
);
