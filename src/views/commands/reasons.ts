import { scheduleOf } from '../../core/film/schedule';
import { documentNow, openFilm } from '../../state/document/document';
import { intakeOf } from '../../state/photos/intake-table';
import { useTray } from '../../state/photos/tray';
import { isPrinting } from '../../state/print/print-queue';
import { selectionNow } from '../../state/selection/selection';

/** Why something cannot be done now, in a sentence; undefined where it can. */
export type Reason = () => string | undefined;

/** The first reason there is. */
export const firstOf =
  (...reasons: readonly Reason[]): Reason =>
  () =>
    reasons.map((reason) => reason()).find((words) => words !== undefined);

export const readOnly: Reason = () =>
  documentNow().canWrite ? undefined : 'This film is open in another tab: it is changed there.';

export const noPoses: Reason = () => {
  const film = openFilm();
  return film && scheduleOf(film).frames > 0 ? undefined : 'There are no poses yet: bring photos in first.';
};

export const noneChosen: Reason = () =>
  selectionNow().chosen.size > 0 ? undefined : 'Choose poses on the strip first.';

export const noCues: Reason = () =>
  selectionNow().chosenCues.size > 0 ? undefined : 'Choose a cue on its lane first.';

export const noPhotos: Reason = () =>
  (openFilm()?.photos.length ?? 0) > 0 ? undefined : 'There are no photos yet: bring some in first.';

export const noPhotoChosen: Reason = () =>
  useTray.getState().chosen.size > 0 ? undefined : 'Choose photos in the tray first.';

export const noTable: Reason = () =>
  intakeOf()?.laidOut === false ? undefined : 'No photos have come in that are not laid out yet.';

export const printing: Reason = () =>
  isPrinting() ? 'A film is being printed. Wait for it, or stop it first.' : undefined;
