import exifr from 'exifr';
import { isOrientation, type Orientation } from '../../../core/picture/orientation';

/** What a photo's EXIF says that the film needs. */
export interface PhotoFacts {
  readonly orientation: Orientation;
  /** Capture time in milliseconds, the camera's clock taken as UTC. */
  readonly takenAt?: number;
}

/** Reads orientation and capture time; a file without EXIF, or with a damaged one, stands upright. */
export async function readPhotoFacts(bytes: Uint8Array): Promise<PhotoFacts> {
  try {
    const tags = (await exifr.parse(bytes, {
      pick: ['Orientation', 'DateTimeOriginal', 'SubSecTimeOriginal'],
      translateValues: false,
      reviveValues: false,
    })) as Record<string, unknown> | undefined;
    const orientation = isOrientation(tags?.['Orientation']) ? tags['Orientation'] : 1;
    const taken = /^(\d{4}):(\d\d):(\d\d) (\d\d):(\d\d):(\d\d)/.exec(
      String(tags?.['DateTimeOriginal'] ?? ''),
    );
    if (!taken) return { orientation };
    const [year, month, day, hour, minute, second] = taken.slice(1).map(Number) as number[];
    const fraction = Number(`0.${String(tags?.['SubSecTimeOriginal'] ?? '0').replace(/\D/g, '')}`) || 0;
    const takenAt =
      Date.UTC(year as number, (month as number) - 1, day, hour, minute, second) +
      Math.round(fraction * 1000);
    return { orientation, takenAt };
  } catch {
    return { orientation: 1 };
  }
}
