import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { applyEdit } from './apply-edit';
import { emptyFilm, type Film, type Photo } from '../film/film';
import { posesIn, posesOf } from '../film/items';
import { freshId } from '../film/random-films';
import type { IntakeRow, UsableRow } from '../film/intake/intake-row';
import { DEFAULT_LAY_OUT, layOutEdit, type LayOut } from './lay-out';
import { formatNotice, rowNotices } from '../film/intake/notices';
import { orderRows, rolloversOf } from '../film/intake/order-rows';
import { sceneBreaks } from '../film/intake/scene-breaks';

const MINUTE = 60_000;

const photo = (name: string, more: Partial<Photo> = {}): Photo => ({
  id: name,
  name,
  hash: name.padEnd(64, '0'),
  type: 'image/jpeg',
  bytes: 1,
  width: 1600,
  height: 1200,
  orientation: 1,
  ...more,
});

const row = (name: string, more: Partial<Photo> = {}): UsableRow => ({
  id: name,
  name,
  photo: photo(name, more),
  leftOut: false,
});

const names = (rows: readonly IntakeRow[]): string[] => rows.map((each) => each.name);

/** All that is told of rows in number order, as `name: words`. */
function told(rows: readonly IntakeRow[]): string[] {
  const ordered = orderRows(rows, 'number');
  const notices = rowNotices(ordered);
  return ordered.flatMap(({ id, name }) =>
    (notices.get(id) ?? []).map((each) => `${name}: ${formatNotice(each)}`),
  );
}

describe('order', () => {
  test('a counter that starts again after 9999 goes on where it turned', () => {
    const run = ['PICT0002.JPG', 'PICT9998.JPG', 'PICT0001.JPG', 'PICT9999.JPG'];
    const turned = ['PICT9998.JPG', 'PICT9999.JPG', 'PICT0001.JPG', 'PICT0002.JPG'];
    expect(
      names(
        orderRows(
          run.map((name) => row(name)),
          'number',
        ),
      ),
    ).toEqual(turned);
    expect(told(run.map((name) => row(name)))).toEqual([]);
    // The times say that the low numbers were first: another card, no rollover.
    const dated = run.map((name) => row(name, { takenAt: name.includes('00') ? 1000 : 2000 }));
    expect(names(orderRows(dated, 'number'))).toEqual([...run].sort());
    // A long run that happens to end at 9999 has not turned.
    const long = Array.from({ length: 9999 }, (_, i) => row(`P${String(i + 1).padStart(4, '0')}.JPG`));
    expect(orderRows(long, 'number')[0]?.name).toBe('P0001.JPG');
  });

  test('counters of any width start again, with numbers missing at either side; where it is not sure, that is told', () => {
    const shot = (...list: readonly (readonly [string, number?])[]): UsableRow[] =>
      list.map(([name, takenAt]) => row(`DSC${name}.JPG`, takenAt === undefined ? {} : { takenAt }));
    const numbers = (rows: readonly IntakeRow[], unsure = true): string =>
      orderRows(rows, 'number', unsure)
        .map(({ name }) => Number(/\d+/.exec(name)?.[0]))
        .join(' ');
    const doubts = (rows: readonly IntakeRow[]): readonly boolean[] =>
      rolloversOf(rows).map(({ sure }) => !sure);
    // Five digits are written, four of them count.
    const five = shot(['09998'], ['09999'], ['00001'], ['00002']);
    expect([numbers(five), doubts(five)]).toEqual(['9998 9999 1 2', [false]]);
    // The last or the first numbers are missing: asked, with the answer set.
    const missing = shot(['9996'], ['9997'], ['0002'], ['0004']);
    expect([numbers(missing), doubts(missing)]).toEqual(['9996 9997 2 4', [true]]);
    expect(numbers(missing, false)).toBe('2 4 9996 9997');
    // Times leave no doubt, or say that it is none.
    const dated = shot(['9996', 10], ['9997', 20], ['0002', 30], ['0004', 40]);
    expect([numbers(dated), doubts(dated)]).toEqual(['9996 9997 2 4', [false]]);
    const other = shot(['9996', 70], ['9997', 80], ['0002', 30], ['0004', 40]);
    expect([numbers(other), doubts(other)]).toEqual(['2 4 9996 9997', []]);
    // A card that was formatted: the counter falls from the middle while the time rises.
    const formatted = shot(['0450', 10], ['0451', 20], ['0001', 30], ['0002', 40]);
    expect([numbers(formatted), doubts(formatted)]).toEqual(['450 451 1 2', [true]]);
    // A clock that was set back: the numbers hang together.
    const clock = shot(['0001', 1000], ['0002', 1010], ['0003', 5], ['0004', 15]);
    expect([numbers(clock), doubts(clock)]).toEqual(['1 2 3 4', []]);
    // What is missing behind a turn is told, and nothing else.
    expect(told(dated)).toEqual([
      'DSC0002.JPG: number 1 missing before',
      'DSC0004.JPG: number 3 missing before',
    ]);
  });

  test('folders stand one after the other, numbered ones as one counts, each a scene; arrival changes nothing', () => {
    const within = (folder: string, ...list: readonly string[]): UsableRow[] =>
      list.map((name) => {
        const each = row(name, { folder, hash: `${folder}${name}`.padEnd(64, '0'), id: `${folder}/${name}` });
        return { ...each, id: `${folder}/${name}`, folder };
      });
    const rows = ['scene 10', 'scene 2', 'scene 1'].flatMap((folder) =>
      within(folder, '0001.jpg', '0002.jpg'),
    );
    const ordered = ['scene 1', 'scene 2', 'scene 10'].flatMap((folder) => [
      `${folder}/0001.jpg`,
      `${folder}/0002.jpg`,
    ]);
    fc.assert(
      fc.property(fc.shuffledSubarray(rows, { minLength: rows.length }), (some) => {
        expect(orderRows(some, 'number').map(({ id }) => id)).toEqual(ordered);
      }),
    );
    const film = applyEdit(
      emptyFilm('film', 'scene', 'Test'),
      layOutEdit(emptyFilm('film', 'scene', 'Test'), orderRows(rows, 'number'), DEFAULT_LAY_OUT, freshId),
    );
    expect(
      film.scenes.map(({ name, items }) => [name, posesIn(items).map(({ photoId }) => photoId)]),
    ).toEqual([
      ['scene 1', ordered.slice(0, 2)],
      ['scene 2', ordered.slice(2, 4)],
      ['scene 10', ordered.slice(4)],
    ]);
    // Later photos go into their folder’s scene by number, or into a scene of their own.
    const later = [...within('scene 1', '0003.jpg'), ...within('scene 3', '0001.jpg')];
    const longer = applyEdit(film, layOutEdit(film, orderRows(later, 'number'), DEFAULT_LAY_OUT, freshId));
    expect(longer.scenes.map(({ name, items }) => [name, items.length])).toEqual([
      ['scene 1', 3],
      ['scene 2', 2],
      ['scene 10', 2],
      ['scene 3', 1],
    ]);
    // The same name twice, out of nowhere: the picture decides, not who was first.
    const twins = [row('A1.jpg', { hash: 'b'.repeat(64) }), row('A1.jpg', { hash: 'a'.repeat(64) })];
    const hashes = (list: readonly IntakeRow[]): readonly string[] =>
      orderRows(list, 'number').map(({ photo: each }) => each?.hash[0] ?? '');
    expect(hashes(twins)).toEqual(hashes([...twins].reverse()));
  });

  test('by time, with what has none at the end; by name; the same rows in any order give the same', () => {
    const rows = [
      row('B2.jpg', { takenAt: 50 }),
      row('B1.jpg', { takenAt: 90 }),
      row('A9.jpg'),
      row('B3.jpg'),
    ];
    expect(names(orderRows(rows, 'time'))).toEqual(['B2.jpg', 'B1.jpg', 'A9.jpg', 'B3.jpg']);
    expect(names(orderRows(rows, 'name'))).toEqual(['A9.jpg', 'B1.jpg', 'B2.jpg', 'B3.jpg']);
    const numbers = fc.uniqueArray(fc.nat({ max: 9999 }), { minLength: 1, maxLength: 40 });
    fc.assert(
      fc.property(numbers, fc.constantFrom('number', 'time', 'name'), (list, order) => {
        const some = list.map((n) => row(`P${String(n).padStart(4, '0')}.jpg`, { takenAt: n % 7 }));
        expect(names(orderRows([...some].reverse(), order))).toEqual(names(orderRows(some, order)));
      }),
    );
  });
});

describe('what is noticed', () => {
  test('gaps, repeated numbers, twins, other shapes, light, and times against numbers', () => {
    const light = [100, 101, 99, 118, 100, 100, 84, 101];
    const rows = light.map((each, i) => row(`A_${i + 1}.jpg`, { light: each, takenAt: i * MINUTE }));
    expect(told(rows)).toEqual([
      'A_4.jpg: 18 % lighter than its neighbours',
      'A_7.jpg: 16 % darker than its neighbours',
    ]);
    // A run in which every other photo is a fifth lighter or darker is lively, not all wrong; the odd one is told of still.
    const lively = Array.from(
      { length: 30 },
      (_, i) => 100 + ([0, 20, -16, 9, -20][i % 5] ?? 0) + (i === 14 ? 150 : 0),
    );
    expect(told(lively.map((each, i) => row(`A_${i + 1}.jpg`, { light: each })))).toEqual([
      expect.stringMatching(/^A_15\.jpg: \d+ % lighter than its neighbours$/),
    ]);
    expect(
      told([
        row('A_1.jpg', { takenAt: 5 }),
        row('A_2.jpg', { takenAt: 3 }),
        row('A_5.jpg', { width: 1200, height: 1600, orientation: 6 }),
        row('a_5.png', { width: 800, height: 600 }),
        row('B_1.jpg', { hash: 'A_1.jpg'.padEnd(64, '0') }),
        row('B_3.jpg'),
        row('plain.jpg'),
      ]),
    ).toEqual([
      'A_2.jpg: taken before A_1.jpg',
      'A_5.jpg: numbers 3 to 4 missing before',
      'A_5.jpg: another shape than the rest',
      'A_5.jpg: turned upright',
      'a_5.png: same number as A_5.jpg',
      'a_5.png: another size than the rest',
      'B_1.jpg: the same photo as A_1.jpg',
      'B_3.jpg: number 2 missing before',
    ]);
  });

  test('what is left out is not compared: leaving out the twin puts the matter right', () => {
    const twin = { ...row('A_2.jpg', { hash: 'A_1.jpg'.padEnd(64, '0') }), leftOut: true };
    expect(told([row('A_1.jpg'), twin, row('A_3.jpg')])).toEqual(['A_3.jpg: number 2 missing before']);
  });

  test('runs begin at other names and after long pauses', () => {
    const times = [0, 1, 2, 3, 45, 46].map((minute) => minute * MINUTE);
    const rows = [
      ...times.map((takenAt, i) => row(`A_${i + 1}.jpg`, { takenAt })),
      row('B_1.jpg', { takenAt: 47 * MINUTE }),
    ];
    expect(sceneBreaks(rows)).toEqual([
      { index: 4, why: 'pause', pause: 42 * MINUTE },
      { index: 6, why: 'name' },
    ]);
    expect(sceneBreaks([row('booth.jpg'), row('horse.jpg')])).toEqual([]);
  });
});

describe('laying out', () => {
  const start = emptyFilm('f', 's', 'New');
  const laid = (film: Film, rows: readonly IntakeRow[], layOut: Partial<LayOut> = {}): Film => {
    let next = 0;
    const newId = (): string => `${film.photos.length}-${next++}`;
    return applyEdit(film, layOutEdit(film, rows, { ...DEFAULT_LAY_OUT, ...layOut }, newId));
  };
  /** `name×hold` of every pose, scenes apart. */
  const scenes = (film: Film): string[] =>
    film.scenes.map((scene) =>
      posesIn(scene.items)
        .map((pose) => `${pose.photoId}×${pose.hold}`)
        .join(' '),
    );

  test('the first photos give the film its shape; later ones take their place by number, or the end', () => {
    const first = laid(start, [row('P2.jpg'), row('P10.jpg')]);
    expect(first.settings).toMatchObject({ width: 1440, height: 1080 });
    const more = [row('P1.jpg'), row('P3.jpg', { width: 1920, height: 1080 }), row('P11.jpg')];
    const byNumber = laid(first, more);
    expect(posesOf(byNumber).map((pose) => pose.photoId)).toEqual(byNumber.photos.map((each) => each.name));
    expect(byNumber.photos.map((each) => each.name)).toEqual([
      'P1.jpg',
      'P2.jpg',
      'P3.jpg',
      'P10.jpg',
      'P11.jpg',
    ]);
    expect(byNumber.settings).toEqual(first.settings);
    expect(scenes(laid(first, more, { place: 'end' }))).toEqual([
      'P2.jpg×2 P10.jpg×2 P1.jpg×2 P3.jpg×2 P11.jpg×2',
    ]);
  });

  test('a photo goes behind the one before it by number, in whatever scene that stands', () => {
    const film = laid(start, [row('A1.jpg'), row('A5.jpg'), row('B1.jpg')]);
    expect(scenes(film)).toEqual(['A1.jpg×2 A5.jpg×2', 'B1.jpg×2']);
    const more = laid(film, [row('A6.jpg'), row('B2.jpg'), row('A2.jpg')]);
    expect(scenes(more)).toEqual(['A1.jpg×2 A2.jpg×2 A5.jpg×2 A6.jpg×2', 'B1.jpg×2 B2.jpg×2']);
  });

  test('gaps are closed up, held over, or taken for cuts; rows out of use are passed over', () => {
    const rows: IntakeRow[] = [
      row('A1.jpg'),
      row('A4.jpg'),
      { ...row('A5.jpg'), leftOut: true },
      { id: 'bad', name: 'A6.jpg', problem: 'A6.jpg is empty.', leftOut: false },
      row('A7.jpg'),
    ];
    expect(scenes(laid(start, rows))).toEqual(['A1.jpg×2 A4.jpg×2 A7.jpg×2']);
    expect(scenes(laid(start, rows, { gaps: 'hold' }))).toEqual(['A1.jpg×6 A4.jpg×6 A7.jpg×2']);
    expect(scenes(laid(start, rows, { gaps: 'scene' }))).toEqual(['A1.jpg×2', 'A4.jpg×2', 'A7.jpg×2']);
    expect(laid(start, rows).photos).toHaveLength(3);
  });
});
