import type { Size } from '../size';
import { HUFFMAN } from './annex-k';

const segment = (marker: number, ...content: readonly number[]): number[] => [
  0xff,
  marker,
  (content.length + 2) >> 8,
  (content.length + 2) & 255,
  ...content,
];

/** Everything before the data of a baseline JPEG (T.81, annex B; JFIF 1.01), colour at half the sides. */
export function jpegHeader({ width, height }: Size, quantisers: readonly Uint8Array[]): number[] {
  const tables = HUFFMAN.flatMap(({ counts, symbols }, i) => [
    ((i & 1) << 4) | (i >> 1),
    ...counts,
    ...symbols,
  ]);
  return [
    ...[0xff, 0xd8],
    ...segment(0xe0, 0x4a, 0x46, 0x49, 0x46, 0, 1, 1, 0, 0, 1, 0, 1, 0, 0),
    ...segment(0xdb, ...quantisers.flatMap((table, i) => [i, ...table])),
    ...segment(
      0xc0,
      ...[8, height >> 8, height & 255, width >> 8, width & 255, 3],
      ...[1, 0x22, 0, 2, 0x11, 1, 3, 0x11, 1],
    ),
    ...segment(0xc4, ...tables),
    ...segment(0xda, 3, 1, 0x00, 2, 0x11, 3, 0x11, 0, 63, 0),
  ];
}
