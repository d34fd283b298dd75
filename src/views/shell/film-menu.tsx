import ChevronDown from 'lucide-react/icons/chevron-down';
import Copy from 'lucide-react/icons/copy';
import Download from 'lucide-react/icons/download';
import FilePlus2 from 'lucide-react/icons/file-plus-corner';
import FolderOpen from 'lucide-react/icons/folder-open';
import LibraryBig from 'lucide-react/icons/library-big';
import Settings2 from 'lucide-react/icons/settings-2';
import type { Film } from '../../core/film/film';
import { rateText } from '../../core/time/rate';
import { Menu } from '../../kit/menu';
import { beginFilm, copyFilm, showShelf } from '../../state/document/open-film';
import { saveCopy } from '../../state/document/save-copy';
import { bringIn } from '../../state/photos/bring-in';
import { setShell } from '../../state/shell/shell';
import { filmFileChooser } from './film-file-chooser';
import styles from './shell.module.css';

/** The film by its name: its settings, its file, and the way to other films. */
export function FilmMenu({ film }: { readonly film: Film }) {
  const { rate, width, height } = film.settings;
  const size = 16;
  return (
    <span className={styles.film}>
      <Menu
        label="The film: settings, its file, other films"
        items={[
          {
            label: `Film settings: ${rateText(rate)} a second, ${width} × ${height}`,
            icon: <Settings2 size={size} aria-hidden />,
            run: () => setShell({ sheet: 'settings' }),
          },
          {
            label: 'Save to disk as a .kermis file',
            icon: <Download size={size} aria-hidden />,
            begins: true,
            run: () => saveCopy(film),
          },
          {
            label: 'Open a film file',
            icon: <FolderOpen size={size} aria-hidden />,
            run: () => filmFileChooser.current?.click(),
          },
          { label: 'Copy this film', icon: <Copy size={size} aria-hidden />, run: () => copyFilm(film) },
          { label: 'New film', icon: <FilePlus2 size={size} aria-hidden />, begins: true, run: beginFilm },
          { label: 'All films', icon: <LibraryBig size={size} aria-hidden />, run: () => showShelf() },
        ]}
      >
        <span className={styles.unseen}>Film: </span>
        <span className={styles.title}>{film.title}</span>
        <span className={styles.figures}>{rateText(rate)} a second</span>
        <ChevronDown size={15} aria-hidden />
      </Menu>
      <input
        ref={filmFileChooser}
        type="file"
        multiple
        hidden
        accept=".kermis"
        aria-label="Film files to open"
        data-testid="open-film-file"
        onChange={(event) => {
          const files = Array.from(event.currentTarget.files ?? []);
          event.currentTarget.value = '';
          void bringIn(files);
        }}
      />
    </span>
  );
}
