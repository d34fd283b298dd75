import type { Orientation } from '../picture/orientation';
import type { Look } from '../picture/colour/colour-steps';
import { NOTHING_DRAWN, type Drawing, type Layer } from './drawing';
import type { Key } from './key';
import type { MendDoses } from './mend-dose';
import type { CameraMove, Crop } from '../picture/crop';
import type { Framing } from '../picture/placement';
import type { Rate } from '../time/rate';
import type { Moment } from './moment';
import type { PhotoMends } from './photo-mends';
import type { Plate, Stroke } from './stroke';
import { FIRST_LANES, FIRST_MIX, type Cue, type Lane, type Mix, type Sound } from './sound';

export type { Moment } from './moment';

/**
 * Why a picture cannot be shown exactly: it has inks (CMYK), a colour profile that cannot be used, or a part of it is
 * damaged.
 */
export const APPROXIMATE = ['inks', 'profile', 'damage'] as const;
export type Approximate = (typeof APPROXIMATE)[number];

/** What is known of a picture file. The bytes lie in the store under `hash` and are never altered. */
export interface PictureFile {
  /** File name as it came, without folders. */
  readonly name: string;
  /** SHA-256 of the bytes in hexadecimal; twins share one stored file. */
  readonly hash: string;
  /** Media type, such as `image/jpeg`. */
  readonly type: string;
  readonly bytes: number;
  /** Pixels of the picture as its file says it stands upright, before any turn of the person's. */
  readonly width: number;
  readonly height: number;
  readonly orientation: Orientation;
  /** Mean luma of the small picture, 0 to 255, where it was measured. */
  readonly light?: number | undefined;
  readonly approximate?: Approximate | undefined;
  /** How the person turned the upright picture further. */
  readonly turn?: Orientation | undefined;
  /** What was mended of this file's picture; another file of the same photo has mends of its own. */
  readonly mends?: PhotoMends | undefined;
  /** What is painted on it, in the order in which it was painted. */
  readonly strokes?: readonly Stroke[] | undefined;
}

/** How a photo was written out for retouching, to know it again when it comes back. */
export interface WrittenOut {
  /** The file as it came, or a picture as the film shows it: of the film's size, turned and framed. */
  readonly form: 'file' | 'film';
  /** Name without the ending. */
  readonly stem: string;
}

/** An imported picture file, and what the person decided about it. */
export interface Photo extends PictureFile {
  readonly id: string;
  /** The folder it came in, below the one that was chosen, where there were several: `scene 2`. */
  readonly folder?: string | undefined;
  /** Capture time, milliseconds since 1970 by the camera's clock, where the file tells it. */
  readonly takenAt?: number | undefined;
  /** When the import that brought it began, milliseconds since 1970. */
  readonly cameInAt?: number | undefined;
  /** Kept out of the film, to be brought back when wanted. */
  readonly setAside?: boolean | undefined;
  readonly writtenOut?: WrittenOut | undefined;
  /** The file that is shown in place of the photo's own. */
  readonly retouched?: PictureFile | undefined;
}

/** What edits can change of a photo; the file itself never changes. */
export type PhotoMarks = Pick<Photo, 'turn' | 'mends' | 'setAside' | 'writtenOut' | 'retouched'>;

/** One photo placed in a scene. The same photo may stand in many poses. */
export interface Pose {
  readonly id: string;
  readonly photoId: string;
  /** Film frames the pose stays, from 1. */
  readonly hold: number;
  /** The part of the picture that it shows; where it has none its scene's or the film's. */
  readonly crop?: Crop | undefined;
  /** How the camera moves while it is held, in place of its crop. */
  readonly cameraMove?: CameraMove | undefined;
  /** How a photo of another shape than the film stands in it; where it says nothing as in the film. */
  readonly placing?: Framing | undefined;
  /** What is done to its colours, before what is done to those of its scene and of the film. */
  readonly look?: Look | undefined;
  /** How its subject is cut out of its backing, in place of how its scene's or the film's are. */
  readonly key?: Key | undefined;
  /** What is drawn over it, one drawing a layer; several poses may name the same. */
  readonly drawings?: readonly string[] | undefined;
}

/** How the poses of a cycle are gone through in each pass. */
export const CYCLE_WAYS = ['forward', 'backward', 'there-and-back'] as const;
export type CycleWay = (typeof CYCLE_WAYS)[number];

export interface CycleShape {
  /** Passes, from 1. */
  readonly times: number;
  readonly way: CycleWay;
  /** There and back: whether the pose at either end is shown twice in a row where the way turns. */
  readonly endsTwice: boolean;
}

/** A run of poses repeated. Its poses stand in it once and are edited once for all passes. */
export interface Cycle extends CycleShape {
  readonly id: string;
  /** At least one. */
  readonly items: readonly Item[];
}

/** What stands in a scene or in a cycle. */
export type Item = Pose | Cycle;

/** Colours of scenes and flags, by the names of the palette. */
export const PAINTS = ['teal', 'plum', 'ochre', 'slate', 'moss', 'rust'] as const;
export type Paint = (typeof PAINTS)[number];

export interface Scene {
  readonly id: string;
  readonly name: string;
  readonly items: readonly Item[];
  /** Where none was picked, scenes take colours in turn. */
  readonly colour?: Paint | undefined;
  /** Kept, but not shown in the film. */
  readonly setAside?: boolean | undefined;
  /** The part of the picture that its poses show; where it has none the film's. */
  readonly crop?: Crop | undefined;
  /** What is done to the colours of all its poses, before what is done to those of the film. */
  readonly look?: Look | undefined;
  /** How the subjects of its poses are cut out, in place of how the film's are. */
  readonly key?: Key | undefined;
  /** The picture of its empty set, which is painted in where something is taken out. */
  readonly plate?: Plate | undefined;
  /** Frames that it is to have when all of it is shot. */
  readonly planned?: number | undefined;
}

export const FLAG_KINDS = ['note', 'word', 'beat', 'contact'] as const;
export type FlagKind = (typeof FLAG_KINDS)[number];

/** A labelled moment. */
export interface Flag {
  readonly id: string;
  readonly label: string;
  readonly kind: FlagKind;
  readonly colour: Paint;
  readonly at: Moment;
}

/** In and out points: the first and the last frame of a part of the film; either may be missing. */
export interface Range {
  readonly in?: Moment | undefined;
  readonly out?: Moment | undefined;
}

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
  /** The part of the picture that is shown; all of it where there is none. */
  readonly crop?: Crop | undefined;
  /** What fills the edges that moved photos leave: the nearest photo of the scene that was not moved; the background where nothing is said. */
  readonly edges?: 'neighbour' | undefined;
  /** What is done to the colours of all of it. */
  readonly look?: Look | undefined;
  /** How the subjects of all its poses are cut out of their backing. */
  readonly key?: Key | undefined;
  /** How much is done of all framings and all looks; all of it where nothing is said. */
  readonly doses?: MendDoses | undefined;
}

/** One piece of work: photos, scenes, sounds and settings. A plain value; edits make new ones. */
export interface Film {
  readonly id: string;
  readonly title: string;
  readonly settings: FilmSettings;
  /** The tray: all photos in order, used or not. */
  readonly photos: readonly Photo[];
  readonly scenes: readonly Scene[];
  readonly flags: readonly Flag[];
  readonly range: Range;
  readonly sounds: readonly Sound[];
  /** From the top. */
  readonly lanes: readonly Lane[];
  readonly cues: readonly Cue[];
  readonly mix: Mix;
  /** Sheets that lie over it, from the uppermost. */
  readonly layers: readonly Layer[];
  readonly drawings: readonly Drawing[];
}

export const DEFAULT_SETTINGS: FilmSettings = {
  rate: { num: 24, den: 1 },
  width: 1920,
  height: 1080,
  defaultHold: 2,
  framing: 'whole',
  background: '#000000',
};

/** What a film has of sound before any came in. */
export const NO_SOUND: Pick<Film, 'sounds' | 'lanes' | 'cues' | 'mix'> = {
  sounds: [],
  lanes: FIRST_LANES,
  cues: [],
  mix: FIRST_MIX,
};

/** A film with no photos and one empty scene. Identities are given by the caller, so that the core stays pure. */
export const emptyFilm = (id: string, sceneId: string, title: string): Film => ({
  id,
  title,
  settings: DEFAULT_SETTINGS,
  photos: [],
  scenes: [{ id: sceneId, name: 'Scene 1', items: [] }],
  flags: [],
  range: {},
  ...NO_SOUND,
  ...NOTHING_DRAWN,
});

const photoMaps = new WeakMap<readonly Photo[], ReadonlyMap<string, Photo>>();

/** A film's photos by id; the same map as long as its photos are the same. */
export function photosById({ photos }: Pick<Film, 'photos'>): ReadonlyMap<string, Photo> {
  let known = photoMaps.get(photos);
  if (!known) {
    known = new Map(photos.map((photo) => [photo.id, photo]));
    photoMaps.set(photos, known);
  }
  return known;
}
