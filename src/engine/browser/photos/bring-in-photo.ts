import { reasonOf } from '../../faults/reason-of';
import pLimit from 'p-limit';
import { asName, LONGEST_SIDE } from '../../../core/film/bounds';
import type { Photo } from '../../../core/film/film';
import { isTruncated } from '../../../core/picture/is-truncated';
import { declaredSize } from '../../../core/picture/declared-size';
import { MOST_PIXELS } from '../../../core/picture/pixels';
import type { Size } from '../../../core/picture/size';
import { isForeign, sniffPhotoType } from '../../../core/picture/sniff';
import { isFull } from '../../faults/is-full';
import { sha256 } from '../store/sha256';
import { makePictures } from './make-pictures';
import { readPhotoFacts } from './photo-facts';
import { PictureKeeper, type PictureRecord } from './picture-keeper';
import { isTold } from '../../../core/time/told-error';

interface Refused {
  readonly ok: false;
  readonly name: string;
  readonly problem: string;
  /** It can be used, but could not be stored: there was no room, or the store could not be written. */
  readonly full: boolean;
  /** It is not the file that was expected. */
  readonly altered?: boolean;
}

interface Looked {
  readonly ok: true;
  readonly photo: Omit<Photo, 'id'>;
}

export type BroughtIn = Looked | Refused;

export interface HowToBringIn {
  /** The hash that the bytes must have, where it is known. */
  readonly expected?: string | undefined;
  /** It comes out of the store: only its small pictures are kept anew. */
  readonly isStored?: boolean | undefined;
  /** It is waited for: it is stored at once, rather than with others. */
  readonly atOnce?: boolean | undefined;
  /** Whether files are taken that a package has to decode; where not, they are handed back. */
  readonly slowly: boolean;
}

/** Photos that are in memory at the same time: one is read while another is computed. */
const looking = pLimit(2);
const keeper = new PictureKeeper();

const refused = (name: string, problem: string, full = false): Refused => ({
  ok: false,
  name,
  problem,
  full,
});

/**
 * Brings one file into the store: checks it, keeps its bytes under their hash and small pictures beside them.
 * Never throws; a file that cannot be used comes back with a sentence that names it.
 */
export async function bringInPhoto(file: File, how: HowToBringIn): Promise<BroughtIn | 'slow'> {
  const looked = await looking(() => lookAt(file, how));
  if (looked === 'slow' || !looked.ok) return looked;
  const { record, ...brought } = looked;
  try {
    await keeper.keep(how.isStored ? { ...record, original: undefined } : record, how.atOnce);
    return brought;
  } catch (error) {
    const { name } = file;
    const words = isFull(error)
      ? `No room left for ${name}.`
      : `${name} could not be saved. ${reasonOf(error)}`;
    return refused(name, `${words} It was left out.`, true);
  }
}

const tooLong = (name: string, { width, height }: Size): string =>
  `${name} is ${width} × ${height} pixels; no side may be longer than ${LONGEST_SIDE.toLocaleString('en')}. It was left out.`;

/** Reads and checks a file, and makes its small pictures. */
async function lookAt(
  file: File,
  { expected, slowly }: HowToBringIn,
): Promise<(Looked & { readonly record: PictureRecord }) | Refused | 'slow'> {
  const { name } = file;
  let bytes: Uint8Array<ArrayBuffer>;
  try {
    bytes = new Uint8Array(await file.arrayBuffer());
  } catch {
    return refused(
      name,
      `${name} could not be read from the disk; it may have been changed, moved or locked since it was chosen. It was left out.`,
    );
  }
  if (bytes.length === 0) return refused(name, `${name} is empty. It was left out.`);
  const type = sniffPhotoType(bytes);
  if (!type) return refused(name, `${name} is not a picture of a kind that Kermis reads. It was left out.`);
  if (isForeign(type) && !slowly) return 'slow';
  if (isTruncated(bytes, type)) {
    return refused(
      name,
      `${name} is cut off: its end is missing. It was left out; copy it from the camera again.`,
    );
  }
  const large = declaredSize(bytes, type);
  if (large && Math.max(large.width, large.height) > LONGEST_SIDE) return refused(name, tooLong(name, large));
  if (large && large.width * large.height > MOST_PIXELS) {
    return refused(
      name,
      `${name} is ${large.width} × ${large.height} pixels, more than can be decoded here (250 million). It was left out.`,
    );
  }
  const [hash, facts] = await Promise.all([sha256(bytes), readPhotoFacts(bytes)]);
  if (expected !== undefined && hash !== expected)
    return { ...refused(name, `${name} was altered. It was left out.`), altered: true };
  try {
    const { preview, thumbnail, ...made } = await makePictures(bytes, type, facts.orientation);
    const { width, height, orientation, light, approximate } = made;
    if (Math.max(width, height) > LONGEST_SIDE) return refused(name, tooLong(name, made));
    return {
      ok: true,
      record: { hash, original: new Blob([bytes], { type }), preview, thumbnail },
      photo: {
        name: asName(name),
        hash,
        type,
        bytes: bytes.length,
        width,
        height,
        ...facts,
        orientation,
        light: Math.round(light * 10) / 10,
        ...(approximate === undefined ? {} : { approximate }),
      },
    };
  } catch (error) {
    // The packages' decoders know what is wrong; the browser does not say.
    if (isForeign(type) && isTold(error))
      return refused(name, `${name} cannot be decoded: ${error.message}. It was left out.`);
    return refused(name, `${name} is damaged and cannot be decoded. It was left out.`);
  }
}
