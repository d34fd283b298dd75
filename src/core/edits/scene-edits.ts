import { withOwnDrawings } from './draw-edits';
import { err, ok, type Result } from '../time/result';
import { count } from '../time/format';
import { asName } from '../film/bounds';
import type { Film, Item, Pose, Scene } from '../film/film';
import type { Key } from '../film/key';
import { copiesOf, isCycle, posesIn } from '../film/items';
import type { Span } from '../film/moments';
import { MOST_STEPS, type Look } from '../picture/colour/colour-steps';
import { partOfCameraMove, WHOLE } from '../picture/crop';
import { sequenceOf } from '../film/sequence';
import { scheduleOf } from '../film/schedule';
import { canUnroll, tooManyToUnroll, unrolled } from './cycle-edits';
import { batch, type Edit } from './edit';
import { copiedAlong, tiedAnew, withCues } from './tied-along';

const sceneAt = (
  film: Film,
  sceneId: string,
): { readonly scene: Scene; readonly index: number } | undefined => {
  const index = film.scenes.findIndex((scene) => scene.id === sceneId);
  const scene = film.scenes[index];
  return scene && { scene, index };
};

/** `Scene 4`, or the first such name that no scene has. */
export function nextSceneName(film: Film): string {
  const taken = new Set(film.scenes.map((scene) => scene.name));
  let n = film.scenes.length + 1;
  while (taken.has(`Scene ${n}`)) n++;
  return `Scene ${n}`;
}

/** An empty scene behind another, or behind the last. */
export function addSceneEdit(film: Film, behind: string | undefined, newId: () => string): Edit {
  const at = behind === undefined ? undefined : sceneAt(film, behind);
  const scene: Scene = { id: newId(), name: nextSceneName(film), items: [] };
  const index = at ? at.index + 1 : film.scenes.length;
  return batch(`${scene.name} added`, [{ kind: 'insert', of: 'scenes', places: [{ item: scene, index }] }]);
}

/** Parts the scene of a pose so that the pose is the first of a new one. */
export function splitSceneEdit(film: Film, poseId: string, newId: () => string): Result<Edit> {
  const scene = film.scenes.find((each) => posesIn(each.items).some((pose) => pose.id === poseId));
  const at = scene && sceneAt(film, scene.id);
  const index = scene?.items.findIndex((item) => item.id === poseId) ?? -1;
  if (!scene || !at) return err('There is no such pose any more.');
  if (index < 0) return err('A scene cannot be parted within a cycle. Unroll the cycle first.');
  if (index === 0) return err('The pose is the first of its scene already.');
  const moving = scene.items.slice(index);
  const later = sequenceOf(scene.items.slice(0, index)).frames;
  // What the film has behind it is counted in each scene by itself.
  const key = scene.key ?? (film.settings.key?.behind?.kind === 'run' ? film.settings.key : undefined);
  const second: Scene = {
    ...{ id: newId(), name: nextSceneName(film), items: [] },
    // It looks as it did.
    ...(scene.crop && { crop: scene.crop }),
    ...(scene.look && { look: scene.look }),
    ...(key && { key: keyLater(key, later) }),
    ...(scene.plate && { plate: scene.plate }),
  };
  return ok(
    batch(`${scene.name} split`, [
      { kind: 'insert', of: 'scenes', places: [{ item: second, index: at.index + 1 }] },
      ...ownKeysLater(moving, later),
      {
        kind: 'move',
        of: 'items',
        moves: moving.map((item, i) => ({ id: item.id, parentId: second.id, index: i })),
      },
    ]),
  );
}

/** A key of poses that from now on stand so many frames nearer to the first of their scene: what is behind them goes on as it did. */
const keyLater = (key: Key, frames: number): Key =>
  key.behind?.kind === 'run' ? { ...key, behind: { ...key.behind, from: key.behind.from + frames } } : key;

/** The same of poses that have a key of their own. */
function ownKeysLater(items: readonly Item[], frames: number): readonly Edit[] {
  const patches = posesIn(items).flatMap(({ id, key }) =>
    key?.behind?.kind === 'run' ? [{ id, patch: { key: keyLater(key, frames) } }] : [],
  );
  return patches.length > 0 ? [{ kind: 'patch', of: 'items', patches }] : [];
}

/** Poses that come into a scene with another key keep theirs, or none. */
function keptKeys(film: Film, from: Scene, to: Scene): readonly Edit[] {
  const frames = sequenceOf(to.items).frames;
  const own = ownKeysLater(from.items, -frames);
  const key = from.key ?? film.settings.key ?? (to.key && { ...to.key, off: true as const });
  if (!key || (from.key === to.key && key.behind?.kind !== 'run')) return own;
  const patches = posesIn(from.items)
    .filter((pose) => !pose.key)
    .map(({ id }) => ({ id, patch: { key: keyLater(key, -frames) } }));
  return patches.length > 0 ? [...own, { kind: 'patch', of: 'items', patches }] : own;
}

/** Poses that come into a scene of another framing keep theirs. */
function keptCrop(film: Film, from: Scene, to: Scene): readonly Edit[] {
  if (from.crop === to.crop) return [];
  const crop = from.crop ?? film.settings.crop ?? WHOLE;
  const patches = posesIn(from.items)
    .filter((pose) => !pose.crop)
    .map(({ id }) => ({ id, patch: { crop } }));
  return patches.length > 0 ? [{ kind: 'patch', of: 'items', patches }] : [];
}

/** A stack of a pose with that of its scene behind it; steps that are in both have marks of their own. */
function lookWithin({ look: own = [] }: Pose, ofScene: Look): Look {
  const taken = new Set(own.map(({ id }) => id));
  return [...own, ...ofScene.map((step, i) => (taken.has(step.id) ? { ...step, id: `joined-${i}` } : step))];
}

/** Where two scenes of other looks become one, the poses of both keep theirs: looks of a scene and a pose add up. */
function keptLooks(from: Scene, to: Scene): Result<readonly Edit[]> {
  if (from.look === to.look) return ok([]);
  const patches = [from, to].flatMap(({ look, items }) =>
    look ? posesIn(items).map((pose) => ({ id: pose.id, patch: { look: lookWithin(pose, look) } })) : [],
  );
  if (patches.some(({ patch }) => patch.look.length > MOST_STEPS))
    return err(`A pose would have more than ${MOST_STEPS} colour steps. Delete some first.`);
  const poses: readonly Edit[] = patches.length > 0 ? [{ kind: 'patch', of: 'items', patches }] : [];
  const scenes: readonly Edit[] = to.look
    ? [{ kind: 'patch', of: 'scenes', patches: [{ id: to.id, patch: { look: undefined } }] }]
    : [];
  return ok([...poses, ...scenes]);
}

/** Puts a scene's poses behind those of the scene before it, which it becomes a part of. */
export function joinSceneEdit(film: Film, sceneId: string): Result<Edit> {
  const at = sceneAt(film, sceneId);
  const before = at && film.scenes[at.index - 1];
  if (!at) return err('There is no such scene any more.');
  if (!before) return err(`${at.scene.name} is the first scene: there is none before it to join.`);
  const looks = keptLooks(at.scene, before);
  if (!looks.ok) return looks;
  const moves = at.scene.items.map((item, i) => ({
    id: item.id,
    parentId: before.id,
    index: before.items.length + i,
  }));
  return ok(
    batch(`${at.scene.name} joined to ${before.name}`, [
      ...keptCrop(film, at.scene, before),
      ...keptKeys(film, at.scene, before),
      ...looks.value,
      { kind: 'move', of: 'items', moves },
      { kind: 'remove', of: 'scenes', ids: [sceneId] },
    ]),
  );
}

/** A copy of a scene behind it, with poses and cues of its own. */
export function duplicateSceneEdit(film: Film, sceneId: string, newId: () => string): Result<Edit> {
  const at = sceneAt(film, sceneId);
  if (!at) return err('There is no such scene any more.');
  const { items, edits: drawings } = withOwnDrawings(film, copiesOf(at.scene.items, newId), newId);
  const copy: Scene = { ...at.scene, id: newId(), name: asName(`${at.scene.name} again`), items };
  const ties = tiedAnew(film, at.scene.items, copy.items, copiedAlong(film, at.scene.items), newId);
  return ok(
    batch(`${at.scene.name} duplicated${withCues(ties)}`, [
      ...drawings,
      { kind: 'insert', of: 'scenes', places: [{ item: copy, index: at.index + 1 }] },
      ...ties,
    ]),
  );
}

/** Deletes a scene with its poses; the photos stay in the tray. A film keeps at least one scene. */
export function removeSceneEdit(film: Film, sceneId: string): Result<Edit> {
  const at = sceneAt(film, sceneId);
  if (!at) return err('There is no such scene any more.');
  if (film.scenes.length === 1) return err('A film has at least one scene. Its poses can be deleted.');
  const poses = posesIn(at.scene.items).length;
  return ok(
    batch(`${at.scene.name} deleted${poses > 0 ? `, ${count(poses, 'pose')}` : ''}`, [
      { kind: 'remove', of: 'scenes', ids: [sceneId] },
    ]),
  );
}

/** Where items stand that lie behind each other, in frames from the start of the first. */
function placed(
  items: readonly Item[],
): readonly { readonly item: Item; readonly first: number; readonly end: number }[] {
  let end = 0;
  return items.map((item) => {
    const first = end;
    end += sequenceOf([item]).frames;
    return { item, first, end };
  });
}

/** Items with only what of them lies between two frames, counted from their start; cycles cut through are unrolled. */
function cutTo(items: readonly Item[], from: number, to: number, newId: () => string): readonly Item[] {
  return placed(items).flatMap(({ item, first, end }): readonly Item[] => {
    if (first >= from && end <= to) return [item];
    if (end <= from || first >= to) return [];
    if (isCycle(item)) return cutTo(unrolled([item], newId), from - first, to - first, newId);
    const [begin, stop] = [Math.max(first, from) - first, Math.min(end, to) - first];
    const { cameraMove, hold } = item;
    return [
      {
        ...item,
        hold: stop - begin,
        ...(cameraMove && { cameraMove: partOfCameraMove(cameraMove, begin, stop, hold) }),
      },
    ];
  });
}

/** Takes off a scene what lies outside a part of the film. */
export function trimSceneEdit(film: Film, sceneId: string, span: Span, newId: () => string): Result<Edit> {
  const at = sceneAt(film, sceneId);
  const place = scheduleOf(film).scenes.find((each) => each.sceneId === sceneId);
  if (!at || !place) return err('There is no such scene any more.');
  const { scene } = at;
  const [from, to] = [span.from - place.start, span.to - place.start];
  const cutThrough = placed(scene.items).find(
    ({ item, first, end }) =>
      isCycle(item) && [from, to].some((cut) => first < cut && cut < end) && !canUnroll([item]),
  );
  if (cutThrough) return tooManyToUnroll([cutThrough.item]);
  const items = cutTo(scene.items, from, to, newId);
  if (items.length === 0) {
    return err(`Nothing of ${scene.name} is between the in and out points. Nothing was changed.`);
  }
  return ok(
    batch(`${scene.name} trimmed`, [
      { kind: 'remove', of: 'items', ids: scene.items.map((item) => item.id) },
      {
        kind: 'insert',
        of: 'items',
        places: items.map((item, index) => ({ item, parentId: sceneId, index })),
      },
    ]),
  );
}
