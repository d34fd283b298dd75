import Download from 'lucide-react/icons/download';
import Trash2 from 'lucide-react/icons/trash';
import { useCallback, useEffect, useState } from 'react';
import { posesOf } from '../../core/film/items';
import { photoRecipe, recipeOf } from '../../core/film/recipe-of';
import { scheduleOf } from '../../core/film/schedule';
import { count, formatSecondsAndFrames } from '../../core/time/format';
import { listFilms, type ShelvedFilm } from '../../engine/browser/store/film-repository';
import { reasonOf } from '../../engine/faults/reason-of';
import { Button, IconButton } from '../../kit/button';
import { Dialog } from '../../kit/dialog';
import { freePhotos, openFilmById, throwAway } from '../../state/document/open-film';
import { saveAsItIs, saveCopy } from '../../state/document/save-copy';
import { tell } from '../../state/shell/shell';
import { Thumbnail } from '../thumbnail';
import styles from './shelf.module.css';
import { StorageNote } from './storage-note';

/** The films of this browser, and the room that they take. */
export function FilmsHere() {
  const [films, setFilms] = useState<readonly ShelvedFilm[]>([]);
  const [deleting, setDeleting] = useState<ShelvedFilm>();
  // What is stored is counted anew after each time something was freed.
  const [freed, setFreed] = useState(0);
  const read = useCallback(() => {
    listFilms().then(setFilms, (error: unknown) =>
      tell(`The films in this browser cannot be read. ${reasonOf(error)}`, 'wrong'),
    );
  }, []);
  useEffect(read, [read]);
  return (
    <>
      {films.length > 0 && (
        <section aria-label="Films in this browser">
          <ul className={styles.films}>
            {films.map((shelved) => (
              <FilmCard key={shelved.id} shelved={shelved} onDelete={() => setDeleting(shelved)} />
            ))}
          </ul>
        </section>
      )}
      <StorageNote key={freed} onFree={() => void freePhotos().then(() => setFreed((times) => times + 1))} />
      {deleting && (
        <Dialog title="Delete this film?" onClose={() => setDeleting(undefined)}>
          <p>
            Deletes {deleting.film.ok ? `“${deleting.film.value.title}” and its photos` : 'the damaged film'}.
            Photos taken here exist nowhere else, unless you saved the film to disk. This cannot be undone.
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
            <Button onClick={() => setDeleting(undefined)}>Cancel</Button>
          </div>
        </Dialog>
      )}
    </>
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
              Cut off while it came in: open {shelved.cutFrom} again to add the rest
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
