import type { Orientation } from '../picture/orientation';
import type { Rate } from '../time/rate';

/** An imported picture file. The bytes lie in the store under `hash` and are never altered. */
export interface Photo {
  readonly id: string;
  /** File name as it came, without folders. */
  readonly name: string;
  /** SHA-256 of the bytes in hexadecimal; twins share one stored original. */
  readonly hash: string;
  /** Media type, such as `image/jpeg`. */
  readonly type: string;
  readonly bytes: number;
  /** Pixels of the upright picture. */
  readonly width: number;
  readonly height: number;
  readonly orientation: Orientation;
  /** Capture time, milliseconds since 1970 by the camera's clock, where the file tells it. */
  readonly takenAt?: number | undefined;
  /** Mean luma of the small picture, 0 to 255, where it was measured. */
  readonly light?: number | undefined;
}

/** One photo placed in a scene. The same photo may stand in many poses. */
export interface Pose {
  readonly id: string;
  readonly photoId: string;
  /** Film frames the pose stays, from 1. */
  readonly hold: number;
}

export interface Scene {
  readonly id: string;
  readonly name: string;
  readonly poses: readonly Pose[];
}

/** How a photo of another shape than the film is placed: all of it on the background, or filling the film. */
export type Framing = 'whole' | 'fill';

export interface FilmSettings {
  readonly rate: Rate;
  /** Pixels; even, since video is stored with halved colour. */
  readonly width: number;
  readonly height: number;
  /** Hold in frames that new poses take. */
  readonly defaultHold: number;
  readonly framing: Framing;
  /** sRGB as `#rrggbb`. */
  readonly background: string;
}

/** One piece of work: photos, scenes and settings. A plain value; edits make new ones. */
export interface Film {
  readonly id: string;
  readonly title: string;
  readonly settings: FilmSettings;
  /** The tray: all photos in order, used or not. */
  readonly photos: readonly Photo[];
  readonly scenes: readonly Scene[];
}

export const DEFAULT_SETTINGS: FilmSettings = {
  rate: { num: 24, den: 1 },
  width: 1920,
  height: 1080,
  defaultHold: 2,
  framing: 'whole',
  background: '#000000',
};

/** A film with no photos and one empty scene. Identities are given by the caller, so that the core stays pure. */
export const emptyFilm = (id: string, sceneId: string, title: string): Film => ({
  id,
  title,
  settings: DEFAULT_SETTINGS,
  photos: [],
  scenes: [{ id: sceneId, name: 'Scene 1', poses: [] }],
});

export const posesOf = (film: Film): readonly Pose[] => film.scenes.flatMap((scene) => scene.poses);

export const photosById = (film: Film): ReadonlyMap<string, Photo> =>
  new Map(film.photos.map((photo) => [photo.id, photo]));
