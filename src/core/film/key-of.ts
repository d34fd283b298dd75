import { chained, mapped } from '../picture/affine';
import { cropMap, type Crop } from '../picture/crop';
import { evenBacking, type LightColour } from '../picture/key/even-backing';
import type { KeyCut, KeyView, SeenBacking } from '../picture/key/key-cut';
import { moveMap } from '../picture/move';
import { placementMap, placePhoto } from '../picture/placement';
import type { Behind as BehindPicture, PlainRecipe } from '../picture/recipe';
import { toLight } from '../picture/srgb';
import { changeAfter, partOfChange } from '../picture/steps/light-change';
import type { PoseFraming } from './crop-of';
import { photosById, type Film, type Photo, type Pose } from './film';
import type { Behind, Key } from './key';
import { ownMap } from './own-map';
import { paintOf } from './paint-of';
import { lightChangeOf, lightStepsOf } from './photo-mends';
import { fileOf, recipeFile, shownSize } from './photo-picture';
import { sceneOf } from './scene-of';
import { scheduleOf } from './schedule';
import { sequenceOf, spotAt } from './sequence';

/** A key while what it does is looked at; it is never kept so. */
export interface ViewedKey extends Key {
  readonly view?: KeyView | undefined;
}

/** How the subject of a pose is cut out: as it says itself, else as its scene, else as the film; undefined where it is not. */
export function keyOf(film: Film, pose: Pose): Key | undefined {
  const key = pose.key ?? sceneOf(film, pose.id, 'key')?.key ?? film.settings.key;
  return !key || key.off || key.picked.length === 0 ? undefined : key;
}

const inLight = (colour: readonly number[]): LightColour =>
  colour.map((each) => toLight(each / 255)) as unknown as LightColour;

/** The colours that were picked, in light. */
export const pickedLight = ({ picked }: Pick<Key, 'picked'>): readonly LightColour[] =>
  picked.map(({ colour }) => inLight(colour));

const cuts = new WeakMap<Key, Map<SeenBacking | undefined, KeyCut>>();
/** So many backings are remembered for one key. */
const MOST_BACKINGS = 5000;

/** How a photo is cut out by a key: by its own backing, or, before that was looked for, by what was picked. The same value for the same two. */
export function cutOf(key: ViewedKey, photo: Photo): KeyCut {
  const seen = fileOf(photo).mends?.backing;
  let known = cuts.get(key);
  if (!known || known.size > MOST_BACKINGS)
    cuts.set(key, (known = new Map<SeenBacking | undefined, KeyCut>()));
  let cut = known.get(seen);
  if (!cut) {
    const { way, backing } = seen ?? evenBacking(pickedLight(key));
    cut = {
      ...{ way, backing },
      ...{ width: key.width / 100, softness: key.softness / 100, edge: key.edge },
      ...{ spill: key.spill / 100, reach: key.reach / 100, shadows: key.shadows / 100 },
      ...{ holes: key.holes / 100, specks: key.specks / 100 },
      outlines: key.outlines.map(({ shape, points, size, softness, stays }) => ({
        ...{ shape, points, size, softness, stays },
      })),
      ...(key.view && { view: key.view }),
    };
    known.set(seen, cut);
  }
  return cut;
}

/** The photo of another scene that stands behind a pose at one of its frames: frames are counted from the first of both scenes. It begins anew where it ends. */
function photoInStep(
  film: Film,
  pose: Pose,
  frame: number,
  { sceneId, from }: Extract<Behind, { kind: 'run' }>,
): Photo | undefined {
  const plan = scheduleOf(film);
  const first = plan.firsts.get(pose.id);
  const own = plan.scenes.find((each) => each.sceneId === first?.sceneId);
  const run = sequenceOf(film.scenes.find(({ id }) => id === sceneId)?.items ?? []);
  if (run.frames === 0) return undefined;
  const into = (first?.start ?? 0) - (own?.start ?? 0) + frame + from;
  const at = ((into % run.frames) + run.frames) % run.frames;
  return photosById(film).get(spotAt(run, 'frame', at).pose.photoId);
}

/** The photo behind a pose; undefined where there is none, or it is not in the film any more. */
export function photoBehind(film: Film, pose: Pose, behind: Behind, frame = 0): Photo | undefined {
  if (behind.kind === 'photo') return photosById(film).get(behind.photoId);
  return behind.kind === 'run' ? photoInStep(film, pose, frame, behind) : undefined;
}

type PictureBehind = Extract<Behind, { kind: 'photo' | 'run' }>;

/** What lies behind, by what it is made of: recipes are known by their values. */
interface KnownPicture {
  readonly of: readonly unknown[];
  readonly made: BehindPicture;
}

const pictures = new WeakMap<Behind, Map<string, KnownPicture>>();

function madeOnce(
  behind: Behind,
  name: string,
  of: readonly unknown[],
  make: () => BehindPicture,
): BehindPicture {
  let known = pictures.get(behind);
  if (!known || known.size > MOST_BACKINGS) pictures.set(behind, (known = new Map<string, KnownPicture>()));
  const found = known.get(name);
  if (found && found.of.every((each, i) => each === of[i])) return found.made;
  const made = make();
  known.set(name, { of, made });
  return made;
}

function gradient(
  { from, to, turn }: Extract<Behind, { kind: 'gradient' }>,
  crop: Crop | undefined,
  film: Film,
): BehindPicture {
  const { width, height } = film.settings;
  const way = (turn * Math.PI) / 180;
  const [across, down] = [-Math.sin(way), Math.cos(way)];
  // From corner to corner, as far as it goes that way.
  const half = (Math.abs(across) * width + Math.abs(down) * height) / 2;
  const map = crop ? cropMap(crop, { width, height }) : ([1, 0, 0, 1, 0, 0] as const);
  const [x0, y0] = mapped(map, width / 2 - across * half, height / 2 - down * half);
  const [x1, y1] = mapped(map, width / 2 + across * half, height / 2 + down * half);
  return { from, to, x0: x0 / width, y0: y0 / height, x1: x1 / width, y1: y1 / height };
}

function pictureOf(film: Film, photo: Photo, behind: PictureBehind, crop: Crop | undefined): PlainRecipe {
  const { width, height, background } = film.settings;
  const size = { width, height };
  const { mends } = fileOf(photo);
  const { move, blur, light } = behind;
  const change = lightChangeOf(mends);
  const matched = light ? changeAfter(change, partOfChange(light.change, light.strength / 100)) : change;
  const placed = [
    placementMap(placePhoto(shownSize(photo), size, 'fill')),
    ...(move ? [moveMap(move, size)] : []),
    ...(crop ? [cropMap(crop, size)] : []),
  ].reduce(chained, ownMap(photo));
  const paint = paintOf(film, photo);
  const closer = crop ? 1 / crop.size : 1;
  return {
    file: recipeFile(photo),
    ...(paint && { paint }),
    photoSteps: lightStepsOf(matched),
    geometry: placed,
    film: size,
    background,
    filmSteps: [],
    ...(blur && { blur: (blur / 100) * width * closer }),
  };
}

/** What lies behind a pose that is keyed, at one of its frames, framed as it is; the film's background where it is missing. The same value for the same things. */
export function behindOf(
  film: Film,
  pose: Pose,
  { behind }: Key,
  { crop }: PoseFraming,
  frame = 0,
): BehindPicture {
  const { settings } = film;
  if (!behind) return settings.background;
  if (behind.kind === 'colour') return behind.colour;
  if (behind.kind === 'gradient')
    return madeOnce(behind, '', [settings, crop], () => gradient(behind, crop, film));
  const photo = photoBehind(film, pose, behind, frame);
  if (!photo) return settings.background;
  const paint = paintOf(film, photo);
  return madeOnce(behind, photo.id, [settings, crop, photo, paint], () =>
    pictureOf(film, photo, behind, crop),
  );
}

/** Whether a pose may look different from frame to frame while it is held: its camera moves, or what is behind it does. */
export const changesWhileHeld = (film: Film, pose: Pose): boolean =>
  pose.cameraMove !== undefined || keyOf(film, pose)?.behind?.kind === 'run';
