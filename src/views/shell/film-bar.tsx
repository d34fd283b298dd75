import Redo2 from 'lucide-react/icons/redo-2';
import Undo2 from 'lucide-react/icons/undo-2';
import { editLabel } from '../../core/edits/edit-label';
import { takenBackFrom } from '../../core/edits/history';
import type { Film } from '../../core/film/film';
import { IconButton } from '../../kit/button';
import { useDocument } from '../../state/document/document';
import { redoEdit, undoEdit } from '../../state/document/edit-film';
import { useShell } from '../../state/shell/shell';
import { showStage } from '../../state/shell/show-stage';
import { STAGE_FACTS, STAGES } from '../../state/shell/stages';
import { Invitations } from '../notices/invitations';
import { NoteBar } from '../notices/note-bar';
import { FilmMenu } from './film-menu';
import { stageKey } from './stage-key';
import styles from './shell.module.css';

/** The part of the top bar that is a film's: its menu, what there is to say, its stages, undo and redo. */
export function FilmBar({ film }: { readonly film: Film }) {
  const stage = useShell((state) => state.stage);
  const done = useDocument((state) => state.history && takenBackFrom(state.history).at(-1)?.edit);
  const undone = useDocument((state) => state.history?.undone[0]?.edit);
  return (
    <>
      <FilmMenu film={film} />
      <NoteBar otherwise={<Invitations />} />
      <nav aria-label="Stages" className={styles.nav}>
        <ul className={styles.stages}>
          {STAGES.map((each, i) => (
            <li key={each}>
              <button
                type="button"
                aria-current={each === stage ? 'page' : undefined}
                data-tip={`${STAGE_FACTS[each].label}: ${STAGE_FACTS[each].does} (${stageKey(i)})`}
                onClick={() => showStage(each)}
              >
                {STAGE_FACTS[each].label}
              </button>
            </li>
          ))}
        </ul>
      </nav>
      <IconButton
        label={done ? `Undo: ${editLabel(done)}` : 'Undo'}
        shortcut="Ctrl Z"
        disabled={!done}
        onClick={undoEdit}
      >
        <Undo2 size={18} aria-hidden />
      </IconButton>
      <IconButton
        label={undone ? `Redo: ${editLabel(undone)}` : 'Redo'}
        shortcut="Ctrl Shift Z"
        disabled={!undone}
        onClick={redoEdit}
      >
        <Redo2 size={18} aria-hidden />
      </IconButton>
    </>
  );
}
