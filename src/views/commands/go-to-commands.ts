import { scheduleOf, showingAt } from '../../core/film/schedule';
import { parseLength } from '../../core/time/length';
import { openFilm } from '../../state/document/document';
import { showStage } from '../../state/shell/show-stage';
import { shellNow } from '../../state/shell/shell';
import { STAGE_FACTS } from '../../state/shell/stages';
import { goTo, pause } from '../../state/transport/play';
import type { Command } from './command';

const show = (frame: number): void => {
  if (!STAGE_FACTS[shellNow().stage].hasPicture) showStage('time');
  pause();
  goTo(frame);
};

/** Places of the film that are meant by what is typed: `143`, `go to 143`, `pose 57`, `0:05`, `5 s`. */
export function goToCommands(typed: string): readonly Command[] {
  const film = openFilm();
  if (!film) return [];
  const plan = scheduleOf(film);
  const words = typed
    .trim()
    .toLowerCase()
    .replace(/^(?:go\s*)?(?:to\s+)?/, '');
  const pose = /^pose\s*(\d{1,7})$/.exec(words);
  const frame = /^(?:frame\s*)?(\d{1,9})$/.exec(words);
  const command = (label: string, to: number, isThere: boolean, last: string): Command => ({
    words: label,
    keys: '',
    run: () => show(to),
    cannot: isThere ? undefined : last,
  });
  const commands: Command[] = [];
  if (frame) {
    const to = Number(frame[1]) - 1;
    const isThere = to >= 0 && to < plan.frames;
    commands.push(command(`Go to frame ${to + 1}`, to, isThere, `The film has ${plan.frames} frames.`));
  }
  if (pose ?? frame) {
    const number = Number(pose?.[1] ?? frame?.[1]);
    const entry = showingAt(plan, number - 1);
    commands.push(
      command(
        `Go to pose ${number}`,
        entry?.start ?? 0,
        entry !== undefined,
        `The film has ${plan.count} poses.`,
      ),
    );
  }
  if (!frame && !pose && /^\d/.test(words)) {
    const at = parseLength(words, film.settings.rate, 'place');
    if (at.ok) {
      const isThere = at.value < plan.frames;
      commands.push(command(`Go to ${words}`, at.value, isThere, 'The film ends before that.'));
    }
  }
  return commands;
}
