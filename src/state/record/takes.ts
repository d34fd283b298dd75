import { create } from 'zustand';
import { batch } from '../../core/edits/edit';
import type { Cue, Sound } from '../../core/film/sound';
import { formatSamples } from '../../core/time/format';
import {
  closeTake,
  listTakes,
  removeTake,
  takeFile,
  type Take,
} from '../../engine/browser/store/take-repository';
import { importSounds } from '../../engine/browser/sounds/import-sounds';
import type { SoundBroughtIn } from '../../engine/browser/sounds/bring-in-sound';
import { newId } from '../../engine/browser/new-id';
import { chooseCue } from '../sound/cues';
import { edit } from '../document/edit-film';
import { saveNow } from '../document/autosave';
import { openFilm } from '../document/document';
import { tell } from '../shell/shell';

interface TakesState {
  /** The takes of the open film, the one recorded last first. */
  readonly takes: readonly Take[];
  /** How many were made so far: the next is one more. */
  readonly taken: number;
  /** The take that is being laid into the film. */
  readonly keeping: string | undefined;
}

/** Recordings of the open film, the newest first. */
export const useTakes = create<TakesState>(() => ({ takes: [], taken: 0, keeping: undefined }));

const numberOf = ({ name }: Take): number => Number(/\d+$/.exec(name)?.[0] ?? 0);

const show = (takes: readonly Take[]): void =>
  useTakes.setState({ takes, taken: Math.max(0, ...takes.map(numberOf)) });

/** The address of a take as a file, to be heard; who asked revokes it. */
export const takeAddress = async (take: Take): Promise<string> => URL.createObjectURL(await takeFile(take));

/** Adds a take to those of the open film; one of another film stays on its own shelf. */
export function addTake(take: Take): void {
  if (take.filmId === openFilm()?.id) show([take, ...useTakes.getState().takes]);
}

/** Fetches the takes of a film; of those that were cut off it is told what is left. */
export async function restoreTakes(filmId: string): Promise<void> {
  show([]);
  const takes = await listTakes(filmId);
  if (openFilm()?.id !== filmId) return;
  const cut = takes.filter(({ done }) => !done);
  for (const take of cut) {
    if (take.samples > 0) await closeTake(take);
    else await removeTake(take.id);
  }
  show(takes.filter(({ samples }) => samples > 0));
  const [last] = cut.filter(({ samples }) => samples > 0);
  if (last)
    tell(
      `A recording was cut off. ${formatSamples(last.samples)} of it are saved as ${last.name}, in Sound under Record.`,
      'asks',
    );
}

/** Throws a recording away for good. */
export async function throwTakeAway(take: Take): Promise<void> {
  await removeTake(take.id);
  show(useTakes.getState().takes.filter(({ id }) => id !== take.id));
}

/** Brings a take in as a sound and lays it into a lane where it was spoken; the take stays until it is thrown away. */
export async function keepTake(take: Take, laneId: string): Promise<void> {
  const film = openFilm();
  if (!film || useTakes.getState().keeping !== undefined) return;
  useTakes.setState({ keeping: take.id });
  try {
    let outcome: SoundBroughtIn | undefined;
    await importSounds([await takeFile(take)], new AbortController().signal, (done) => {
      outcome = done;
    });
    if (!outcome?.ok) return tell(outcome?.problem ?? `${take.name} could not be saved.`, 'wrong');
    const now = openFilm();
    if (now?.id !== film.id) return;
    const known = now.sounds.find(({ hash }) => hash === (outcome?.ok && outcome.sound.hash));
    const sound: Sound = known ?? { id: newId(), ...outcome.sound };
    // The second before the film began stays in the file; the cue begins with the film.
    const from = Math.min(Math.max(0, take.lead), Math.max(0, sound.samples - 480));
    const pin = take.pin.to === 'pose' ? { ...take.pin, by: from } : take.pin;
    const cue: Cue = { id: newId(), soundId: sound.id, laneId, from, to: sound.samples, level: 0, pin };
    edit(
      batch(`${take.name} added`, [
        { kind: 'set', of: 'sounds', things: [{ id: sound.id, to: sound }] },
        { kind: 'set', of: 'cues', things: [{ id: cue.id, to: cue }] },
      ]),
    );
    chooseCue(cue.id, 'only');
    await saveNow();
  } finally {
    useTakes.setState({ keeping: undefined });
  }
}
