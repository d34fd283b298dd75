import exifr from 'exifr';
import { isOrientation, type Orientation } from '../../../core/picture/orientation';

/** What a photo's EXIF says that the film needs. */
export interface PhotoFacts {
  readonly orientation: Orientation;
  /** Capture time in milliseconds, the camera's clock taken as UTC. */
  readonly takenAt?: number;
}

interface ExifTags {
  readonly Orientation?: unknown;
  readonly DateTimeOriginal?: unknown;
  readonly SubSecTimeOriginal?: unknown;
}

const textOf = (tag: unknown): string => (typeof tag === 'string' ? tag : '');

function timeOf({ DateTimeOriginal, SubSecTimeOriginal }: ExifTags): number | undefined {
  const taken = /^(\d{4}):(\d\d):(\d\d) (\d\d):(\d\d):(\d\d)/.exec(textOf(DateTimeOriginal));
  if (!taken) return undefined;
  const [year = 0, month = 1, day = 1, hour = 0, minute = 0, second = 0] = taken.slice(1).map(Number);
  const fraction = Number(`0.${textOf(SubSecTimeOriginal).replace(/\D/g, '')}`) || 0;
  return Date.UTC(year, month - 1, day, hour, minute, second) + Math.round(fraction * 1000);
}

/** Reads orientation and capture time; a file without EXIF, or with a damaged one, stands upright. */
export async function readPhotoFacts(bytes: Uint8Array): Promise<PhotoFacts> {
  try {
    const tags = (await exifr.parse(bytes, {
      pick: ['Orientation', 'DateTimeOriginal', 'SubSecTimeOriginal'],
      translateValues: false,
      reviveValues: false,
    })) as ExifTags | undefined;
    if (!tags) return { orientation: 1 };
    const takenAt = timeOf(tags);
    const orientation = isOrientation(tags.Orientation) ? tags.Orientation : 1;
    return takenAt === undefined ? { orientation } : { orientation, takenAt };
  } catch {
    return { orientation: 1 };
  }
}
