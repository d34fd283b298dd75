import fc from 'fast-check';
import { expect, test } from 'vitest';
import { lookInto, watchFolder, type ListedFile } from './watched-files';

const file = (name: string, bytes: number, writtenAt = bytes): ListedFile => ({ name, bytes, writtenAt });
const names = (files: readonly ListedFile[]): readonly string[] => files.map(({ name }) => name);

test('what lay there stays; what comes is taken once it no longer grows, in number order; the same name again with other bytes is told', () => {
  const old = file('PICT0001.JPG', 10);
  let look = lookInto(watchFolder([old]), [old, file('PICT0010.JPG', 0), file('PICT0009.JPG', 4)]);
  expect([names(look.complete), look.waiting]).toEqual([[], 2]);
  look = lookInto(look.folder, [old, file('PICT0010.JPG', 8), file('PICT0009.JPG', 9)]);
  expect([names(look.complete), look.waiting]).toEqual([[], 2]);
  look = lookInto(look.folder, [old, file('PICT0010.JPG', 8), file('PICT0009.JPG', 9)]);
  expect([names(look.complete), look.waiting]).toEqual([['PICT0009.JPG', 'PICT0010.JPG'], 0]);
  const again = [file('PICT0001.JPG', 12), file('PICT0009.JPG', 9), file('PICT0010.JPG', 8)];
  look = lookInto(lookInto(look.folder, again).folder, again);
  expect([names(look.complete), [...look.changed]]).toEqual([['PICT0001.JPG'], ['PICT0001.JPG']]);
  expect(names(lookInto(watchFolder([old], true), [old]).complete)).toEqual(['PICT0001.JPG']);
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
      let folder = watchFolder([]);
      const all: ListedFile[] = [];
      for (let n = 0; n < 64; n++) {
        const listed = files.flatMap(({ begins, size, grows }, i) =>
          n < begins ? [] : [file(`SCAN${String(i)}.PNG`, Math.min(size, (n - begins) * grows))],
        );
        const look = lookInto(folder, listed);
        folder = look.folder;
        all.push(...look.complete);
      }
      expect(all.map(({ name, bytes }) => [name, bytes]).sort()).toEqual(
        files.map(({ size }, i) => [`SCAN${String(i)}.PNG`, size]).sort(),
      );
    }),
  );
});
