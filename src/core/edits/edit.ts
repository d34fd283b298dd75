import type {
  CycleShape,
  Film,
  FilmSettings,
  Flag,
  Item,
  Photo,
  PhotoMarks,
  Pose,
  Range,
  Scene,
} from '../film/film';
import type { Cue, Lane, Mix, Sound } from '../film/sound';
import type { Drawing, Layer } from '../film/drawing';
import type { Stroke } from '../film/stroke';
import type { Mark, Erased } from '../picture/drawn/mark';

/** What edits can change of a scene besides what stands in it. */
export type SceneMarks = Pick<
  Scene,
  'name' | 'colour' | 'setAside' | 'crop' | 'look' | 'key' | 'plate' | 'planned'
>;

/** What edits can change of a pose. */
export type PoseMarks = Omit<Pose, 'id'>;

/** Records of a film: each has keys that are set by themselves. */
export interface Records {
  readonly film: Pick<Film, 'title'>;
  readonly settings: FilmSettings;
  readonly range: Range;
  readonly mix: Mix;
}

/** Things of a film without an order of their own: they are kept in that of their ids. */
export interface Sets {
  readonly flags: Flag;
  readonly sounds: Sound;
  readonly cues: Cue;
  readonly drawings: Drawing;
}

/**
 * Things of a film in an order that a person gives them. `items` are what stands in scenes and in cycles, `strokes` what is painted on
 * the files that photos show, `marks` what drawings are made of.
 */
export interface Lists {
  readonly photos: Photo;
  readonly scenes: Scene;
  readonly lanes: Lane;
  readonly items: Item;
  readonly strokes: Stroke;
  readonly layers: Layer;
  readonly marks: Mark;
}

/** What can be set of a thing in a list. */
export interface Patches {
  readonly photos: Partial<PhotoMarks>;
  readonly scenes: Partial<SceneMarks>;
  readonly lanes: Partial<Omit<Lane, 'id'>>;
  readonly items: Partial<PoseMarks> | Partial<CycleShape>;
  readonly strokes: Partial<Omit<Stroke, 'id'>>;
  readonly layers: Partial<Omit<Layer, 'id'>>;
  readonly marks: Partial<MarkParts>;
}

/** What can be set of a mark; it stays of its kind. */
interface MarkParts {
  readonly colour: string;
  readonly opacity: number | undefined;
  readonly erased: readonly Erased[] | undefined;
  readonly points: readonly number[];
  readonly width: number;
  readonly rings: readonly (readonly number[])[];
}

/** Lists of which each of several things has its own. */
export type NestedName = 'items' | 'strokes' | 'marks';
export type RecordName = keyof Records;
export type SetName = keyof Sets;
export type ListName = keyof Lists;
export type CollectionName = RecordName | SetName | ListName;

/** Where a thing of a list goes: at an index counted after all placing or moving is done. Items say in which scene or cycle, strokes on which photo, marks in which drawing. */
export type Place<L extends ListName> = { readonly index: number } & (L extends NestedName
  ? { readonly parentId: string }
  : object);

/** Sets keys of a record; one that is undefined is taken away. */
export interface RecordEdit<R extends RecordName = RecordName> {
  readonly kind: 'patch';
  readonly of: R;
  readonly patch: Partial<Records[R]>;
}

/** Puts things in, in the place of those of the same id, or takes them out where undefined. */
export interface SetEdit<S extends SetName = SetName> {
  readonly kind: 'set';
  readonly of: S;
  readonly things: readonly { readonly id: string; readonly to: Sets[S] | undefined }[];
}

export interface InsertEdit<L extends ListName> {
  readonly kind: 'insert';
  readonly of: L;
  readonly places: readonly (Place<L> & { readonly item: Lists[L] })[];
}

export interface RemoveEdit<L extends ListName> {
  readonly kind: 'remove';
  readonly of: L;
  readonly ids: readonly string[];
}

export interface MoveEdit<L extends ListName> {
  readonly kind: 'move';
  readonly of: L;
  readonly moves: readonly (Place<L> & { readonly id: string })[];
}

/** Sets keys of things; one that is undefined is taken away. */
export interface PatchEdit<L extends ListName> {
  readonly kind: 'patch';
  readonly of: L;
  readonly patches: readonly { readonly id: string; readonly patch: Patches[L] }[];
}

export type ListEdit<L extends ListName = ListName> = {
  [N in L]: InsertEdit<N> | RemoveEdit<N> | MoveEdit<N> | PatchEdit<N>;
}[L];

/** Several edits taken back as one; `label` names it where its first edit does not. One that `stays` is passed over when edits are taken back. */
export interface Batch {
  readonly kind: 'batch';
  readonly edits: readonly Edit[];
  readonly label?: string;
  readonly stays?: true;
}

/**
 * A change of a film as a plain value. `applyEdit` carries it out, `invertEdit` gives the edit that takes
 * it back; both are pure. Every change a person can make is one of these, or several in a batch.
 */
export type Edit =
  | { [R in RecordName]: RecordEdit<R> }[RecordName]
  | { [S in SetName]: SetEdit<S> }[SetName]
  | ListEdit
  | Batch;

/** Several edits as one, under a name of their own. */
export const batch = (label: string, edits: readonly Edit[]): Edit => ({ kind: 'batch', label, edits });

/** Several edits as one that is never taken back, whatever is before it: what came in stays. */
export const lasting = (label: string, edits: readonly Edit[]): Edit => ({
  ...{ kind: 'batch', label, edits },
  stays: true,
});

/** Whether an edit is passed over when edits are taken back. */
export const stays = (edit: Edit): boolean => edit.kind === 'batch' && edit.stays === true;

/** Puts things of a set in, or in the place of those of the same id. */
export const putAll = <S extends SetName>(of: S, things: readonly Sets[S][]): SetEdit<S> => ({
  kind: 'set',
  of,
  things: things.map((to) => ({ id: to.id, to })),
});

/** Takes things of a set out. */
export const takeOut = <S extends SetName>(of: S, ids: readonly string[]): SetEdit<S> => ({
  kind: 'set',
  of,
  things: ids.map((id) => ({ id, to: undefined })),
});

/** Sets holds of poses, in frames. */
export const holdEach = (
  holds: readonly { readonly poseId: string; readonly hold: number }[],
): PatchEdit<'items'> => ({
  kind: 'patch',
  of: 'items',
  patches: holds.map(({ poseId, hold }) => ({ id: poseId, patch: { hold } })),
});
