import { create } from 'zustand';
import { placeCues, type PlacedCue } from '../../core/film/cue-place';
import {
  beatOnFrameEdit,
  cuesToBeatsEdit,
  movedBeats,
  scaledBeats,
  setBeatsEdit,
  stepAt,
  withoutStep,
  withStep,
  withTempo,
} from '../../core/edits/beat-edits';
import type { Film } from '../../core/film/film';
import { type Beats } from '../../core/sound/beats/beats';
import { tapsTogether, tempoOfTaps } from '../../core/sound/beats/taps';
import { COMMON_BAR } from '../../core/sound/beats/find-beats';
import { frameToSample, frameToSeconds, SAMPLE_RATE } from '../../core/time/frames';
import { findBeatsOf } from '../../engine/browser/sounds/find-beats-of';
import { edit, tryEdit } from '../document/edit-film';
import { longJob } from '../shell/long-job';
import { placeNow } from '../transport/play';
import { openFilm } from '../document/document';
import { selectionNow } from '../selection/selection';
import { tell } from '../shell/shell';
import { transportNow } from '../transport/transport';

interface BeatsState {
  /** Taps that belong together, in seconds: of the film while it plays, else of the clock. */
  readonly taps: readonly number[];
  /** Whether they were tapped to the film. */
  readonly toFilm: boolean;
}

/** Taps of a tempo, as far as they go. */
export const useTaps = create<BeatsState>(() => ({ taps: [], toFilm: false }));

/**
 * The cue whose beats are meant: the chosen one where it has beats or lies in a lane of music, else the first with beats,
 * else the first in a lane of music.
 */
export function musicOf(film: Film, chosen: ReadonlySet<string>): PlacedCue | undefined {
  const placed = placeCues(film);
  return (
    placed.find(({ cue, lane, sound }) => chosen.has(cue.id) && (sound.beats || lane.kind === 'music')) ??
    placed.find(({ sound }) => sound.beats) ??
    placed.find(({ lane }) => lane.kind === 'music')
  );
}

/** Does something with the music that is meant, or says that there is none. */
function withMusic(act: (film: Film, music: PlacedCue) => unknown): void {
  const film = openFilm();
  const music = film && musicOf(film, selectionNow().chosenCues);
  if (film && music) act(film, music);
  else tell('Add a piece of music to a music lane first.');
}

/** Does something with the beats of the music, where it has some. */
const withBeats = (act: (film: Film, music: PlacedCue, beats: Beats) => unknown): void =>
  withMusic((film, music) => music.sound.beats && act(film, music, music.sound.beats));

const setBeats = ({ sound }: PlacedCue, beats: Beats | undefined, words: string): void =>
  edit(setBeatsEdit(sound, beats, words));

/** Finds tempo and beats of the music. */
export const findTheBeat = (): void =>
  withMusic(async (film, { sound }) => {
    const found = await longJob(
      { label: `Finding the beat of ${sound.name}`, noun: 'sound', total: 1, kept: 'Nothing was changed.' },
      async (signal) => ({ beats: await findBeatsOf(sound.hash, sound.samples, signal) }),
    );
    const now = openFilm();
    const still = now?.id === film.id ? now.sounds.find(({ id }) => id === sound.id) : undefined;
    if (!found || !still) return;
    if (!found.beats)
      return tell(
        `No beat was found in ${sound.name}. Tap along while it plays, or type its tempo and first beat.`,
      );
    const { steps } = found.beats;
    const toBar = still.beats?.toBar ?? found.beats.toBar;
    const words =
      steps.length === 1
        ? `Beat of ${sound.name} found: ${steps[0]?.tempo} a minute`
        : `Beat of ${sound.name} found: ${steps.length} tempos`;
    edit(setBeatsEdit(still, { steps, toBar }, words));
  });

/** The sample of the music that is heard on the frame on screen. */
export const musicSampleHere = (film: Film, { cue, start }: PlacedCue, frame: number): number =>
  cue.from + frameToSample(frame, film.settings.rate) - start;

/** Sets the tempo that counts at the playhead; without beats the first of them begins with the cue. */
export const typeTempo = (tempo: number): void =>
  withMusic((film, music) => {
    const { beats } = music.sound;
    const here = musicSampleHere(film, music, transportNow().frame);
    const next = beats
      ? withTempo(beats, stepAt(beats, here), tempo)
      : { steps: [{ at: music.cue.from, tempo }], toBar: COMMON_BAR };
    setBeats(music, next, `Tempo set to ${tempo}`);
  });

/** Makes the tempo so many times as fast. */
export const scaleTempo = (by: number): void =>
  withBeats((_, music, beats) => {
    const scaled = scaledBeats(beats, by);
    if (scaled) setBeats(music, scaled, by > 1 ? 'Twice as many beats' : 'Half as many beats');
    else tell('That would be faster or slower than a beat can be.');
  });

/** Sets beats to a bar. */
export const setBar = (toBar: number): void =>
  withBeats((_, music, beats) => setBeats(music, { ...beats, toBar }, `${toBar} beats to the bar`));

/** Moves the first beat, and all with it, to a sample of the sound. */
export const setFirstBeat = (at: number): void =>
  withBeats((_, music, beats) => setBeats(music, movedBeats(beats, at), 'First beat moved'));

/** Puts the first beat under the playhead. */
export const firstBeatHere = (): void =>
  withMusic((film, music) => {
    const here = musicSampleHere(film, music, transportNow().frame);
    if (here < music.cue.from || here >= music.cue.to)
      return tell('Put the playhead where the first beat is heard.');
    if (music.sound.beats) setFirstBeat(here);
    else tell('Type a tempo first, or let the beat be found.');
  });

/** Moves the first beat by seconds of the music. */
export const nudgeFirstBeat = (seconds: number): void =>
  withBeats((_, __, beats) => setFirstBeat((beats.steps[0]?.at ?? 0) + seconds * SAMPLE_RATE));

/** Has another tempo begin on the beat nearest to the playhead. */
export const addTempoHere = (): void =>
  withBeats((film, music, beats) => {
    const here = musicSampleHere(film, music, transportNow().frame);
    const tempo = beats.steps[stepAt(beats, here)]?.tempo ?? 120;
    const next = withStep(beats, here, tempo, music.sound.samples);
    if (next.ok) setBeats(music, next.value, 'New tempo from a beat');
    else tell(next.problem);
  });

/** Takes a tempo out: the one before goes on. */
export const removeTempo = (step: number): void =>
  withBeats((_, music, beats) => setBeats(music, withoutStep(beats, step), 'Tempo deleted'));

/** Takes the beats off the music. */
export const takeBeatsOff = (): void =>
  withBeats((_, music) => setBeats(music, undefined, `Beats of ${music.sound.name} deleted`));

/** A tap to the beat that is heard. */
export function tapBeat(): void {
  const film = openFilm();
  const frame = placeNow();
  const toFilm = film !== undefined && frame !== undefined;
  const at = toFilm ? frameToSeconds(frame, film.settings.rate) : performance.now() / 1000;
  useTaps.setState((state) => ({
    toFilm,
    taps: tapsTogether(toFilm === state.toFilm ? [...state.taps, at] : [at]),
  }));
}

/** Takes the tempo that was tapped; the first beat too, where it was tapped to the film. */
export const takeTaps = (): void =>
  withMusic((_, music) => {
    const { taps, toFilm } = useTaps.getState();
    const tapped = tempoOfTaps(taps);
    if (!tapped) return;
    const { tempo } = tapped;
    const period = (60 * SAMPLE_RATE) / tempo;
    const heard = music.cue.from + Math.round(tapped.first * SAMPLE_RATE) - music.start;
    // The first tap was hardly on the first beat of all: beats go back from it to the start of what is heard.
    const first = toFilm
      ? heard - Math.floor((heard - music.cue.from) / period) * period
      : (music.sound.beats?.steps[0]?.at ?? music.cue.from);
    const toBar = music.sound.beats?.toBar ?? COMMON_BAR;
    const at = Math.max(0, Math.round(first));
    setBeats(music, { steps: [{ at, tempo }], toBar }, `Tempo tapped: ${tempo}`);
    useTaps.setState({ taps: [] });
  });

/** Puts the chosen cues on beats. */
export const cuesToBeats = (): void =>
  withBeats((_, music) =>
    tryEdit((open) => cuesToBeatsEdit(open, [...selectionNow().chosenCues], music.cue.id)),
  );

/** Moves the music so that a beat is heard with the frame on screen. */
export const beatHere = (): void =>
  withBeats((_, music) => tryEdit((open) => beatOnFrameEdit(open, music.cue.id, transportNow().frame)));
