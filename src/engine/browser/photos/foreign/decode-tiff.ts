import { decode, decodeImage, toRGBA8 } from 'utif2';
import { MOST_PIXELS, type Pixels } from '../../../../core/picture/pixels';

/** TIFF 6.0, tag 262: photometric interpretation of separated inks. */
const INKS = 5;

/** The first page of a TIFF at 8 bits a channel, as it is stored. */
export function decodeTiff(bytes: Uint8Array<ArrayBuffer>): Pixels {
  const buffer = bytes.buffer.slice(bytes.byteOffset, bytes.byteOffset + bytes.byteLength);
  const [page] = decode(buffer);
  if (!page) throw new Error('it has no page');
  const tag = (number: number): number | undefined =>
    (page[`t${number}`] as readonly number[] | undefined)?.[0];
  if (tag(262) === INKS && (tag(258) ?? 1) > 8)
    throw new Error('it has inks (CMYK) at 16 bits, which Kermis cannot convert; save it as RGB');
  if ((tag(256) ?? 0) * (tag(257) ?? 0) > MOST_PIXELS)
    throw new Error(`it is ${tag(256)} × ${tag(257)} pixels, more than can be decoded here`);
  decodeImage(buffer, page);
  const { width, height } = page;
  const data = toRGBA8(page);
  if (!(width > 0 && height > 0) || data.length !== width * height * 4)
    throw new Error('its picture is damaged');
  return { width, height, order: 'RGBA', data };
}
