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
  documentNow().canWrite ? undefined : 'This film is open in another tab. Close that tab to change it here.';

export const noPoses: Reason = () => {
  const film = openFilm();
  return film && scheduleOf(film).frames > 0 ? undefined : 'There are no poses yet: add photos first.';
};

export const noneChosen: Reason = () =>
  selectionNow().chosen.size > 0 ? undefined : 'Choose poses on the strip first.';

export const noCues: Reason = () =>
  selectionNow().chosenCues.size > 0 ? undefined : 'Choose a cue on its lane first.';

export const noPhotos: Reason = () =>
  (openFilm()?.photos.length ?? 0) > 0 ? undefined : 'There are no photos yet: add some first.';

export const noPhotoChosen: Reason = () =>
  useTray.getState().chosen.size > 0 ? undefined : 'Choose photos in the tray first.';

export const noTable: Reason = () =>
  intakeOf()?.laidOut === false ? undefined : 'There are no photos waiting to be added.';

export const printing: Reason = () =>
  isPrinting() ? 'A film is being printed. Wait for it, or stop it first.' : undefined;
