import { execFileSync } from 'node:child_process';
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { lookUp, tableOf, type Rgb, type ColourTable } from '../picture/colour/colour-table';
import { readCube, writeCube } from './cube';

/** Strong enough to bend every channel, and to mix them. */
const warm = ([r, g, b]: Rgb): Rgb => [
  Math.min(1, 1.2 * r ** 0.8),
  0.9 * g + 0.1 * r,
  Math.max(0, 0.8 * b - 0.05 * g) ** 1.3,
];
const near = (values: readonly number[], places = 6): unknown[] =>
  values.map((each): unknown => expect.closeTo(each, places));
const read = (file: string): ColourTable => {
  const table = readCube(file, 'look.cube');
  if (!table.ok) throw new Error(table.problem);
  return table.value;
};

describe('a table of colour', () => {
  test('gives back what it was made of at its points, and in between by hand', () => {
    const table = tableOf('warm', '3D', 17, warm);
    for (const at of [0, 5, 16])
      expect(lookUp(table, [at / 16, 1 - at / 16, 0.5])).toEqual(near(warm([at / 16, 1 - at / 16, 0.5])));
    // Two points a side: from (0, 0, 0) along red, then green, then blue, by hand.
    const values = Float32Array.of(0, 0, 0, 1, 0, 0, 0, 1, 0, 0.5, 1, 0, 0, 0, 1, 1, 0, 1, 0, 1, 1, 1, 1, 1);
    const cube: ColourTable = { ...table, points: 2, values };
    // 0.2 of black, 0.3 of red, 0.4 of red and green, 0.1 of white.
    expect(lookUp(cube, [0.8, 0.5, 0.1])).toEqual(near([0.3 + 0.4 * 0.5 + 0.1, 0.4 + 0.1, 0.1]));
    expect(lookUp(cube, [-3, 7, 0.5])).toEqual(near([0, 1, 0.5]));
  });

  test('of its own making is read again as it was written', () => {
    fc.assert(
      fc.property(
        fc.constantFrom('1D' as const, '3D' as const),
        fc.integer({ min: 2, max: 9 }),
        fc.string(),
        fc.array(fc.float({ min: -2, max: 4, noNaN: true }), { minLength: 3, maxLength: 3 }),
        (kind, points, title, [a = 0, b = 0, c = 0]) => {
          const table = tableOf(title, kind, points, ([r, g, z]) => [r * a, g + b, z - c]);
          const again = read(writeCube(table));
          expect(again).toMatchObject({ kind, points, domain: table.domain });
          expect([...again.values]).toEqual(near([...table.values], 5));
        },
      ),
      { numRuns: 60 },
    );
  });

  test('with millions of empty lines, or no range of colours, is refused', () => {
    const said = (file: string): string | undefined => {
      const table = readCube(file, 'odd.cube');
      return table.ok ? undefined : table.problem;
    };
    const head = 'LUT_1D_SIZE 2\r\n';
    expect(said(`${head}${'\r\n'.repeat(90_000)}0 0 0\r1 1 1`)).toBeUndefined();
    expect(said(`${head}${'\n'.repeat(16_000_000)}0 0 0\n1 1 1`)).toBe(
      'odd.cube has more lines than a LUT needs. It was left out.',
    );
    expect(said(`${head}DOMAIN_MAX 1e-99 1e-99 1e-99\n0 0 0\n1 1 1`)).toMatch(/no range of colours/);
  });

  test.each([17, 33])('of %i points gives what ffmpeg’s lut3d makes of it, within 1 of 255', (points) => {
    const folder = mkdtempSync(join(tmpdir(), 'kermis-cube-'));
    try {
      writeFileSync(join(folder, 'look.cube'), writeCube(tableOf('warm', '3D', points, warm)));
      // All mixtures of 32 steps of each channel.
      const pixels = Buffer.alloc(32 ** 3 * 3);
      for (let i = 0; i < 32 ** 3; i++)
        pixels.set(
          [i & 31, (i >> 5) & 31, i >> 10].map((each) => Math.round((each * 255) / 31)),
          3 * i,
        );
      const theirs = execFileSync(
        'ffmpeg',
        [
          ...['-v', 'error', '-f', 'rawvideo', '-pix_fmt', 'rgb24', '-s', '256x128', '-i', '-'],
          ...[
            '-vf',
            'format=gbrp,lut3d=look.cube:interp=tetrahedral',
            '-f',
            'rawvideo',
            '-pix_fmt',
            'rgb24',
            '-',
          ],
        ],
        { input: pixels, cwd: folder, maxBuffer: 1 << 24 },
      );
      const table = read(writeCube(tableOf('warm', '3D', points, warm)));
      let worst = 0;
      for (let i = 0; i < pixels.length; i += 3) {
        const ours = lookUp(
          table,
          [...pixels.subarray(i, i + 3)].map((each) => each / 255) as unknown as Rgb,
        );
        ours.forEach((value, k) => {
          worst = Math.max(
            worst,
            Math.abs(Math.round(Math.min(1, Math.max(0, value)) * 255) - (theirs[i + k] as number)),
          );
        });
      }
      expect(worst).toBeLessThanOrEqual(1);
    } finally {
      rmSync(folder, { recursive: true });
    }
  });
});

describe('a .cube file', () => {
  const SMALL = ['0 0 0', '1 0 0', '0 1 0', '1 1 0', '0 0 1', '1 0 1', '0 1 1', '1 1 1'];
  const cube = (lines: readonly string[], head = 'LUT_3D_SIZE 2'): string => [head, ...lines].join('\n');

  test('is read with comments, blank lines, any end of line, a mark of byte order, and words that nobody knows', () => {
    const plain = read(cube(SMALL));
    const decked = `\uFEFF# made elsewhere\r\nTITLE "Late sun"\r\n\r\nLUT_IN_VIDEO_RANGE\r\n${cube(SMALL).replace(/\n/g, '\r\n')}\r\n`;
    expect(read(decked)).toEqual({ ...plain, title: 'Late sun' });
    expect(read(cube(SMALL, 'LUT_3D_SIZE 2\nDOMAIN_MIN -1 0 0\nDOMAIN_MAX 2 1 1')).domain).toEqual({
      least: [-1, 0, 0],
      most: [2, 1, 1],
    });
  });

  test('is read with a comma for the point, and with commas between columns', () => {
    const half = SMALL.with(7, '0.5 0.25 1');
    expect(read(cube(half.with(7, '0,5 0,25 1')))).toEqual(read(cube(half)));
    expect(read(cube(half.with(7, '0.5, 0.25, 1')))).toEqual(read(cube(half)));
    const row = read('LUT_1D_SIZE 3\n0 0 0\n.5 5e-1 0.25\n1 1 1');
    expect(lookUp(row, [0.25, 0.75, 0.5])).toEqual([0.25, 0.75, 0.25]);
  });

  test.each([
    ['nothing at all', '', 'is not a LUT: it does not say its size'],
    ['a text', 'Dear animator', 'is not a LUT: it does not say its size'],
    ['cut short', cube(SMALL.slice(0, 5)), 'is cut short: it has 5 colours, not the 8 of its size'],
    ['too long', cube([...SMALL, '0 0 0']), 'is too long: it has 9 colours, not the 8 of its size'],
    ['of 300 points', 'LUT_3D_SIZE 300', 'has 300 points a side, and 2 to 65 can be used'],
    ['of one point', 'LUT_3D_SIZE 1\n0 0 0', 'has 1 point a side, and 2 to 65 can be used'],
    ['of two sizes', 'LUT_3D_SIZE 2\nLUT_1D_SIZE 2', 'says its size twice'],
    ['with no number', cube(SMALL.with(2, 'nan 0 0')), 'has no colour in line 4'],
    ['with NAN', cube(SMALL.with(2, 'NAN 0 0')), 'has no colour in line 4'],
    ['with two columns', cube(SMALL.with(0, '0 0')), 'has no colour in line 2'],
    ['with endless light', cube(SMALL.with(0, '1e30 0 0')), 'has no colour in line 2'],
    [
      'the wrong way round',
      cube(SMALL, 'LUT_3D_SIZE 2\nDOMAIN_MAX 0 1 1'),
      'has no range of colours: DOMAIN_MAX is not above DOMAIN_MIN by a thousandth',
    ],
  ])('that is %s is refused in one sentence', (_, file, what) => {
    expect(readCube(file, 'look.cube')).toEqual({
      ok: false,
      problem: `look.cube ${what}. It was left out.`,
    });
  });
});
