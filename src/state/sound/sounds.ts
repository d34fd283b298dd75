import { create } from 'zustand';
import { batch, putAll, takeOut } from '../../core/edits/edit';
import type { Sound } from '../../core/film/sound';
import type { Needed } from '../../core/mix/mixer';
import { count } from '../../core/time/format';
import { importSounds, type SoundProgress } from '../../engine/browser/sounds/import-sounds';
import { SoundSamples } from '../../engine/browser/sounds/sound-samples';
import { readAnalysis, type SoundAnalysis } from '../../engine/browser/store/sound-analysis';
import { newId } from '../../engine/browser/new-id';
import { edit } from '../document/edit-film';
import { saveNow } from '../document/autosave';
import { checkAgain, useMissing } from '../document/missing';
import { documentNow, openFilm } from '../document/document';
import { tell } from '../shell/shell';

interface SoundsState {
  /** What is drawn of sounds, by hash; null where it is not there. */
  readonly analyses: ReadonlyMap<string, SoundAnalysis | null>;
  readonly incoming: SoundProgress | undefined;
}

/** What is known of the film's sounds, and those that come in. */
export const useSounds = create<SoundsState>(() => ({ analyses: new Map(), incoming: undefined }));

const asked = new Set<string>();

/** What is drawn of a sound; fetched when it is asked for first. */
export function analysisOf(hash: string): SoundAnalysis | undefined {
  const known = useSounds.getState().analyses.get(hash);
  if (known === undefined && !asked.has(hash)) {
    asked.add(hash);
    void readAnalysis(hash).then((analysis) =>
      useSounds.setState(({ analyses }) => ({ analyses: new Map(analyses).set(hash, analysis) })),
    );
  }
  return known ?? undefined;
}

/** Sounds that were not there when they were asked for may have come in since. */
export function askAgain(): void {
  asked.clear();
  useSounds.setState(({ analyses }) => ({
    analyses: new Map([...analyses].filter(([, analysis]) => analysis !== null)),
  }));
}

useMissing.subscribe((now, before) => {
  if (now.remade !== before.remade) askAgain();
});

const pieces = new SoundSamples();
let inSight: Needed[] = [];
let fetching = false;

/** Fetches what was asked for since, all of it together: so many pieces as are in sight are held. */
async function fetchInSight(): Promise<void> {
  if (fetching) return;
  fetching = true;
  try {
    while (inSight.length > 0) {
      const needed = inSight;
      inSight = [];
      const isNew = !needed.every((part) => pieces.holds(part));
      await pieces.fetch(needed);
      if (isNew) useSounds.setState(({ analyses }) => ({ analyses: new Map(analyses) }));
    }
  } finally {
    fetching = false;
  }
}

/**
 * The samples of a part of a sound that is in sight, by channel; undefined until they are fetched. `useSounds` changes
 * when they come.
 */
export function samplesOf(hash: string, from: number, to: number): readonly Float32Array[] | undefined {
  const part = { hash, from, to };
  if (inSight.length === 0) queueMicrotask(() => void fetchInSight());
  inSight.push(part);
  const channels = pieces.holds(part) ? pieces.read(hash, from, to) : [];
  return channels.length > 0 ? channels : undefined;
}

let stopping: AbortController | undefined;

/** Stops sounds that are coming in; those that are in stay. */
export const stopSounds = (): void => stopping?.abort();

const ENDINGS = /\.(wav|wave|mp3|m4a|aac|flac|ogg|oga|opus|aif|aiff|aifc|mp4|m4v|mov|mkv|webm)$/i;

/** Whether a file is meant as a sound: by its type, or by the ending of its name. */
export const isSound = (file: File): boolean =>
  file.type.startsWith('audio/') || file.type.startsWith('video/') || ENDINGS.test(file.name);

/** Brings sounds into the open film; the same file twice is one sound. */
export async function bringInSounds(files: readonly File[]): Promise<void> {
  const film = openFilm();
  if (!film) return tell('Open a film first: sounds belong to a film.');
  if (!documentNow().canWrite)
    return tell('This film is open in another tab. Close that tab to add sounds here.', 'wrong');
  if (useSounds.getState().incoming)
    return tell('Sounds are still being added. Wait for them, or stop them first.');
  stopping = new AbortController();
  const added: Sound[] = [];
  try {
    await importSounds(
      files,
      stopping.signal,
      (outcome) => {
        if (!outcome.ok) return tell(outcome.problem, 'wrong');
        if (outcome.note !== undefined) tell(outcome.note, 'wrong');
        asked.delete(outcome.sound.hash);
        const known = [...(openFilm()?.sounds ?? []), ...added].some(
          ({ hash }) => hash === outcome.sound.hash,
        );
        if (known) tell(`${outcome.sound.name} is in the film already.`);
        else added.push({ id: newId(), ...outcome.sound });
      },
      (incoming) => useSounds.setState({ incoming }),
    );
  } finally {
    stopping = undefined;
    useSounds.setState({ incoming: undefined });
  }
  void checkAgain();
  if (openFilm()?.id !== film.id || added.length === 0) return;
  edit(putAll('sounds', added));
  await saveNow();
}

/** Takes a sound out of the film, with its cues. */
export function removeSound(sound: Sound): void {
  const cues = openFilm()?.cues.filter((cue) => cue.soundId === sound.id) ?? [];
  const used = cues.length > 0 ? `, with ${count(cues.length, 'cue')}` : '';
  edit(
    batch(`${sound.name} deleted${used}`, [
      takeOut(
        'cues',
        cues.map(({ id }) => id),
      ),
      { kind: 'set', of: 'sounds', things: [{ id: sound.id, to: undefined }] },
    ]),
  );
}
