import { SAMPLE_RATE } from '../time/frames';
import type { Film } from './film';
import type { Lane, Sound } from './sound';

/** Sounds of at least this length are taken for music: lines and effects are shorter. */
const LONG = 15 * SAMPLE_RATE;

/** The lane for a sound where nobody says which: the one where most of its cues lie, for a long one that of music, else the first. */
export function laneFor(film: Film, sound: Sound): Lane | undefined {
  const { lanes, cues } = film;
  const counts = lanes.map(
    ({ id }) => cues.filter((cue) => cue.soundId === sound.id && cue.laneId === id).length,
  );
  const most = Math.max(0, ...counts);
  return (
    (most > 0 ? lanes[counts.indexOf(most)] : undefined) ??
    (sound.samples >= LONG ? lanes.find((lane) => lane.kind === 'music') : undefined) ??
    lanes[0]
  );
}
