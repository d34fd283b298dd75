import { placeCues } from '../core/film/cue-place';
import { trimCueEdit } from '../core/film/edits/cue-edits';
import { applyEdit } from '../core/film/edits/apply-edit';
import { together, type Edit } from '../core/film/edits/edit';
import type { Film } from '../core/film/film';
import { withoutSilence } from '../core/sound/bursts';
import { count } from '../core/time/words';
import { edit } from './edit-film';
import { lookOf } from './sounds';
import { openFilm, tell, workbench } from './workbench';

/** Takes the silence in front of and behind what is heard off the chosen cues; what is heard stays where it is. */
export function cutSilence(): void {
  const film = openFilm();
  if (!film) return;
  const { chosenCues } = workbench();
  const edits: Edit[] = [];
  let at: Film = film;
  const take = (change: Edit): void => {
    edits.push(change);
    at = applyEdit(at, change);
  };
  const done = new Set<string>();
  for (const { cue, sound } of placeCues(film)) {
    if (!chosenCues.has(cue.id) || done.has(cue.id)) continue;
    done.add(cue.id);
    const bursts = lookOf(sound.hash)?.bursts.filter(({ from, to }) => to > cue.from && from < cue.to) ?? [];
    const heard = withoutSilence(bursts, sound.samples);
    const [from, to] = [Math.max(cue.from, heard.from), Math.min(cue.to, heard.to)];
    for (const edge of ['end', 'start'] as const) {
      const place = placeCues(at).find((each) => each.cue.id === cue.id);
      if (!place) continue;
      const { cue: now, start } = place;
      const off = (edge === 'start') !== (now.reversed ?? false) ? from - now.from : now.to - to;
      const sample = edge === 'start' ? start + off : start + now.to - now.from - off;
      const trimmed = off > 0 ? trimCueEdit(at, cue.id, edge, sample) : undefined;
      if (trimmed?.ok) take(trimmed.value);
    }
  }
  if (edits.length === 0) return tell('There is no silence in front of or behind the chosen cues.');
  edit(together(`Silence cut off ${count(done.size, 'cue')}`, edits));
}
