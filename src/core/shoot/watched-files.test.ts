import fc from 'fast-check';
import { expect, test } from 'vitest';
import { photoNamed } from '../film/random-films';
import {
  isInFilm,
  lookInto,
  takeBefore,
  watchFolder,
  type FolderList,
  type ListedFile,
  type WatchedFolder,
} from './watched-files';

const file = (name: string, bytes: number, writtenAt = bytes): ListedFile => ({ name, bytes, writtenAt });
const names = (files: readonly ListedFile[]): readonly string[] => files.map(({ name }) => name);

const all = (files: readonly ListedFile[]): FolderList => ({ files, older: 0 });

test('what lay there stays; what comes is taken once it no longer grows, in number order, and once more with other bytes', () => {
  const old = file('PICT0001.JPG', 10);
  let look = lookInto(watchFolder(all([old])), [old, file('PICT0010.JPG', 0), file('PICT0009.JPG', 4)]);
  expect([names(look.complete), look.waiting]).toEqual([[], 2]);
  look = lookInto(look.folder, [old, file('PICT0010.JPG', 8), file('PICT0009.JPG', 9)]);
  expect([names(look.complete), look.waiting]).toEqual([[], 2]);
  look = lookInto(look.folder, [old, file('PICT0010.JPG', 8), file('PICT0009.JPG', 9)]);
  expect([names(look.complete), look.waiting]).toEqual([['PICT0009.JPG', 'PICT0010.JPG'], 0]);
  const again = [file('PICT0001.JPG', 12), file('PICT0009.JPG', 9), file('PICT0010.JPG', 8)];
  look = lookInto(lookInto(look.folder, again).folder, again);
  expect(names(look.complete)).toEqual(['PICT0001.JPG']);
});

test('what lay there comes in where it is asked for; what was too old to be listed does not come as newer files go', () => {
  const listed = [file('PICT0003.JPG', 5, 30), file('PICT0002.JPG', 5, 20)];
  const old = file('PICT0001.JPG', 5, 10);
  const folder = watchFolder({ files: listed, older: 1 });
  const left = listed.slice(0, 1);
  const look = lookInto(lookInto(folder, [...left, old]).folder, [...left, old]);
  expect([names(look.complete), look.waiting]).toEqual([[], 0]);
  expect(names(lookInto(takeBefore(folder), listed).complete)).toEqual(['PICT0002.JPG', 'PICT0003.JPG']);
});

test('a film has a file by its bytes and name; by its bytes alone only where it lay there before and the name is nobody else’s', () => {
  const photos = [{ ...photoNamed('A1.JPG'), hash: 'one' }];
  const folder = watchFolder(all([file('A1.JPG', 5), file('A2.JPG', 5)]));
  const renamed = watchFolder(all([file('A2.JPG', 5)]));
  const has = (name: string, hash: string, where: WatchedFolder): boolean =>
    isInFilm({ photos }, { name, hash }, where);
  expect([has('A1.JPG', 'one', folder), has('A1.JPG', 'two', folder)]).toEqual([true, false]);
  // Two files of the same bytes, of which the film has one; one that was named anew; one that comes now.
  expect([has('A2.JPG', 'one', folder), has('A2.JPG', 'one', renamed)]).toEqual([false, true]);
  expect(has('A3.JPG', 'one', renamed)).toBe(false);
});

test('however files are written, each is taken once, whole, and none before it is', () => {
  // Each is so large in the end, begins at some look, and grows by so much a look.
  const writing = fc.record({
    begins: fc.nat(6),
    size: fc.integer({ min: 1, max: 50 }),
    grows: fc.integer({ min: 1, max: 20 }),
  });
  fc.assert(
    fc.property(fc.array(writing, { maxLength: 12 }), (files) => {
      let folder = watchFolder(all([]));
      const taken: ListedFile[] = [];
      for (let n = 0; n < 64; n++) {
        const listed = files.flatMap(({ begins, size, grows }, i) =>
          n < begins ? [] : [file(`SCAN${String(i)}.PNG`, Math.min(size, (n - begins) * grows))],
        );
        const look = lookInto(folder, listed);
        folder = look.folder;
        taken.push(...look.complete);
      }
      expect(taken.map(({ name, bytes }) => [name, bytes]).sort()).toEqual(
        files.map(({ size }, i) => [`SCAN${String(i)}.PNG`, size]).sort(),
      );
    }),
  );
});
