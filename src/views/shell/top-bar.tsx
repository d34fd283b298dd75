import Keyboard from 'lucide-react/icons/keyboard';
import LibraryBig from 'lucide-react/icons/library-big';
import Moon from 'lucide-react/icons/moon';
import Redo2 from 'lucide-react/icons/redo-2';
import Search from 'lucide-react/icons/search';
import Sun from 'lucide-react/icons/sun';
import Undo2 from 'lucide-react/icons/undo-2';
import { editLabel } from '../../core/edits/edit-label';
import { takenBackFrom } from '../../core/edits/history';
import { IconButton } from '../../kit/button';
import { redoEdit, undoEdit } from '../../state/document/edit-film';
import { showShelf } from '../../state/document/open-film';
import { showStage } from '../../state/shell/show-stage';
import { switchTheme, useTheme } from '../../state/shell/theme';
import { STAGE_FACTS, STAGES } from '../../state/shell/stages';
import { useDocument, useFilm } from '../../state/document/document';
import { setShell, useShell } from '../../state/shell/shell';
import { FilmSettingsDialog } from '../settings/film-settings';
import { NoteBar } from '../notices/note-bar';
import { NotesButton } from '../notices/notes-button';
import { CommandBar } from '../commands/command-bar';
import { FilmMenu } from './film-menu';
import { KeySheet } from './key-sheet';
import { stageKey } from './stage-key';
import styles from './shell.module.css';

const KEPT_WORDS = {
  kept: 'Kept',
  keeping: 'Keeping',
  'read-only': 'Looking only',
  'not-kept': 'Not kept',
} as const;

/** Names the film and leads to its settings and stages. */
export function TopBar() {
  const film = useFilm();
  const stage = useShell((state) => state.stage);
  const keeping = useDocument((state) => state.keeping);
  const done = useDocument((state) => state.history && takenBackFrom(state.history).at(-1)?.edit);
  const undone = useDocument((state) => state.history?.undone[0]?.edit);
  const theme = useTheme();
  const sheet = useShell((state) => state.sheet);
  const close = (): void => setShell({ sheet: undefined });
  return (
    <header className={styles.bar}>
      <h1>Kermis</h1>
      <IconButton label="All films" onClick={() => void showShelf()}>
        <LibraryBig size={19} aria-hidden />
      </IconButton>
      {film && (
        <>
          <FilmMenu film={film} />
          <NoteBar />
          <nav aria-label="Stages" className={styles.nav}>
            <ul className={styles.stages}>
              {STAGES.map((each, i) => (
                <li key={each}>
                  <button
                    type="button"
                    aria-current={each === stage ? 'page' : undefined}
                    data-tip={`Go to ${STAGE_FACTS[each].label} (${stageKey(i)})`}
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
      )}
      {!film && <NoteBar />}
      {!film && <span className={styles.gap} />}
      {film && (
        <IconButton label="Find a command" shortcut="Ctrl K" onClick={() => setShell({ sheet: 'commands' })}>
          <Search size={18} aria-hidden />
        </IconButton>
      )}
      <NotesButton />
      <IconButton label="Keys" shortcut="?" onClick={() => setShell({ sheet: 'keys' })}>
        <Keyboard size={19} aria-hidden />
      </IconButton>
      <IconButton
        label={theme === 'dim' ? 'Daylight colours' : 'Dim colours for a dark room'}
        onClick={switchTheme}
      >
        {theme === 'dim' ? <Sun size={18} aria-hidden /> : <Moon size={18} aria-hidden />}
      </IconButton>
      {film && (
        <span className={styles.kept} data-state={keeping.kind} role="status" data-testid="kept">
          <i aria-hidden /> <span>{KEPT_WORDS[keeping.kind]}</span>
        </span>
      )}
      {sheet === 'settings' && <FilmSettingsDialog onClose={close} />}
      {sheet === 'keys' && <KeySheet onClose={close} />}
      {sheet === 'commands' && <CommandBar onClose={close} />}
    </header>
  );
}
