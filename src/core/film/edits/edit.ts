import type { CycleShape, FilmSettings, Flag, Photo, PhotoMarks, Range, Scene } from '../film';
import type { ItemPlace } from '../items';
import type { Cue, Lane, Mix, Sound } from '../sound';

/** Where an item goes: into a scene or a cycle, at an index counted after all moving is done. */
export interface ItemMove {
  readonly id: string;
  readonly parentId: string;
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

/** What edits can change of a scene besides what stands in it. */
export type SceneMarks = Pick<Scene, 'name' | 'colour' | 'setAside'>;

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
  | { readonly kind: 'place-items'; readonly places: readonly ItemPlace[] }
  | { readonly kind: 'remove-items'; readonly ids: readonly string[] }
  | { readonly kind: 'move-items'; readonly moves: readonly ItemMove[] }
  | { readonly kind: 'set-cycle'; readonly cycleId: string; readonly shape: Partial<CycleShape> }
  | { readonly kind: 'show-photos'; readonly shown: readonly { poseId: string; photoId: string }[] }
  | { readonly kind: 'place-scenes'; readonly places: readonly ScenePlace[] }
  | { readonly kind: 'remove-scenes'; readonly sceneIds: readonly string[] }
  | { readonly kind: 'move-scene'; readonly sceneId: string; readonly index: number }
  | { readonly kind: 'set-scene'; readonly sceneId: string; readonly marks: Partial<SceneMarks> }
  | { readonly kind: 'set-flags'; readonly flags: readonly { id: string; flag: Flag | undefined }[] }
  | { readonly kind: 'set-range'; readonly range: Range }
  | { readonly kind: 'set-sounds'; readonly sounds: readonly { id: string; sound: Sound | undefined }[] }
  | { readonly kind: 'set-lanes'; readonly lanes: readonly Lane[] }
  | { readonly kind: 'set-cues'; readonly cues: readonly { id: string; cue: Cue | undefined }[] }
  | { readonly kind: 'set-mix'; readonly mix: Partial<Mix> }
  /** Several edits taken back as one; `words` name it where its first edit does not. */
  | { readonly kind: 'together'; readonly edits: readonly Edit[]; readonly words?: string };

export type EditOf<K extends Edit['kind']> = Extract<Edit, { kind: K }>;

/** Several edits as one, under a name of their own. */
export const together = (words: string, edits: readonly Edit[]): Edit => ({ kind: 'together', words, edits });
