import type { Photo } from '../../../core/film/film';
import type { FoundLight } from '../../../core/film/photo-mends';
import type { Aside, PhotoPair } from '../../../core/film/photo-pair';
import type { Followed } from '../../../core/mend/paint/follow';
import type { FoundArea } from '../../../core/mend/paint/found-areas';
import type { Move } from '../../../core/picture/move';
import type { FoundBacking } from '../../../core/mend/key/find-backing';
import type { LightColour } from '../../../core/picture/key/even-backing';
import type { KeyCut } from '../../../core/picture/key/key-cut';
import type { StrokePath } from '../../../core/picture/paint/stroke';
import type { LightChange } from '../../../core/picture/steps/light-change';
import type { Result } from '../../../core/time/result';
import { WorkerPool } from '../threads/worker-pool';
import type { MendWorker } from './mend.worker';

const start = (): Worker => new Worker(new URL('./mend.worker.ts', import.meta.url), { type: 'module' });

const pool = new WorkerPool<MendWorker>('look for mends', start, {
  most: () => Math.max(1, Math.min(8, navigator.hardwareConcurrency || 2)),
  each: 2,
  warm: 2,
});

/**
 * What brings the light of a photo to how another one looks, whose own light is changed by `look`.
 * @throws the signal's reason once it is aborted, or a sentence where its worker breaks.
 */
export const findLight = (
  photo: Photo,
  reference: Photo,
  look: LightChange,
  signal: AbortSignal,
): Promise<Result<FoundLight>> =>
  pool.run(async (worker) => await worker.matchLight(photo, reference, look), signal);

/**
 * Where what stands still in an anchor lies in a photo, as both are shown.
 * @throws the signal's reason once it is aborted, or a sentence where its worker breaks.
 */
export const findPlace = (photo: Photo, anchor: Photo, signal: AbortSignal): Promise<Result<Move>> =>
  pool.run(async (worker) => await worker.matchPlace(photo, anchor), signal);

// A hand that paints waits for nobody: what photos have in common stays with one worker.
const painting = new WorkerPool<MendWorker>('look for what is painted in', start, {
  most: () => 1,
  each: 4,
  warm: 1,
});

/**
 * How another photo of the same set lies on a photo, and in which light.
 * @throws a sentence where its worker breaks.
 */
export const findPair = (photo: Photo, other: Photo): Promise<Result<PhotoPair>> =>
  painting.run(async (worker) => await worker.matchPair(photo, other, 'other'));

/**
 * The same for many photos, several at a time; `fixed` is the one of both that is the same for all.
 * @throws the signal's reason once it is aborted, or a sentence where its worker breaks.
 */
export const findPairAmong = (
  photo: Photo,
  other: Photo,
  fixed: 'own' | 'other',
  signal: AbortSignal,
): Promise<Result<PhotoPair>> =>
  pool.run(async (worker) => await worker.matchPair(photo, other, fixed), signal);

/**
 * What brings the light of another photo to a photo's around a stroke; `pair` says how they lie on each other. With a signal it is one of many.
 * @throws the signal's reason once it is aborted, or a sentence where its worker breaks.
 */
export const findStrokeLight = (
  photo: Photo,
  other: Photo,
  pair: PhotoPair,
  path: StrokePath,
  signal?: AbortSignal,
): Promise<Result<LightChange>> =>
  (signal ? pool : painting).run(
    async (worker) => await worker.lightOfStroke(photo, other, pair, path),
    signal,
  );

/**
 * From where beside it in the same photo a stroke is best filled; `taken` are the strokes that are there already.
 * @throws a sentence where its worker breaks.
 */
export const findAside = (
  photo: Photo,
  path: StrokePath,
  taken: readonly StrokePath[],
): Promise<Result<Aside>> => painting.run(async (worker) => await worker.aside(photo, path, taken));

/**
 * An outline that was drawn by hand, in parts of a photo, moved onto the photo's edges near it.
 * @throws a sentence where its worker breaks.
 */
export const findSnapped = (photo: Photo, points: readonly number[]): Promise<Result<readonly number[]>> =>
  painting.run(async (worker) => await worker.snapped(photo, points));

/**
 * What a photo shows that its scene's plate does not, as outlines in parts of the photo.
 * @throws the signal's reason once it is aborted, or a sentence where its worker breaks.
 */
export const findAreas = (
  photo: Photo,
  plate: Photo,
  pair: PhotoPair,
  signal: AbortSignal,
): Promise<Result<readonly FoundArea[]>> =>
  painting.run(async (worker) => await worker.found(photo, plate, pair), signal);

/**
 * Where strokes of a photo go in the next one, each photo with how the plate lies on it.
 * @throws the signal's reason once it is aborted, or a sentence where its worker breaks.
 */
export const findFollowed = (
  from: readonly [Photo, PhotoPair],
  to: readonly [Photo, PhotoPair],
  plate: Photo,
  paths: readonly StrokePath[],
  signal: AbortSignal,
): Promise<Result<readonly Followed[]>> =>
  painting.run(async (worker) => await worker.follow(from, to, plate, paths), signal);

/**
 * The colour of a photo as it came, around a place in parts of it.
 * @throws a sentence where its worker breaks.
 */
export const colourOfPhoto = (
  photo: Photo,
  u: number,
  v: number,
): Promise<Result<readonly [number, number, number]>> =>
  painting.run(async (worker) => await worker.colourAt(photo, u, v));

/**
 * What the backing of a photo looks like, by colours that were picked.
 * @throws the signal's reason once it is aborted, or a sentence where its worker breaks.
 */
export const findBackingOf = (
  photo: Photo,
  picked: readonly LightColour[],
  signal?: AbortSignal,
): Promise<Result<FoundBacking>> =>
  pool.run(async (worker) => await worker.findBacking(photo, picked), signal);

/**
 * The part of a photo that goes though the subject is all around it.
 * @throws a sentence where its worker breaks.
 */
export const findEnclosed = (photo: Photo, cut: KeyCut): Promise<Result<number>> =>
  pool.run(async (worker) => await worker.enclosed(photo, cut));

/**
 * What brings the light of a picture behind to that of a photo's subject.
 * @throws a sentence where its worker breaks.
 */
export const findLightBehind = (photo: Photo, cut: KeyCut, behind: Photo): Promise<Result<LightChange>> =>
  pool.run(async (worker) => await worker.lightBehind(photo, cut, behind));

/**
 * Of the changes of a run, in the order of the film, what does not change slowly.
 * @throws a sentence where its worker breaks.
 */
export const findFlicker = (wanted: readonly LightChange[]): Promise<readonly LightChange[]> =>
  pool.run((worker) => worker.withoutSlow(wanted));
