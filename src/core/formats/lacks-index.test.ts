import { expect, test } from 'vitest';
import { lacksIndex } from './lacks-index';

const box = (kind: string, length: number, claimed = length): Buffer => {
  const bytes = Buffer.alloc(length);
  bytes.writeUInt32BE(claimed, 0);
  bytes.write(kind, 4, 'latin1');
  return bytes;
};
const large = (kind: string, length: number): Buffer => {
  const bytes = box(kind, length, 1);
  bytes.writeBigUInt64BE(BigInt(length), 8);
  return bytes;
};
const lacks = (...boxes: readonly Buffer[]): Promise<boolean> => {
  const file = Buffer.concat(boxes);
  return lacksIndex(file.length, (from, to) =>
    Promise.resolve(new Uint8Array(file.subarray(from, to)).buffer),
  );
};

test('a file that ends before its index is told from one that has it, and from other files', async () => {
  const [ftyp, mdat, moov] = [box('ftyp', 24), box('mdat', 4000), box('moov', 300)] as const;
  expect(await lacks(ftyp, mdat, moov)).toBe(false);
  expect(await lacks(ftyp, moov, mdat.subarray(0, 1000))).toBe(false);
  expect(await lacks(ftyp, mdat.subarray(0, 1000))).toBe(true);
  expect(await lacks(ftyp, large('mdat', 4000), moov)).toBe(false);
  expect(await lacks(ftyp, large('mdat', 4000).subarray(0, 99))).toBe(true);
  expect(await lacks(ftyp, box('mdat', 4000, 0))).toBe(true);
  expect(await lacks(Buffer.from('RIFF0000WAVEfmt '), mdat)).toBe(false);
  expect(await lacks(Buffer.alloc(3))).toBe(false);
});
