import { expect, it } from 'vitest';
import { parsePasses } from '../edits/cycle-edits';
import { parseSide } from '../film/film-size';
import { TOUCHES } from '../film/photo-mends';
import { parseAmount } from './amount';
import { parseFadeLength } from '../sound/fade-length';
import { parseLevel } from '../sound/level';
import { parseTempo } from './beats';
import { parseHold } from './hold';
import { parseFit, parseLength } from './length';
import { parseRate, rate } from './rate';

const r = rate(24);
const value = (read: { ok: boolean; value?: unknown }): unknown => (read.ok ? read.value : 'refused');

it.each([
  ['24 fps', 24, 1],
  ['25p', 25, 1],
  ['23,976', 24000, 1001],
  ['29,97 fps', 30000, 1001],
  ['12½', 25, 2],
  ['12 frames a second', 12, 1],
  ['50 Hz', 50, 1],
  ['24/s', 24, 1],
  ['30000/1001', 30000, 1001],
  ['٢٤', 24, 1],
])('takes %s for a rate', (typed, num, den) => expect(value(parseRate(typed))).toEqual({ num, den }));

it.each([
  ['twos', 2],
  ['on threes', 3],
  ['2 frames', 2],
  ['½ s', 12],
  ['0,5 s', 12],
  ['0٫5s', 12],
  ['500 ms', 12],
  ['1 second and 6 frames', 30],
  ['1s, 6f', 30],
  ['1 min', 1440],
  ['1m 2,5s', 1500],
  ['２４', 24],
])('takes %s for a hold', (typed, frames) => expect(value(parseHold(typed, r))).toBe(frames));

it('takes what people write for the other numbers, and refuses what is none', () => {
  expect(value(parseFit('1,5x', 48, r))).toBe(72);
  expect(value(parseFit('½x', 48, r))).toBe(24);
  expect(value(parseLevel('−6,5 decibels'))).toBe(-6.5);
  expect(value(parseLevel('–3 dBFS'))).toBe(-3);
  expect(value(parseTempo('96,5 bpm'))).toBe(96.5);
  expect([value(parseSide('1 080 px')), value(parseSide('1,920')), value(parseSide('1080p'))]).toEqual([
    1080, 1920, 1080,
  ]);
  expect([value(parsePasses('×3')), value(parsePasses('3 times'))]).toEqual([3, 3]);
  expect(value(parseAmount('½ stop', TOUCHES.light))).toBe(0.5);
  for (const [unit, typed] of [
    ...([
      ['stops', '0,3 stops'],
      ['seconds', '0.3 s'],
      ['seconds', ',3sec'],
      ['degrees', '+0,3°'],
    ] as const),
    ...([
      ['% of the picture', '0,3 %'],
      ['%', '0.3 per cent'],
      ['px', '0,3 pixels'],
      ['°', '0.3 degrees'],
    ] as const),
  ])
    expect(value(parseAmount(typed, { label: '', unit, least: -1, most: 1, neutral: 0 })), typed).toBe(0.3);
  expect(value(parseFadeLength('0,25 seconds', r))).toBe(12_000);
  for (const typed of ['', 'fps', '24..5', '1,2,3', 'two', '--1', 'p24', '1e3'])
    expect([value(parseRate(typed)), value(parseLevel(typed))], typed).toEqual(['refused', 'refused']);
  for (const typed of ['1m 2m', '1 frame and 1 s', 'on sixes', '1s 6s'])
    expect(value(parseLength(typed, r)), typed).toBe('refused');
});
