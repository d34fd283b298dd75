import { createHash } from 'node:crypto';
import { readFile } from 'node:fs/promises';
import { resolve } from 'node:path';
import { NOTHING_DRAWN } from '../src/core/film/drawing';
import { DEFAULT_SETTINGS, NO_SOUND, type Film, type Photo } from '../src/core/film/film';
import { shrinkJpeg } from '../src/core/picture/jpeg/shrink-jpeg';
import { HEIGHT, WIDTH } from './art/fairground';
import { ROLL } from './roll';
import { withSound } from './sound';
import { STORY } from './story';

/** Width of the small picture whose light is measured, as in the app. */
const SMALL = 240;

/** The demo film as it is laid out, and the bytes of its photos and sounds by hash. */
export async function demoFilm(): Promise<{ film: Film; originals: Map<string, Uint8Array> }> {
  const originals = new Map<string, Uint8Array>();
  const photos: Photo[] = [];
  for (const { name, takenAt } of ROLL) {
    const bytes = await readFile(resolve('demo', 'photos', name));
    const hash = createHash('sha256').update(bytes).digest('hex');
    originals.set(hash, bytes);
    const light = shrinkJpeg(bytes, 1, [SMALL])?.light;
    photos.push({
      id: name.slice(0, 8).toLowerCase(),
      name,
      hash,
      type: 'image/jpeg',
      bytes: bytes.length,
      width: WIDTH,
      height: HEIGHT,
      orientation: 1,
      ...(light === undefined ? {} : { light: Math.round(light * 10) / 10 }),
      takenAt: takenAt.getTime(),
    });
  }
  const scenes = STORY.map((scene, at) => ({
    id: `scene-${at + 1}`,
    name: scene.name,
    items: ROLL.flatMap((entry, i) =>
      entry.scene === at
        ? [{ id: `pose-${i + 1}`, photoId: (photos[i] as Photo).id, hold: entry.shot.hold }]
        : [],
    ),
  }));
  const film: Film = {
    id: 'the-runaway-horse',
    title: 'The Runaway Horse',
    settings: { ...DEFAULT_SETTINGS, width: 1440, height: 1080 },
    photos,
    scenes,
    flags: [],
    range: {},
    ...NO_SOUND,
    ...NOTHING_DRAWN,
  };
  return { film: await withSound(film, originals), originals };
}
