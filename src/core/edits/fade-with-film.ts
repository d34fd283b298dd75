import { SAMPLE_RATE } from '../time/frames';
import { count } from '../time/format';
import { filmSamples, firstPlaces } from '../film/cue-place';
import type { Film } from '../film/film';
import type { Cue } from '../film/sound';
import { batch, putAll, type Edit } from './edit';

/** The fade that a cue without one gets: 1.5 s. */
const USUAL = 1.5 * SAMPLE_RATE;

/**
 * Lets cues fade out with the film: each goes on for as long as its sound has anything, and what is heard of it at the end
 * fades. Gives also how many end before the film does.
 */
export function fadeWithFilmEdit(
  film: Film,
  ids: Iterable<string>,
): { readonly edit: Edit; readonly short: number } {
  const end = filmSamples(film);
  let short = 0;
  const cues = firstPlaces(film, ids).map(({ cue, sound, start }): Cue => {
    // What is turned round has its own start behind it, and nothing more to go on with.
    const to =
      cue.looped || cue.reversed ? cue.to : Math.max(cue.to, Math.min(sound.samples, cue.from + end - start));
    if (!cue.looped && start + to - cue.from < end) short++;
    const fadeOut = cue.fadeOut ?? { samples: USUAL, curve: 'power' };
    return { ...cue, to, fadeOut };
  });
  const edit = batch(`${count(cues.length, 'cue')} fading out with the film`, [putAll('cues', cues)]);
  return { edit, short };
}
