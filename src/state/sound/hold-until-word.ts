import { holdUntilWord } from '../../core/edits/retime/hold-to-words';
import { placedTranscript } from '../../core/film/placed-transcript';
import { scheduleOf } from '../../core/film/schedule';
import { openFilm } from '../document/document';
import { edit, targetPoses } from '../document/edit-film';
import { tell } from '../shell/shell';

/** Holds the last of the meant poses until the first word that begins behind its start. */
export function holdUntilNextWord(): void {
  const film = openFilm();
  const poseId = targetPoses().at(-1);
  const entry = film && poseId !== undefined ? scheduleOf(film).firsts.get(poseId) : undefined;
  if (!film || !entry) return;
  const next = placedTranscript(film).find(({ frame }) => frame > entry.start);
  if (!next) return tell(`No word is marked after pose ${entry.index + 1}. Mark the words in Sound first.`);
  if (next.frame === entry.end) return tell(`Pose ${entry.index + 1} is held to that word already.`, 'done');
  const held = holdUntilWord(film, entry.pose.id, { wordId: next.word.id, cueId: next.placed.cue.id });
  if (held.ok) edit(held.value.edit);
  else tell(held.problem);
}
