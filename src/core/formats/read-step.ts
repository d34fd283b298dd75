import Joi from 'joi';
import { isEdit } from '../edits/is-edit';
import type { Step } from '../edits/history';

/** An edit as versions 5 and 6 stored it; nothing else of it is known yet. */
type Older = Readonly<Record<string, unknown>> & { readonly kind: string };

const olderSchema = Joi.object({ kind: Joi.string().required() }).unknown().required();

const isOlder = (value: unknown): value is Older => !olderSchema.validate(value).error;

type Thing = Readonly<Record<string, unknown>>;
const listOf = (value: unknown): readonly Thing[] =>
  Array.isArray(value) ? (value as readonly Thing[]) : [];

/** What a stored list of lanes became: all of the ones before taken out, all of the ones after put in. */
const lanesFrom = (after: unknown, before: unknown): unknown => ({
  kind: 'batch',
  edits: [
    { kind: 'remove', of: 'lanes', ids: listOf(before).map(({ id }) => id) },
    { kind: 'insert', of: 'lanes', places: listOf(after).map((item, index) => ({ item, index })) },
  ],
});

/** One edit of an older version as one of this; what is none stays as it is. `inverse` is what took it back. */
function upToDate(value: unknown, inverse: unknown): unknown {
  if (!isOlder(value)) return value;
  const { kind, ...old } = value;
  const back = isOlder(inverse) ? inverse : undefined;
  const patches = (list: unknown, id: string, patch: (each: Thing) => unknown): unknown =>
    listOf(list).map((each) => ({ id: each[id], patch: patch(each) }));
  const things = (of: string, one: string): unknown => ({
    kind: 'set',
    of,
    things: listOf(old[of]).map((each) => ({ id: each['id'], to: each[one] })),
  });
  const places = (of: string, one: string): unknown => ({
    kind: 'insert',
    of,
    places: listOf(old['places']).map(({ [one]: item, index }) => ({ item, index })),
  });
  switch (kind) {
    case 'set-title':
      return { kind: 'patch', of: 'film', patch: { title: old['title'] } };
    case 'set-settings':
      return { kind: 'patch', of: 'settings', patch: old['settings'] };
    case 'set-range':
      return { kind: 'patch', of: 'range', patch: old['range'] };
    case 'set-mix':
      return { kind: 'patch', of: 'mix', patch: old['mix'] };
    case 'set-holds':
      return {
        kind: 'patch',
        of: 'items',
        patches: patches(old['holds'], 'poseId', ({ hold }) => ({ hold })),
      };
    case 'show-photos':
      return {
        kind: 'patch',
        of: 'items',
        patches: patches(old['shown'], 'poseId', ({ photoId }) => ({ photoId })),
      };
    case 'set-cycle':
      return { kind: 'patch', of: 'items', patches: [{ id: old['cycleId'], patch: old['shape'] }] };
    case 'place-items':
      return { kind: 'insert', of: 'items', places: old['places'] };
    case 'remove-items':
      return { kind: 'remove', of: 'items', ids: old['ids'] };
    case 'move-items':
      return { kind: 'move', of: 'items', moves: old['moves'] };
    case 'place-photos':
      return places('photos', 'photo');
    case 'remove-photos':
      return { kind: 'remove', of: 'photos', ids: old['photoIds'] };
    case 'set-photos':
      return {
        kind: 'patch',
        of: 'photos',
        patches: patches(old['changes'], 'photoId', ({ marks }) => marks),
      };
    case 'place-scenes':
      return places('scenes', 'scene');
    case 'remove-scenes':
      return { kind: 'remove', of: 'scenes', ids: old['sceneIds'] };
    case 'move-scene':
      return { kind: 'move', of: 'scenes', moves: [{ id: old['sceneId'], index: old['index'] }] };
    case 'set-scene':
      return { kind: 'patch', of: 'scenes', patches: [{ id: old['sceneId'], patch: old['marks'] }] };
    case 'set-flags':
      return things('flags', 'flag');
    case 'set-sounds':
      return things('sounds', 'sound');
    case 'set-cues':
      return things('cues', 'cue');
    case 'set-lanes':
      return lanesFrom(old['lanes'], back?.['lanes']);
    case 'together': {
      const [edits, inverses] = [listOf(old['edits']), listOf(back?.['edits'])];
      // What takes several edits back stands in the opposite order.
      const updated = edits.map((each, i) => upToDate(each, inverses[edits.length - 1 - i]));
      return {
        kind: 'batch',
        edits: updated,
        ...(old['words'] === undefined ? {} : { label: old['words'] }),
      };
    }
    default:
      return value;
  }
}

const stepSchema = Joi.object({
  edit: Joi.object().unknown().required(),
  inverse: Joi.object().unknown().required(),
}).required();

/** A stored step of this version or of an older one; undefined where it is neither. */
export function readStep(value: unknown): Step | undefined {
  const stored: Joi.ValidationResult<{ edit: unknown; inverse: unknown }> = stepSchema.validate(value, {
    convert: false,
  });
  if (stored.error) return undefined;
  const { edit, inverse } = stored.value;
  if (isEdit(edit) && isEdit(inverse)) return { edit, inverse };
  const [now, back]: readonly unknown[] = [upToDate(edit, inverse), upToDate(inverse, edit)];
  return isEdit(now) && isEdit(back) ? { edit: now, inverse: back } : undefined;
}
