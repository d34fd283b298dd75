import Keyboard from 'lucide-react/icons/keyboard';
import LibraryBig from 'lucide-react/icons/library-big';
import Moon from 'lucide-react/icons/moon';
import Search from 'lucide-react/icons/search';
import Sun from 'lucide-react/icons/sun';
import { Suspense } from 'react';
import { IconButton } from '../../kit/button';
import { switchTheme, useTheme } from '../../state/shell/theme';
import { useDocument, useFilm } from '../../state/document/document';
import { setShell, useShell } from '../../state/shell/shell';
import { filmPart, withFilmParts } from '../fetch-film-parts';
import { NoteBar } from '../notices/note-bar';
import { NotesButton } from '../notices/notes-button';
import styles from './shell.module.css';

const FilmBar = filmPart((parts) => parts.FilmBar);
const Sheet = filmPart((parts) => parts.Sheet);

const KEPT_WORDS = {
  kept: 'Saved',
  keeping: 'Saving',
  'read-only': 'View only',
  'not-kept': 'Not saved',
} as const;

/** Names the film and leads to its settings and stages. */
export function TopBar() {
  const film = useFilm();
  const keeping = useDocument((state) => state.keeping);
  const theme = useTheme();
  const sheet = useShell((state) => state.sheet);
  return (
    <header className={styles.bar}>
      <h1>Kermis</h1>
      <IconButton label="All films" onClick={() => withFilmParts(({ showShelf }) => showShelf())}>
        <LibraryBig size={19} aria-hidden />
      </IconButton>
      <Suspense>{film && <FilmBar film={film} />}</Suspense>
      {!film && <NoteBar />}
      {!film && <span className={styles.gap} />}
      {film && (
        <IconButton label="Find a command" shortcut="Ctrl K" onClick={() => setShell({ sheet: 'commands' })}>
          <Search size={18} aria-hidden />
        </IconButton>
      )}
      <NotesButton />
      <IconButton label="All shortcuts" shortcut="?" onClick={() => setShell({ sheet: 'keys' })}>
        <Keyboard size={19} aria-hidden />
      </IconButton>
      <IconButton
        label={theme === 'dim' ? 'Light colours' : 'Dark colours, for a dark room'}
        onClick={switchTheme}
      >
        {theme === 'dim' ? <Sun size={18} aria-hidden /> : <Moon size={18} aria-hidden />}
      </IconButton>
      {film && (
        <span className={styles.kept} data-state={keeping.kind} role="status" data-testid="kept">
          <i aria-hidden /> <span>{KEPT_WORDS[keeping.kind]}</span>
        </span>
      )}
      <Suspense>{sheet && <Sheet sheet={sheet} />}</Suspense>
    </header>
  );
}
