import { photosById, type Film, type Photo } from '../film/film';
import { posesIn } from '../film/items';
import { lightChangeOf } from '../film/photo-mends';
import { fileOf } from '../film/photo-picture';
import { fromLight, toLight } from '../picture/srgb';
import { changedLight, changesNothing, FIELD_TERMS, type LightChange } from '../picture/steps/light-change';
import { flickerOf, flickerOfRuns, jumpsIn } from './flicker';

/** How bright a photo is: mean luma, 0 to 255, as it came and as it looks now. */
export interface LightLevel {
  readonly before: number;
  readonly after: number;
}

/** From so much luma on from photo to photo, a change of light may be a jump. */
export const LEAST_JUMP = 3;

/**
 * Mean luma of a photo: `before`, of the file; `after`, an estimate: that luma as a grey, with all changes of the
 * photo's light. Undefined if it was never measured.
 */
export function lightLevel(photo: Photo): LightLevel | undefined {
  const { mends, light } = fileOf(photo);
  const before = light ?? mends?.matched?.before;
  if (before === undefined) return undefined;
  const change = lightChangeOf(mends);
  return { before, after: changesNothing(change) ? before : lumaAfter(before, change) };
}

/** The light over the photos of a scene, each once, in the order in which they are shown. */
export interface LightRun {
  readonly photoIds: readonly string[];
  readonly levels: readonly LightLevel[];
  /** Standard deviation of the change from each photo to the next, in luma. */
  readonly flicker: LightLevel;
  /** Photos at which the light jumps, as they came and as they look now. */
  readonly jumps: { readonly before: readonly string[]; readonly after: readonly string[] };
}

const runs = new WeakMap<Film, Map<string, LightRun>>();

/** What is known of the light of a scene; reckoned once for each value of the film. */
export function lightRunOf(film: Film, sceneId: string): LightRun {
  const known = runs.get(film) ?? new Map<string, LightRun>();
  runs.set(film, known);
  let run = known.get(sceneId);
  if (!run) known.set(sceneId, (run = makeRun(film, sceneId)));
  return run;
}

function makeRun(film: Film, sceneId: string): LightRun {
  const photos = photosById(film);
  const scene = film.scenes.find((each) => each.id === sceneId);
  const ids = new Set(posesIn(scene?.items ?? []).map(({ photoId }) => photoId));
  const known = [...ids].flatMap((id) => {
    const photo = photos.get(id);
    const level = photo && lightLevel(photo);
    return level ? [{ id, level }] : [];
  });
  const levels = known.map(({ level }) => level);
  const measure = <T>(make: (values: readonly number[]) => T): { readonly before: T; readonly after: T } => ({
    before: make(levels.map(({ before }) => before)),
    after: make(levels.map(({ after }) => after)),
  });
  return {
    photoIds: known.map(({ id }) => id),
    levels,
    flicker: measure(flickerOf),
    jumps: measure((values) => jumpsIn(values, LEAST_JUMP).map((i) => known[i]?.id as string)),
  };
}

/** Flicker of all scenes that show any of these photos, as in `LightRun`; the step at a cut does not count. */
export function flickerAround(film: Film, photoIds: ReadonlySet<string>): LightLevel {
  const levelsOf = film.scenes.flatMap((scene) => {
    const { photoIds: ids, levels } = lightRunOf(film, scene.id);
    return ids.some((id) => photoIds.has(id)) ? [levels] : [];
  });
  const side = (each: keyof LightLevel): number =>
    flickerOfRuns(levelsOf.map((levels) => levels.map((level) => level[each])));
  return { before: side('before'), after: side('after') };
}

const NOWHERE = Array.from({ length: FIELD_TERMS }, () => 0);

/** How bright a grey of a luma becomes; fields, which have no part that is the same everywhere, leave it. */
export function lumaAfter(luma: number, change: LightChange): number {
  const light = toLight(luma / 255);
  const [red, green, blue] = changedLight(change, [light, light, light], NOWHERE).map(
    (each) => 255 * Math.min(1, fromLight(each)),
  ) as [number, number, number];
  return 0.2126 * red + 0.7152 * green + 0.0722 * blue;
}
