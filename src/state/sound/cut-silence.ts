import { create } from 'zustand';
import { firstPlaces } from '../../core/film/cue-place';
import { trimCueEdit } from '../../core/edits/cue-edits';
import { applyEdit } from '../../core/edits/apply-edit';
import { batch, type Edit } from '../../core/edits/edit';
import type { Film } from '../../core/film/film';
import { withoutSilence } from '../../core/sound/speech-segments';
import { loudBetween } from '../../core/sound/peaks';
import { count } from '../../core/time/format';
import { edit } from '../document/edit-film';
import { analysisOf } from './sounds';
import { openFilm, subscribeToDocument } from '../document/document';
import { selectionNow, subscribeToSelection } from '../selection/selection';
import { tell } from '../shell/shell';

/** Silence of a cue, in samples of it as it is heard. */
export interface Silence {
  readonly name: string;
  readonly front: number;
  readonly back: number;
}

/** What would be cut, of which state of the film; undefined while nothing is asked. */
interface SilenceState {
  readonly asked: { readonly film: Film; readonly cuts: ReadonlyMap<string, Silence> } | undefined;
}

/** The silence that would be cut; undefined where nobody asked. */
export const useSilence = create<SilenceState>(() => ({ asked: undefined }));

/** Leaves it as it is. */
export const leaveSilence = (): void => useSilence.setState({ asked: undefined });

/** Shows the silence in front of and behind what is heard of the chosen cues. */
export function askToCutSilence(): void {
  const film = openFilm();
  if (!film) return;
  const { chosenCues } = selectionNow();
  const cuts = new Map<string, Silence>();
  for (const { cue, sound } of firstPlaces(film, chosenCues)) {
    const analysis = analysisOf(sound.hash);
    if (!analysis) continue;
    const bursts = analysis.speech.filter(({ from, to }) => to > cue.from && from < cue.to);
    const heard = withoutSilence(bursts, sound.samples, loudBetween(analysis.peaks, cue.from, cue.to));
    const [first, last] = [Math.max(0, heard.from - cue.from), Math.max(0, cue.to - heard.to)];
    const [front, back] = cue.reversed ? [last, first] : [first, last];
    if (front > 0 || back > 0) cuts.set(cue.id, { name: sound.name, front, back });
  }
  if (cuts.size === 0) return tell('There is no silence before or after the chosen cues.');
  useSilence.setState({ asked: { film, cuts } });
}

/** Cuts the silence that was shown; what is heard stays where it is, and nothing of the file is lost. */
export function cutSilence(): void {
  const { asked } = useSilence.getState();
  leaveSilence();
  if (!asked || asked.film !== openFilm()) return;
  const edits: Edit[] = [];
  let at: Film = asked.film;
  for (const [id, { front, back }] of asked.cuts) {
    for (const edge of ['end', 'start'] as const) {
      const [place] = firstPlaces(at, [id]);
      if (!place || (edge === 'end' ? back : front) === 0) continue;
      const { cue, start } = place;
      const sample = edge === 'start' ? start + front : start + cue.to - cue.from - back;
      const trimmed = trimCueEdit(at, id, edge, sample);
      if (!trimmed.ok) continue;
      edits.push(trimmed.value);
      at = applyEdit(at, trimmed.value);
    }
  }
  edit(batch(`Silence cut off ${count(asked.cuts.size, 'cue')}`, edits));
}

// What is shown counts for the cues that were chosen, as they were.
subscribeToDocument((now, before) => {
  if (now.history?.film !== before.history?.film) leaveSilence();
});
subscribeToSelection((now, before) => {
  if (now.chosenCues !== before.chosenCues) leaveSilence();
});
