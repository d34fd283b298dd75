import { useMemo } from 'react';
import { create } from 'zustand';
import { applyEdit } from '../../core/edits/apply-edit';
import type { Edit } from '../../core/edits/edit';
import type { Film } from '../../core/film/film';
import { platedFilm } from '../../core/film/plated-film';
import { viewedKeyFilm } from '../../core/film/viewed-key';
import type { KeyView } from '../../core/picture/key/key-cut';
import { uncroppedFilm, unmendedFilm } from '../../core/film/unmended-film';
import { openFilm, useFilm } from '../document/document';
import { shellNow, useShell } from '../shell/shell';
import type { Stage } from '../shell/stages';
import { transportNow, useTransport } from '../transport/transport';

/** How the big picture shows what was mended: done, as it was before, or parted by a divider. */
export type MendView = 'mended' | 'before' | 'divided';

interface ShownAs {
  readonly view: MendView;
  /** Where the divider stands: the part of the picture, from the left, that is shown as it was before. */
  readonly divider: number;
  /** All of the picture is shown while it stands still, however it is framed: the frame lies on it. */
  readonly whole: boolean;
  /** What is seen of what is keyed: its matte, or what goes; undefined where it is seen as it is. */
  readonly keyView: KeyView | undefined;
  /** The clean plates of the scenes are shown in place of what stands before them. */
  readonly plate: boolean;
  /** What a hand is just setting, and is not done yet. */
  readonly draft: Edit | undefined;
}

/** How the big picture shows the film while it is mended. */
export const useShownAs = create<ShownAs>(() => ({
  view: 'mended',
  divider: 0.5,
  whole: false,
  keyView: undefined,
  plate: false,
  draft: undefined,
}));

/** Shows the picture mended, as it was, or both. */
export const setMendView = (view: MendView): void => useShownAs.setState({ view });

/** Puts the divider to a part of the picture's width. */
export const setDivider = (divider: number): void =>
  useShownAs.setState({ divider: Math.min(1, Math.max(0, divider)) });

/** Shows all of the picture, or the part that is framed. */
export const setWhole = (whole: boolean): void => useShownAs.setState({ whole });

/** Shows what is keyed as its matte, as what goes, or as it is. */
export const setKeyView = (keyView: KeyView | undefined): void => useShownAs.setState({ keyView });

/** Shows the clean plates in place of what stands before them, or the film again. */
export const setPlateShown = (plate: boolean): void => useShownAs.setState({ plate });

/** A draft whose picture is not drawn yet, and the latest that came meanwhile. */
let coming: { readonly draft: Edit; next?: Edit } | undefined;

/**
 * Shows what an edit would make of the film, without doing it; undefined shows the film again. A hand moves faster than pictures are made: of the
 * drafts that come while one is drawn the latest is next, so that the picture follows.
 */
export function setDraft(draft: Edit | undefined): void {
  if (draft && coming) {
    coming.next = draft;
    return;
  }
  coming = draft && { draft };
  useShownAs.setState({ draft });
}

/** Says that what is shown now is drawn. */
export function draftDrawn(): void {
  if (coming?.draft !== useShownAs.getState().draft) return;
  const next = coming?.next;
  coming = undefined;
  if (next) setDraft(next);
}

/** Whether a hand is just setting something. */
export const isDrafting = (): boolean => useShownAs.getState().draft !== undefined;

const drafted = new WeakMap<Edit, { readonly film: Film; readonly made: Film }>();

function withDraft(film: Film, draft: Edit): Film {
  let known = drafted.get(draft);
  if (known?.film !== film) drafted.set(draft, (known = { film, made: applyEdit(film, draft) }));
  return known.made;
}

interface Situation extends ShownAs {
  readonly stage: Stage;
  readonly playing: boolean;
}

function shownAs(film: Film | undefined, now: Situation): Film | undefined {
  const { stage, playing, view, whole, draft, keyView, plate } = now;
  if (!film || stage !== 'mend') return film;
  if (view === 'before') return unmendedFilm(film);
  const set = draft ? withDraft(film, draft) : film;
  const drawn = plate && !playing ? platedFilm(set) : set;
  const mended = keyView ? viewedKeyFilm(drawn, keyView) : drawn;
  return whole && !playing ? uncroppedFilm(mended) : mended;
}

/** The open film as the big picture shows it now. */
export function shownFilm(): Film | undefined {
  const { stage } = shellNow();
  const { playing } = transportNow();
  return shownAs(openFilm(), { ...useShownAs.getState(), stage, playing });
}

/** The same, followed by a view. */
export function useShownFilm(): Film | undefined {
  const film = useFilm();
  const stage = useShell((state) => state.stage);
  const playing = useTransport((state) => state.playing);
  const shown = useShownAs();
  return useMemo(() => shownAs(film, { ...shown, stage, playing }), [film, shown, stage, playing]);
}
