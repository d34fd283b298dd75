import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { emptyFilm, type Film } from '../film/film';
import { filmOf } from '../film/random-films';
import { isPrintSize, namedSize, NAMED_SIZES, boundedSize } from './print-size';
import { planOrders } from './plan-orders';
import { patternName } from './print-name';
import { PLAIN_PRINT, printSettingsSchema } from './print-settings';
import { PURPOSES, sameSettings } from './purposes';
import { parseBitrate, parseKeyEvery, parsePattern, parsePrintSize, parseRuns } from './read-typed';
import { proofOf, VIDEO_COLOURS, type ProofExpected, type ProofFound } from './proof';
import { rate } from '../time/rate';

const DATE = new Date(2026, 10, 28, 12);
const PARTS = {
  film: 'The Horse: Home?',
  scene: 'Night/Day',
  date: DATE,
  width: 1440,
  height: 1080,
  counter: 3,
};

describe('the name of a print', () => {
  it.each([
    ['{film}', 'The Horse Home.mp4'],
    ['{film}, {scene}', 'The Horse Home , Night Day.mp4'],
    ['{date} {film} {size} {counter}', '2026-11-28 The Horse Home 1440x1080 03.mp4'],
    ['cut {counter}.mp4', 'cut 03.mp4'],
    ['...', 'film.mp4'],
  ])('%s is %s', (pattern, name) => expect(patternName(pattern, PARTS, '.mp4')).toBe(name));

  it('leaves no gap for a scene where all is printed', () => {
    expect(patternName('{film}, {scene}', { ...PARTS, film: 'Horse', scene: '' }, '.gif')).toBe('Horse.gif');
    expect(patternName('{scene} - {film}', { ...PARTS, film: 'Horse', scene: '' }, '.gif')).toBe('Horse.gif');
  });

  it('is another for each scene, in their order, whatever the pattern says, and not one that is taken', () => {
    const film: Film = { ...filmOf([[2], [3, 1], [4]]), title: 'Horse' };
    const settings = { ...PLAIN_PRINT, eachScene: true };
    const orders = planOrders(film, { of: 'film' }, settings, DATE, new Set());
    expect(orders.map(({ spans }) => spans)).toEqual([
      [{ from: 0, to: 2 }],
      [{ from: 2, to: 6 }],
      [{ from: 6, to: 10 }],
    ]);
    const names = orders.map(({ fileName }) => fileName);
    expect(names.toSorted()).toEqual(names);
    expect(new Set(names).size).toBe(3);
    const again = planOrders(film, { of: 'film' }, PLAIN_PRINT, DATE, new Set(['Horse.mp4']));
    expect(again.map(({ fileName }) => fileName)).toEqual(['Horse 2.mp4']);
    const [first, , third] = film.scenes;
    const some = { of: 'scenes', ids: [third?.id ?? '', first?.id ?? ''] } as const;
    expect(planOrders(film, some, PLAIN_PRINT, DATE, new Set())[0]?.spans).toEqual([
      { from: 0, to: 2 },
      { from: 6, to: 10 },
    ]);
    expect(planOrders(emptyFilm('f', 's', 't'), { of: 'film' }, PLAIN_PRINT, DATE, new Set())).toEqual([]);
  });
});

describe('what is typed of a print', () => {
  it('is read as a person writes it', () => {
    expect(parsePrintSize('1280x720')).toEqual({ ok: true, value: { width: 1280, height: 720 } });
    expect(parsePrintSize(' 640 × 480 px')).toEqual({ ok: true, value: { width: 640, height: 480 } });
    expect(parseBitrate('8 Mbit/s')).toEqual({ ok: true, value: 8e6 });
    expect(parseBitrate('12,5')).toEqual({ ok: true, value: 12.5e6 });
    expect(parseBitrate('800k')).toEqual({ ok: true, value: 8e5 });
    expect(parseBitrate('')).toEqual({ ok: true, value: undefined });
    expect(parseKeyEvery('1,5 s')).toEqual({ ok: true, value: 1.5 });
    expect(parseRuns('for ever')).toEqual({ ok: true, value: 0 });
    expect(parseRuns('3 times')).toEqual({ ok: true, value: 3 });
  });

  it.each([
    [parsePrintSize('1x1'), /16 to 4096 pixels/],
    [parsePrintSize('9x7'), /16 to 4096 pixels/],
    [parsePrintSize('99x71'), /odd side.*100 x 72/],
    [parsePrintSize('20000x20000'), /16 to 4096 pixels/],
    [parsePrintSize('large'), /is not a size/],
    [parseBitrate('0'), /between 50 kbit\/s and 200 Mbit\/s/],
    [parseBitrate('fast'), /is not a bitrate/],
    [parseKeyEvery('0'), /seconds from 0.5 to 20/],
    [parseRuns('-1'), /is not how often/],
    [parsePattern('. ..'), /names nothing/],
  ])('what cannot be is told: %#', (result, words) =>
    expect(result).toMatchObject({ ok: false, problem: expect.stringMatching(words) as string }),
  );

  it('every size that can be chosen can be printed, and every purpose can be read again', () => {
    fc.assert(
      fc.property(fc.integer({ min: 8, max: 1920 }), fc.integer({ min: 8, max: 1920 }), (w, h) => {
        const film = emptyFilm('f', 's', 't');
        const settings = { ...film.settings, width: 2 * w, height: 2 * h };
        for (const name of NAMED_SIZES)
          expect(isPrintSize(namedSize(name, { ...film, settings }))).toBe(true);
        expect(isPrintSize(boundedSize({ width: w * 7, height: h * 3 }))).toBe(true);
      }),
    );
    for (const { settings } of PURPOSES) {
      expect(printSettingsSchema.validate(settings, { convert: false }).error).toBeUndefined();
      expect(PURPOSES.filter((other) => sameSettings(other.settings, settings))).toHaveLength(1);
    }
  });
});

describe('a proof', () => {
  const expected: ProofExpected = {
    picture: { ...{ frames: 48, rate: rate(24), width: 320, height: 240 }, tick: 1e-4, saysColours: true },
    sound: { samples: 96_000, loudness: -16, isLossless: false },
    length: 2,
  };
  const found: ProofFound = {
    picture: {
      times: Array.from({ length: 48 }, (_, i) => i / 24),
      width: 320,
      height: 240,
      colours: VIDEO_COLOURS,
    },
    sound: { samples: 97_280, late: 0.00018, loudness: -16.02 },
    length: 2.027,
  };

  it('says in a sentence that all is as it should be', () => {
    expect(proofOf(expected, found)).toMatchObject({
      holds: true,
      words: '48 of 48 frames, sound within 0.2 ms, −16.0 LUFS',
    });
  });

  it('says which mends do nothing', () => {
    const proof = proofOf({ ...expected, lostMends: '1 mend does nothing (a drawing at frame 7)' }, found);
    expect([proof.holds, proof.words]).toEqual([
      false,
      'Not as it should be: 1 mend does nothing (a drawing at frame 7)',
    ]);
  });

  const picture = found.picture as NonNullable<ProofFound['picture']>;
  const sound = found.sound as NonNullable<ProofFound['sound']>;
  it.each([
    [
      'a frame that is missing',
      { picture: { ...picture, times: picture.times.slice(1).map((t) => t - 1 / 24) } },
      /frames 47 where 48/,
    ],
    [
      'a frame out of its time',
      { picture: { ...picture, times: picture.times.map((t, i) => (i === 9 ? t + 0.01 : t)) } },
      /each frame’s time at most 10 ms off/,
    ],
    [
      'another rate',
      { picture: { ...picture, times: picture.times.map((t) => t * 0.999) } },
      /frames a second|each frame/,
    ],
    ['another size', { picture: { ...picture, width: 322 } }, /size 322 × 240 where 320 × 240/],
    ['other colours', { picture: { ...picture, colours: 'bt601' } }, /colours bt601/],
    ['late sound', { sound: { ...sound, late: 0.0012 } }, /sound on its place/],
    ['quiet sound', { sound: { ...sound, loudness: -22 } }, /loudness −22.0 LUFS where −16.0/],
    ['no sound', { sound: undefined }, /sound none where yes/],
    ['a length that is not its own', { length: 3 }, /length 3.000 s where 2.000 s/],
  ])('says %s', (_, change, words) => {
    const proof = proofOf(expected, { ...found, ...change });
    expect(proof.holds).toBe(false);
    expect(proof.words).toMatch(words);
  });
});
