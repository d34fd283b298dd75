import exifr from 'exifr';
import sharp from 'sharp';
import { expect, test } from 'vitest';
import { readPhotoFacts } from './photo-facts';

/** A photo whose EXIF (CIPA DC-008) says when it was taken, as sharp writes it. */
const taken = (more: Readonly<Record<string, string>>, orientation = 1): Promise<Buffer> =>
  sharp({ create: { width: 8, height: 6, channels: 3, background: '#777573' } })
    .withMetadata({ orientation })
    .withExifMerge({ IFD2: more })
    .jpeg()
    .toBuffer();

test('orientation is what sharp reads, in all eight ways', async () => {
  for (const orientation of [1, 2, 3, 4, 5, 6, 7, 8]) {
    const photo = await taken({}, orientation);
    expect((await sharp(photo).metadata()).orientation).toBe(orientation);
    expect(await readPhotoFacts(photo)).toEqual({ orientation });
  }
});

test('capture time is what exifr reads, with parts of a second, by the camera’s own clock', async () => {
  const photo = await taken({ DateTimeOriginal: '2026:10:31 21:04:09', SubSecTimeOriginal: '25' });
  const { takenAt } = await readPhotoFacts(photo);
  const { DateTimeOriginal } = (await exifr.parse(photo, ['DateTimeOriginal'])) as { DateTimeOriginal: Date };
  // exifr takes the camera's clock for the local one; the film takes it for UTC, so that it is the same everywhere.
  const local = DateTimeOriginal.getTime() - DateTimeOriginal.getTimezoneOffset() * 60_000;
  expect(takenAt).toBe(local + 250);
  expect(new Date(takenAt ?? 0).toISOString()).toBe('2026-10-31T21:04:09.250Z');
  const whole = await taken({ DateTimeOriginal: '2026:10:31 21:04:09' });
  expect((await readPhotoFacts(whole)).takenAt).toBe(local);
});

test('no EXIF, a damaged one, an impossible time: the photo stands upright and has no time', async () => {
  const plain = await sharp({ create: { width: 8, height: 6, channels: 3, background: '#000' } })
    .jpeg()
    .toBuffer();
  expect(await readPhotoFacts(plain)).toEqual({ orientation: 1 });
  const photo = await taken({ DateTimeOriginal: '2026:10:31 21:04:09' }, 6);
  const exif = photo.indexOf('Exif');
  for (let at = exif; at < exif + 60; at++) {
    const broken = Buffer.from(photo);
    broken[at] = (broken[at] ?? 0) ^ 0xff;
    const facts = await readPhotoFacts(broken);
    expect(facts.orientation).toBeGreaterThanOrEqual(1);
    expect(facts.orientation).toBeLessThanOrEqual(8);
  }
  expect(await readPhotoFacts(await taken({ DateTimeOriginal: 'yesterday' }))).toEqual({ orientation: 1 });
});
