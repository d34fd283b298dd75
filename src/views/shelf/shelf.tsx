import { posesOf } from '../../core/film/items';
import { photoRecipe, recipeOf } from '../../core/film/recipe-of';
import Brush from 'lucide-react/icons/brush';
import Download from 'lucide-react/icons/download';
import FilePlus2 from 'lucide-react/icons/file-plus-corner';
import Ticket from 'lucide-react/icons/ticket';
import Trash2 from 'lucide-react/icons/trash';
import { useCallback, useEffect, useState } from 'react';
import { scheduleOf } from '../../core/film/schedule';
import { count, formatSecondsAndFrames } from '../../core/time/format';
import { listFilms, type ShelvedFilm } from '../../engine/browser/store/film-repository';
import { Button, IconButton } from '../../kit/button';
import { Dialog } from '../../kit/dialog';
import { openDemoFilm, openMendedDemo } from '../../state/document/open-bundle';
import { beginFilm, freePhotos, openFilmById, throwAway } from '../../state/document/open-film';
import { saveAsItIs, saveCopy } from '../../state/document/save-copy';
import { tell, useShell } from '../../state/shell/shell';
import { ChooseFiles } from '../choose-files';
import { Thumbnail } from '../thumbnail';
import styles from './shelf.module.css';
import { StorageNote } from './storage-note';

/** All films in this browser, and the ways to begin one. */
export function Shelf() {
  const [films, setFilms] = useState<readonly ShelvedFilm[]>([]);
  const [deleting, setDeleting] = useState<ShelvedFilm>();
  // What is stored is counted anew after each time something was freed.
  const [freed, setFreed] = useState(0);
  const busy = useShell((state) => state.incoming !== undefined);
  const read = useCallback(() => {
    listFilms().then(setFilms, (error: unknown) =>
      tell(`The films in this browser cannot be read: ${String(error)}.`, 'wrong'),
    );
  }, []);
  useEffect(read, [read]);
  return (
    <div className={styles.shelf}>
      <div className={styles.inner}>
        <section className={styles.start} aria-label="Begin a film">
          <h2>Drop a folder of numbered photos</h2>
          <p>
            The film plays as soon as the first ones are in. Everything stays in this browser, on this
            computer; nothing is sent anywhere.
          </p>
          <div className={styles.buttons}>
            <ChooseFiles main orFilm disabled={busy} />
            <Button onClick={beginFilm}>
              <FilePlus2 size={18} aria-hidden /> New film
            </Button>
            <Button onClick={() => void openDemoFilm()} disabled={busy}>
              <Ticket size={18} aria-hidden /> Open the demo film
            </Button>
            <Button onClick={() => void openMendedDemo()} disabled={busy}>
              <Brush size={18} aria-hidden /> Demo film, mended
            </Button>
          </div>
        </section>
        {films.length > 0 && (
          <section aria-label="Films in this browser">
            <ul className={styles.films}>
              {films.map((shelved) => (
                <FilmCard key={shelved.id} shelved={shelved} onDelete={() => setDeleting(shelved)} />
              ))}
            </ul>
          </section>
        )}
        <StorageNote
          key={freed}
          onFree={() => void freePhotos().then(() => setFreed((times) => times + 1))}
        />
      </div>
      {deleting && (
        <Dialog title="Delete this film?" onClose={() => setDeleting(undefined)}>
          <p>
            {deleting.film.ok ? `“${deleting.film.value.title}” and its photos` : 'The damaged film'} will be
            gone from this browser. The photos on your disk stay as they are. This cannot be undone.
          </p>
          <div className={styles.buttons}>
            <Button
              variant="main"
              onClick={() => {
                setDeleting(undefined);
                void throwAway(deleting.id).then(() => {
                  read();
                  setFreed((times) => times + 1);
                });
              }}
            >
              Delete the film
            </Button>
            <Button onClick={() => setDeleting(undefined)}>Keep it</Button>
          </div>
        </Dialog>
      )}
    </div>
  );
}

function FilmCard({ shelved, onDelete }: { readonly shelved: ShelvedFilm; readonly onDelete: () => void }) {
  if (!shelved.film.ok) {
    return (
      <li className={styles.card}>
        <p className={styles.problem}>{shelved.film.problem}</p>
        <div className={styles.tools}>
          <IconButton
            label="Save the damaged film to disk as it is, with its photos"
            onClick={() => void saveAsItIs(shelved.id)}
          >
            <Download size={17} aria-hidden />
          </IconButton>
          <IconButton label="Delete the damaged film" onClick={onDelete}>
            <Trash2 size={17} aria-hidden />
          </IconButton>
        </div>
      </li>
    );
  }
  const film = shelved.film.value;
  const { frames } = scheduleOf(film);
  const poses = posesOf(film);
  const pose = poses[Math.floor(poses.length / 2)];
  const [photo] = film.photos;
  const poster = pose ? recipeOf(film, pose) : photo && photoRecipe(photo);
  return (
    <li className={styles.card}>
      <button type="button" className={styles.open} onClick={() => void openFilmById(film.id)}>
        <Thumbnail recipe={poster} className={styles.poster} />
        <span className={styles.words}>
          <strong>{film.title}</strong>
          <span>
            {formatSecondsAndFrames(frames, film.settings.rate)} · {count(film.photos.length, 'photo')}
          </span>
          {shelved.cutFrom !== undefined && (
            <span className={styles.cut}>
              Cut off while it came in: open {shelved.cutFrom} again for the rest
            </span>
          )}
        </span>
      </button>
      <div className={styles.tools}>
        <IconButton
          label={`Save ${film.title} to disk as a .kermis file`}
          onClick={() => void saveCopy(film)}
        >
          <Download size={17} aria-hidden />
        </IconButton>
        <IconButton label={`Delete ${film.title}`} onClick={onDelete}>
          <Trash2 size={17} aria-hidden />
        </IconButton>
      </div>
    </li>
  );
}
