import { TEMPO_BOUNDS } from '../time/beats';
import { frameToSample, SAMPLE_RATE } from '../time/frames';
import { err, ok, type Result } from '../time/result';
import { firstPlaces, samplesToPin } from '../film/cue-place';
import type { Film } from '../film/film';
import { beatsOfCue, soundBeats, type PlacedBeat } from '../film/placed-beats';
import type { Sound } from '../film/sound';
import { type Beats } from '../sound/beats/beats';
import { moveCuesEdit } from './cue-edits';
import { applyEdit } from './apply-edit';
import { batch, type Edit } from './edit';
import { patched } from './patched';

/** Sets the beats of a sound, or takes them off. */
export const setBeatsEdit = (sound: Sound, beats: Beats | undefined, words: string): Edit =>
  batch(words, [{ kind: 'set', of: 'sounds', things: [{ id: sound.id, to: patched(sound, { beats }) }] }]);

/** The step that counts at a sample of a sound: the last one begun, or the first before it. */
export const stepAt = ({ steps }: Beats, sample: number): number =>
  Math.max(
    0,
    steps.findLastIndex(({ at }) => at <= sample),
  );

/** Beats with another tempo from one of their steps on. */
export const withTempo = (beats: Beats, step: number, tempo: number): Beats => ({
  ...beats,
  steps: beats.steps.map((each, i) => (i === step ? { ...each, tempo } : each)),
});

/** Beats that begin elsewhere; later steps keep their distance. */
export function movedBeats({ steps, toBar }: Beats, first: number): Beats {
  const by = Math.max(0, first) - (steps[0]?.at ?? 0);
  return { toBar, steps: steps.map((each) => ({ ...each, at: each.at + by })) };
}

/** Beats twice or half as fast; undefined where that is faster or slower than a tempo can be. */
export function scaledBeats({ steps, toBar }: Beats, by: number): Beats | undefined {
  const scaled = steps.map(({ at, tempo }) => ({ at, tempo: tempo * by }));
  const fits = scaled.every(({ tempo }) => tempo >= TEMPO_BOUNDS.least && tempo <= TEMPO_BOUNDS.most);
  return fits ? { toBar, steps: scaled } : undefined;
}

/** Beats with a tempo of their own from the beat nearest to a sample of the sound on. */
export function withStep(beats: Beats, near: number, tempo: number, samples: number): Result<Beats> {
  const places = [...soundBeats(beats, samples)].map(({ at }) => at);
  const nearest = places.sort((a, b) => Math.abs(a - near) - Math.abs(b - near))[0];
  if (nearest === undefined || beats.steps.some(({ at }) => Math.abs(at - nearest) < 2))
    return err('Another tempo begins on that beat already; type it there.');
  const steps = [...beats.steps, { at: nearest, tempo }].sort((a, b) => a.at - b.at);
  return ok({ ...beats, steps });
}

export const withoutStep = (beats: Beats, step: number): Beats => ({
  ...beats,
  steps: beats.steps.filter((_, i) => i !== step),
});

/** The beat nearest to a sample of the film. */
export const nearestBeat = (beats: readonly PlacedBeat[], sample: number): PlacedBeat | undefined =>
  beats.reduce<PlacedBeat | undefined>(
    (best, each) => (!best || Math.abs(each.sample - sample) < Math.abs(best.sample - sample) ? each : best),
    undefined,
  );

/** A beat is looked for up to a minute behind a place. */
const BEYOND = 60 * SAMPLE_RATE;

/** Moves cues so that each starts, or has what it is tied by, on the beat of a music that is nearest. */
export function cuesToBeatsEdit(film: Film, ids: readonly string[], musicId: string): Result<Edit> {
  const [music] = firstPlaces(film, [musicId]);
  const wanted = ids.filter((id) => id !== musicId);
  if (!music || wanted.length === 0)
    return err('Choose the cues to put on the beat, besides the music itself.');
  const edits: Edit[] = [];
  let now = film;
  for (const id of wanted) {
    const [place] = firstPlaces(now, [id]);
    if (!place) continue;
    const at = place.start + samplesToPin(place.cue);
    const beat = nearestBeat(beatsOfCue(music, at + BEYOND), at);
    if (!beat || beat.sample === at) continue;
    edits.push(moveCuesEdit(now, [id], beat.sample - at));
    now = applyEdit(now, edits.at(-1) as Edit);
  }
  return edits.length > 0
    ? ok(batch('Cues put on beats', edits))
    : err('The chosen cues are on beats already.');
}

/** Moves a music so that its nearest beat is heard as a frame begins. */
export function beatOnFrameEdit(film: Film, musicId: string, frame: number): Result<Edit> {
  const [music] = firstPlaces(film, [musicId]);
  const at = frameToSample(frame, film.settings.rate);
  const beat = music && nearestBeat(beatsOfCue(music, at + BEYOND), at);
  if (!beat) return err('The music has no beats yet: find them first.');
  if (beat.sample === at) return err(`A beat is on frame ${frame + 1} already.`);
  return ok(batch(`Beat put on frame ${frame + 1}`, [moveCuesEdit(film, [musicId], at - beat.sample)]));
}
