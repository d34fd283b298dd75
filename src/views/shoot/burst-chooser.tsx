import { photoRecipe } from '../../core/film/recipe-of';
import { Button } from '../../kit/button';
import { useDocument, useFilm } from '../../state/document/document';
import { burstIn, chooseOfBurst, endBurst, useBurst } from '../../state/shoot/burst';
import { showLive } from '../../state/shoot/live';
import { Thumbnail } from '../thumbnail';
import styles from './shoot.module.css';

/** The photos of a burst: one of them is the pose, and whoever presses another has that one. */
export function BurstChooser() {
  const film = useFilm();
  const canWrite = useDocument((state) => state.canWrite);
  const burst = useBurst();
  const found = film && burstIn(film, burst);
  if (!found) return null;
  return (
    <div className={styles.burst} role="group" aria-label={`${found.photos.length} photos to choose from`}>
      <div>
        {found.photos.map((photo, i) => (
          <button
            key={photo.id}
            type="button"
            aria-label={`${i + 1}: ${photo.name}`}
            aria-pressed={photo.id === found.pose.photoId}
            data-tip={photo.name}
            disabled={!canWrite}
            onClick={() => chooseOfBurst(photo)}
          >
            <Thumbnail recipe={photoRecipe(photo)} />
          </button>
        ))}
      </div>
      <Button
        variant="main"
        onClick={() => {
          endBurst();
          showLive();
        }}
      >
        Use this one
      </Button>
    </div>
  );
}
