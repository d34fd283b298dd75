import type { FilmSettings, Photo, PhotoMarks, Pose, Scene } from '../film';

/** A pose and where it stands: the place in its scene counted after all placing is done. */
export interface PosePlace {
  readonly pose: Pose;
  readonly sceneId: string;
  readonly index: number;
}

/** Where a pose goes: the place in its scene counted after all moving is done. */
export interface PoseMove {
  readonly poseId: string;
  readonly sceneId: string;
  readonly index: number;
}

export interface ScenePlace {
  readonly scene: Scene;
  readonly index: number;
}

export interface PhotoPlace {
  readonly photo: Photo;
  readonly index: number;
}

/** What becomes of a photo's marks: those named are set, or taken away where they are undefined. */
export interface PhotoChange {
  readonly photoId: string;
  readonly marks: Partial<PhotoMarks>;
}

/**
 * A change of a film as a plain value. `applyEdit` carries it out, `invertEdit` gives the edit that takes
 * it back; both are pure. Every change a person can make is one of these, or several in a `together`.
 */
export type Edit =
  | { readonly kind: 'set-title'; readonly title: string }
  | { readonly kind: 'set-settings'; readonly settings: Partial<FilmSettings> }
  | { readonly kind: 'set-holds'; readonly holds: readonly { poseId: string; hold: number }[] }
  | { readonly kind: 'place-photos'; readonly places: readonly PhotoPlace[] }
  | { readonly kind: 'remove-photos'; readonly photoIds: readonly string[] }
  | { readonly kind: 'set-photos'; readonly changes: readonly PhotoChange[] }
  | { readonly kind: 'place-poses'; readonly places: readonly PosePlace[] }
  | { readonly kind: 'remove-poses'; readonly poseIds: readonly string[] }
  | { readonly kind: 'move-poses'; readonly moves: readonly PoseMove[] }
  | { readonly kind: 'show-photos'; readonly shown: readonly { poseId: string; photoId: string }[] }
  | { readonly kind: 'place-scenes'; readonly places: readonly ScenePlace[] }
  | { readonly kind: 'remove-scenes'; readonly sceneIds: readonly string[] }
  | { readonly kind: 'name-scene'; readonly sceneId: string; readonly name: string }
  | { readonly kind: 'together'; readonly edits: readonly Edit[] };

export type EditOf<K extends Edit['kind']> = Extract<Edit, { kind: K }>;
