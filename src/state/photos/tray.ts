import { scheduleOf } from '../../core/film/schedule';
import { create } from 'zustand';
import type { Film, Photo } from '../../core/film/film';
import {
  filteredPhotos,
  freshPhotos,
  photoNotices,
  photoUses,
  type TrayFacts,
  type TrayFilter,
} from '../../core/film/tray';
import type { ChoiceMode } from '../selection/choose';
import { openFilm } from '../document/document';

export interface TrayState {
  readonly filter: TrayFilter;
  /** Width of a card in pixels, as a person picked it. */
  readonly size: number;
  /** Cards in a row, as the view lays them out. */
  readonly columns: number;
  /** Chosen photos, by id; those of another film do not count. */
  readonly chosen: ReadonlySet<string>;
  /** Where a choice with shift starts from. */
  readonly anchor: string | undefined;
  /** The photo that the keys stand on. */
  readonly active: string | undefined;
  /** Whether that photo is shown large. */
  readonly looking: boolean;
}

/** Least and greatest width of a card, in pixels. */
export const SMALLEST_CARD = 104;
export const LARGEST_CARD = 320;

/** What is chosen and shown in the tray. */
export const useTray = create<TrayState>(() => ({
  filter: 'all',
  size: 176,
  columns: 1,
  chosen: new Set(),
  anchor: undefined,
  active: undefined,
  looking: false,
}));

const tray = useTray.getState;
/** Changes what is chosen and shown in the tray. */
export const setTray = useTray.setState;

const known = new WeakMap<Film, TrayFacts>();
const knownOf = new WeakMap<readonly Photo[], Pick<TrayFacts, 'notices' | 'fresh'>>();

/** What the tray tells of a film's photos, made once for each value of it. */
export function trayFactsOf(film: Film): TrayFacts {
  let facts = known.get(film);
  if (!facts) {
    let ofPhotos = knownOf.get(film.photos);
    if (!ofPhotos) {
      ofPhotos = { notices: photoNotices(film.photos), fresh: freshPhotos(film.photos) };
      knownOf.set(film.photos, ofPhotos);
    }
    facts = { ...ofPhotos, uses: photoUses(scheduleOf(film)) };
    known.set(film, facts);
  }
  return facts;
}

/** The photos that the tray shows now. */
export function shownPhotos(): readonly Photo[] {
  const film = openFilm();
  return film ? filteredPhotos(film, tray().filter, trayFactsOf(film)) : [];
}

/** The chosen photos that the film has, in tray order. */
export const chosenOf = (film: Film, chosen: ReadonlySet<string>): readonly Photo[] =>
  chosen.size === 0 ? [] : film.photos.filter((photo) => chosen.has(photo.id));

/** The chosen photos that the film still has, by id. */
export function chosenPhotoIds(): readonly string[] {
  const film = openFilm();
  return film ? chosenOf(film, tray().chosen).map((photo) => photo.id) : [];
}

/** Ids from one photo to another in the order shown, both included. */
function range(from: string, to: string): readonly string[] {
  const ids = shownPhotos().map((photo) => photo.id);
  const [a, b] = [ids.indexOf(from), ids.indexOf(to)];
  return a < 0 || b < 0 ? [to] : ids.slice(Math.min(a, b), Math.max(a, b) + 1);
}

/** Chooses a photo alone, adds it to or takes it from the others, or chooses all from the last one on. */
export function choosePhoto(id: string, mode: ChoiceMode): void {
  const { chosen, anchor } = tray();
  if (mode === 'toggle') {
    const next = new Set(chosen);
    if (!next.delete(id)) next.add(id);
    setTray({ chosen: next, anchor: id, active: id });
  } else if (mode === 'range' && anchor !== undefined) {
    setTray({ chosen: new Set(range(anchor, id)), active: id });
  } else setTray({ chosen: new Set([id]), anchor: id, active: id });
}

/** Chooses exactly these. */
export const choosePhotos = (ids: Iterable<string>): void => setTray({ chosen: new Set(ids) });

/** Chooses all photos that are shown. */
export const chooseAllPhotos = (): void => choosePhotos(shownPhotos().map((photo) => photo.id));

/** Chooses none. */
export const chooseNoPhotos = (): void => setTray({ chosen: new Set(), anchor: undefined });

/** Moves the keys' place by some photos and chooses what it comes to, or all on the way. */
export function moveInTray(by: number, mode: 'only' | 'range'): void {
  const photos = shownPhotos();
  const here = photos.findIndex((photo) => photo.id === tray().active);
  const to = here < 0 ? 0 : Math.min(photos.length - 1, Math.max(0, here + by));
  const photo = photos[to];
  if (photo) choosePhoto(photo.id, mode);
}

/** Chooses the photo that has the focus, or leaves it out. */
export function toggleActive(): void {
  const { active } = tray();
  if (active !== undefined) choosePhoto(active, 'toggle');
}

/** Shows the photo that the keys stand on large. */
export function lookAtActive(): void {
  if (tray().active !== undefined) setTray({ looking: true });
}
