import { decode, decodeImage, toRGBA8 } from 'utif2';
import { inSrgb, type ForeignPicture } from './foreign-picture';
import { tiffFault } from '../../../../core/picture/tiff-fault';
import { MOST_PIXELS, type Pixels } from '../../../../core/picture/pixels';
import { ToldError } from '../../../../core/time/told-error';

/** TIFF 6.0, tag 262: photometric interpretation of separated inks. */
const INKS = 5;
const RGB = 2;

/** TIFF 6.0 supplement: an embedded ICC profile. */
const PROFILE = 't34675';

/** Inks at 8 bits as light, by the rule of thumb that browsers use: what each ink and black leave of it. */
function lightOfInks(inks: ArrayLike<number>, samples: number, pixels: number): Uint8Array {
  const light = new Uint8Array(pixels * 4).fill(255);
  for (let i = 0; i < pixels; i++) {
    const left = 255 - (inks[i * samples + 3] ?? 0);
    for (let c = 0; c < 3; c++)
      light[i * 4 + c] = Math.round(((255 - (inks[i * samples + c] ?? 0)) * left) / 255);
  }
  return light;
}

/**
 * The first page of a TIFF at 8 bits a channel, as it is stored; in sRGB where its profile can be used.
 * @throws where it cannot be decoded, with why.
 */
export async function decodeTiff(bytes: Uint8Array<ArrayBuffer>): Promise<ForeignPicture> {
  const buffer = bytes.buffer.slice(bytes.byteOffset, bytes.byteOffset + bytes.byteLength);
  const fault = tiffFault(bytes);
  if (fault !== undefined) throw new ToldError(fault);
  const [page] = decode(buffer);
  if (!page) throw new ToldError('it has no page');
  const tag = (number: number): number | undefined =>
    (page[`t${number}`] as readonly number[] | undefined)?.[0];
  if (tag(262) === INKS && (tag(258) ?? 1) > 8)
    throw new ToldError('it has inks (CMYK) at 16 bits, which Kermis cannot convert; save it as RGB');
  if ((tag(256) ?? 0) * (tag(257) ?? 0) > MOST_PIXELS)
    throw new ToldError(`it is ${tag(256)} × ${tag(257)} pixels, more than can be decoded here`);
  decodeImage(buffer, page);
  const { width, height } = page;
  const inks = tag(262) === INKS;
  const data = inks ? lightOfInks(page.data, tag(277) ?? 4, width * height) : toRGBA8(page);
  if (!(width > 0 && height > 0) || data.length !== width * height * 4)
    throw new ToldError('its picture is damaged');
  const pixels: Pixels = { width, height, order: 'RGBA', data };
  if (inks) return { ...pixels, approximate: 'inks' };
  const profile = page[PROFILE] as ArrayLike<number> | undefined;
  // A grey picture has a profile of its own kind; as it is shown, grey is grey.
  if (!profile || tag(262) !== RGB) return pixels;
  return inSrgb(pixels, Uint8Array.from(profile));
}
