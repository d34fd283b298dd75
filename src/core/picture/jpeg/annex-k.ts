import type { HuffmanSpec } from './read-jpeg';

/** The example tables of ITU-T T.81, annex K, which nearly every encoder uses: quantisers in zigzag order. */
const bytesOf = (hex: string): Uint8Array =>
  Uint8Array.from(hex.match(/../g) ?? [], (byte) => parseInt(byte, 16));

/** K.1 and K.2: luma, colour. */
export const QUANTISERS = [
  bytesOf(
    '100b0c0e0c0a100e0d0e1211101318281a181616183123251d283a333d3c3933383740485c4e404457453738506d51575f62' +
      '6768673e4d71797064785c656763',
  ),
  bytesOf(
    '1112121815182f1a1a2f63423842636363636363636363636363636363636363636363636363636363636363636363636363' +
      '6363636363636363636363636363',
  ),
] as const;

const spec = (counts: string, symbols: string): HuffmanSpec => ({
  counts: bytesOf(counts),
  symbols: bytesOf(symbols),
});

/** K.3 to K.6: DC and AC of luma, DC and AC of colour. */
export const HUFFMAN = [
  spec('00010501010101010100000000000000', '000102030405060708090a0b'),
  spec(
    '0002010303020403050504040000017d',
    '01020300041105122131410613516107227114328191a1082342b1c11552d1f02433627282090a161718191a25262728292a' +
      '3435363738393a434445464748494a535455565758595a636465666768696a737475767778797a838485868788898a929394' +
      '95969798999aa2a3a4a5a6a7a8a9aab2b3b4b5b6b7b8b9bac2c3c4c5c6c7c8c9cad2d3d4d5d6d7d8d9dae1e2e3e4e5e6e7e8' +
      'e9eaf1f2f3f4f5f6f7f8f9fa',
  ),
  spec('00030101010101010101010000000000', '000102030405060708090a0b'),
  spec(
    '00020102040403040705040400010277',
    '000102031104052131061241510761711322328108144291a1b1c109233352f0156272d10a162434e125f11718191a262728' +
      '292a35363738393a434445464748494a535455565758595a636465666768696a737475767778797a82838485868788898a92' +
      '939495969798999aa2a3a4a5a6a7a8a9aab2b3b4b5b6b7b8b9bac2c3c4c5c6c7c8c9cad2d3d4d5d6d7d8d9dae2e3e4e5e6e7' +
      'e8e9eaf2f3f4f5f6f7f8f9fa',
  ),
] as const;

/** A table for a quality from 1 to 100, by the rule of the reference implementation: 50 gives annex K itself. */
export function quantisersFor(table: Uint8Array, quality: number): Uint8Array {
  const scale = quality < 50 ? 5000 / quality : 200 - 2 * quality;
  return table.map((value) => Math.min(255, Math.max(1, Math.floor((value * scale + 50) / 100))));
}
