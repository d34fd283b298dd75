import type { Film, Photo } from './film';
import { rowNotices, type RowNotice } from './intake/notices';
import type { Schedule, ScheduledPose } from './schedule';

/** Which photos of the tray are shown. */
export const TRAY_FILTERS = ['all', 'used', 'unused', 'aside', 'new', 'noticed', 'retouched', 'out'] as const;
export type TrayFilter = (typeof TRAY_FILTERS)[number];

/** What the tray tells of its photos, each by photo id. */
export interface TrayFacts {
  /** Poses that show the photo, each at its first showing, in film order. */
  readonly uses: ReadonlyMap<string, readonly ScheduledPose[]>;
  readonly notices: ReadonlyMap<string, readonly RowNotice[]>;
  /** Photos of the last import, where there was one before it. */
  readonly fresh: ReadonlySet<string>;
}

export function photoUses({ poses }: Schedule): ReadonlyMap<string, readonly ScheduledPose[]> {
  const uses = new Map<string, ScheduledPose[]>();
  for (const entry of poses) {
    const list = uses.get(entry.pose.photoId);
    if (list) list.push(entry);
    else uses.set(entry.pose.photoId, [entry]);
  }
  return uses;
}

/** What is noticed about photos in tray order; those set aside are not compared. */
export const photoNotices = (photos: readonly Photo[]): ReadonlyMap<string, readonly RowNotice[]> =>
  rowNotices(
    photos.map((photo) => ({ id: photo.id, name: photo.name, photo, leftOut: photo.setAside === true })),
  );

/** Photos of the last import; none where all came together. */
export function freshPhotos(photos: readonly Photo[]): ReadonlySet<string> {
  const times = new Set(photos.map((photo) => photo.cameInAt ?? 0));
  const last = Math.max(...times);
  if (times.size < 2) return new Set();
  return new Set(photos.filter((photo) => photo.cameInAt === last).map((photo) => photo.id));
}

/** The photos of a film that a filter lets through, in tray order. */
export function filteredPhotos(film: Film, filter: TrayFilter, facts: TrayFacts): readonly Photo[] {
  const passes: Readonly<Record<TrayFilter, (photo: Photo) => boolean>> = {
    all: () => true,
    used: ({ id }) => facts.uses.has(id),
    unused: ({ id, setAside }) => !facts.uses.has(id) && !setAside,
    aside: ({ setAside }) => setAside === true,
    new: ({ id }) => facts.fresh.has(id),
    noticed: ({ id }) => facts.notices.has(id),
    retouched: ({ retouched }) => retouched !== undefined,
    out: ({ writtenOut }) => writtenOut !== undefined,
  };
  return filter === 'all' ? film.photos : film.photos.filter(passes[filter]);
}
