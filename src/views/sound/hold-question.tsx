import type { Edit } from '../../core/edits/edit';
import type { Film } from '../../core/film/film';
import type { HoldChange } from '../../core/edits/retime/start-on';
import { scheduleOf } from '../../core/film/schedule';
import { count, formatLength } from '../../core/time/format';
import { Question } from '../../kit/question';
import { edit } from '../../state/document/edit-film';

/** Holds that an edit sets, in words: `Pose 12: 4 to 9 frames`. */
function holdWords(film: Film, change: Edit): readonly string[] {
  const holds = new Map<string, number>();
  const gather = (each: Edit): void => {
    if (each.kind === 'batch') each.edits.forEach(gather);
    if (each.kind === 'patch' && each.of === 'items')
      for (const { id, patch } of each.patches) if ('hold' in patch) holds.set(id, patch.hold);
  };
  gather(change);
  const { firsts } = scheduleOf(film);
  return [...holds].flatMap(([poseId, hold]) => {
    const entry = firsts.get(poseId);
    return entry && entry.pose.hold !== hold
      ? [`Pose ${entry.index + 1}: ${entry.pose.hold} to ${count(hold, 'frame')}`]
      : [];
  });
}

interface HoldQuestionProps {
  readonly film: Film;
  readonly change: HoldChange;
  readonly onDone: () => void;
}

/** What will become of holds, before it is done. */
export function HoldQuestion({ film, change, onDone }: HoldQuestionProps) {
  const listed = holdWords(film, change.edit);
  return (
    <Question
      lines={listed.length > 0 ? listed : ['Nothing to change: it fits already.']}
      sum={`The film: ${formatLength(change.after, film.settings.rate)}`}
      onDo={() => {
        if (listed.length > 0) edit(change.edit);
        onDone();
      }}
      onLeave={onDone}
    />
  );
}
