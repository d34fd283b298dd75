import { asName } from '../film/bounds';
import type { Film, Photo, Pose, Scene } from '../film/film';
import type { Edit } from './edit';
import { placesByNumber } from './places-by-number';
import { filmSizeFrom, FIRST_HEIGHT } from '../film/film-size';
import { inNumberOrder, pathOf } from '../film/numbering';
import { isUsable, type IntakeRow, type UsableRow } from '../film/intake/intake-row';
import { rowNotices } from '../film/intake/notices';
import { sceneBreaks } from '../film/intake/scene-breaks';

/** How photos that came in are laid out; the defaults need no answer. */
export interface LayOut {
  /** Missing numbers: closed up, held over by the pose before, or the start of a new scene. */
  readonly gaps: 'close' | 'hold' | 'scene';
  /** Begin a scene where another name begins, and at long pauses. */
  readonly scenesByName: boolean;
  readonly scenesByPause: boolean;
  /** In a film that has poses: each to its place by number, or all behind the last pose. */
  readonly place: 'number' | 'end';
  /** Hold of each photo's pose in frames; undefined for that of the film's new poses. */
  readonly hold?: number | undefined;
}

export const DEFAULT_LAY_OUT: LayOut = {
  gaps: 'close',
  scenesByName: true,
  scenesByPause: false,
  place: 'number',
};

/** The longest hold that a gap may make, in frames; a gap of thousands is another run, not a hold. */
const LONGEST_GAP_HOLD = 1000;

/** Rows that stand together in a scene, each with the hold of its pose. */
interface Group {
  readonly rows: readonly { readonly row: UsableRow; readonly hold: number }[];
}

/** Usable rows, parted into the scenes that a way to lay out makes of them. */
function groupsOf(rows: readonly UsableRow[], layOut: LayOut, defaultHold: number): Group[] {
  const notices = rowNotices(rows);
  const breaks = new Map(sceneBreaks(rows).map((each) => [each.index, each.why]));
  const groups: { rows: { row: UsableRow; hold: number }[] }[] = [];
  rows.forEach((row, index) => {
    const why = breaks.get(index);
    const gap = notices.get(row.id)?.find((notice) => notice.kind === 'gap');
    const begins =
      ((why === 'name' || why === 'folder') && layOut.scenesByName) ||
      (why === 'pause' && layOut.scenesByPause) ||
      (gap && layOut.gaps === 'scene');
    let group = groups.at(-1);
    if (!group || begins) {
      group = { rows: [] };
      groups.push(group);
    } else if (gap && layOut.gaps === 'hold') {
      const before = group.rows.at(-1);
      const missing = Number(gap.to - gap.from) + 1;
      if (before) before.hold = Math.min(LONGEST_GAP_HOLD, before.hold + missing * defaultHold);
    }
    group.rows.push({ row, hold: defaultHold });
  });
  return groups;
}

const edited = (edits: readonly Edit[]): Edit => ({ kind: 'batch', edits });

const poseOf = (photo: Photo, hold: number, newId: () => string): Pose => ({
  id: newId(),
  photoId: photo.id,
  hold,
});

/**
 * Lays rows out, in the order given: the photos into the tray in number order, and a pose of each into the film.
 * Rows that are left out or cannot be used are passed over. The first photos of a film give it its shape, at
 * most `FIRST_HEIGHT` pixels high. Poses placed before keep their order.
 */
export function layOutEdit(
  film: Film,
  rows: readonly IntakeRow[],
  layOut: LayOut,
  newId: () => string,
): Edit {
  const usable = rows.filter(isUsable);
  const first = usable[0];
  if (!first) return edited([]);
  const hold = layOut.hold ?? film.settings.defaultHold;
  const incoming = new Set(usable.map((row) => row.id));
  const photos = usable.map((row) => row.photo);
  const tray = inNumberOrder([...film.photos, ...photos], pathOf);
  const edits: Edit[] = [
    {
      kind: 'insert',
      of: 'photos',
      places: tray.flatMap((photo, index) => (incoming.has(photo.id) ? [{ item: photo, index }] : [])),
    },
  ];
  if (film.photos.length === 0)
    edits.push({
      kind: 'patch',
      of: 'settings',
      patch: { ...filmSizeFrom(first.photo, FIRST_HEIGHT), defaultHold: hold },
    });
  // Folders that the film does not know yet are scenes of their own, also where the rest goes to its place by number.
  const folders = new Set(film.photos.map((photo) => photo.folder));
  const isNew = ({ photo }: UsableRow): boolean => photo.folder !== undefined && !folders.has(photo.folder);
  const groups = groupsOf(usable, layOut, hold);
  const empty = film.scenes.every((scene) => scene.items.length === 0);
  if (!empty && layOut.place === 'number') {
    const holds = new Map(
      groups.flatMap(({ rows: own }) =>
        own.flatMap(({ row, hold }) => (isNew(row) ? [] : [[row.photo.id, hold] as const])),
      ),
    );
    edits.push({ kind: 'insert', of: 'items', places: placesByNumber(film, tray, holds, newId) });
    const added = groupsOf(usable.filter(isNew), layOut, hold);
    edits.push(...placeScenes(film, added, newId));
    return edited(edits);
  }
  edits.push(...placeGroups(film, groups, newId));
  return edited(edits);
}

/** What a group is called as a scene: by its folder where it has one. */
const nameOf = ({ rows }: Group, otherwise: string): string => {
  const folder = rows[0]?.row.photo.folder?.split('/').at(-1);
  return folder ? asName(folder) : otherwise;
};

/** The first group goes to the end of the last scene, which is called like its folder where it was empty; the others become scenes. */
function placeGroups(film: Film, groups: readonly Group[], newId: () => string): Edit[] {
  const [first, ...others] = groups;
  const last = film.scenes.at(-1);
  if (!first || !last) return [];
  if (first.rows[0]?.row.photo.folder !== undefined && last.items.length > 0)
    return placeScenes(film, groups, newId);
  const poses = first.rows.map(({ row, hold }) => poseOf(row.photo, hold, newId));
  const edits: Edit[] = [
    {
      kind: 'insert',
      of: 'items',
      places: poses.map((pose, i) => ({ item: pose, parentId: last.id, index: last.items.length + i })),
    },
  ];
  const name = nameOf(first, last.name);
  if (name !== last.name)
    edits.push({ kind: 'patch', of: 'scenes', patches: [{ id: last.id, patch: { name } }] });
  return [...edits, ...placeScenes(film, others, newId)];
}

/** Each group as a scene behind the last. */
function placeScenes(film: Film, groups: readonly Group[], newId: () => string): Edit[] {
  if (groups.length === 0) return [];
  const scenes = groups.map((group, i): Scene => ({
    id: newId(),
    name: nameOf(group, `Scene ${film.scenes.length + 1 + i}`),
    items: group.rows.map(({ row, hold }) => poseOf(row.photo, hold, newId)),
  }));
  const places = scenes.map((item, i) => ({ item, index: film.scenes.length + i }));
  return [{ kind: 'insert', of: 'scenes', places }];
}
