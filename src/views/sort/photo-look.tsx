import { ArrowLeft, ArrowRight } from 'lucide-react';
import { useEffect, useRef, useState, type KeyboardEvent } from 'react';
import { asItCame, shownSize } from '../../core/film/photo-picture';
import { photoRecipe } from '../../core/film/recipe-of';
import { recipeKey, type PlainRecipe } from '../../core/picture/recipe';
import { sizeWithin } from '../../core/picture/size';
import { largePicture } from '../../engine/browser/pictures/picture-workers';
import { Button } from '../../kit/button';
import { Dialog } from '../../kit/dialog';
import { moveInTray, setTray, shownPhotos, useTray } from '../../state/photos/tray';
import { useFilm } from '../../state/document/document';
import styles from './photo-look.module.css';

/** Longest side of the picture, in pixels. */
const LONGEST = 960;

/** One photo of the tray, large; the one before and the next are a key away. */
export function PhotoLook() {
  const film = useFilm();
  const active = useTray((state) => state.active);
  const [own, setOwn] = useState(false);
  const photo = film?.photos.find((each) => each.id === active);
  if (!film || !photo) return null;
  const photos = shownPhotos();
  const place = photos.findIndex((each) => each.id === photo.id);
  const shown = own ? asItCame(photo) : photo;
  const { width, height } = shownSize(shown);
  const keys = (event: KeyboardEvent): void => {
    const by = event.key === 'ArrowRight' ? 1 : event.key === 'ArrowLeft' ? -1 : 0;
    if (by !== 0) moveInTray(by, 'only');
  };
  return (
    <Dialog title={photo.name} wide onKeyDown={keys} onClose={() => setTray({ looking: false })}>
      <div className={styles.look}>
        <Large recipe={photoRecipe(shown)} name={photo.name} />
        <div className={styles.foot}>
          <span>
            {width} × {height}
            {photo.setAside && ', set aside'}
          </span>
          {(photo.retouched ?? photo.mends) && (
            <Button pressed={own} onClick={() => setOwn(!own)}>
              As it came
            </Button>
          )}
          <Button disabled={place <= 0} onClick={() => moveInTray(-1, 'only')}>
            <ArrowLeft size={16} aria-hidden /> Before
          </Button>
          <Button disabled={place < 0 || place >= photos.length - 1} onClick={() => moveInTray(1, 'only')}>
            Next <ArrowRight size={16} aria-hidden />
          </Button>
        </div>
      </div>
    </Dialog>
  );
}

function Large({ recipe, name }: { readonly recipe: PlainRecipe; readonly name: string }) {
  const canvas = useRef<HTMLCanvasElement>(null);
  const key = recipeKey(recipe);
  useEffect(() => {
    let gone = false;
    void largePicture(recipe, sizeWithin(recipe.film, LONGEST)).then(
      (picture) => {
        if (!gone && canvas.current && picture) {
          canvas.current.width = picture.width;
          canvas.current.height = picture.height;
          canvas.current.getContext('2d')?.drawImage(picture, 0, 0);
        }
        picture?.close();
      },
      () => undefined,
    );
    return () => {
      gone = true;
    };
    // The key says all that a recipe's picture depends on.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [key]);
  return <canvas ref={canvas} role="img" aria-label={name} data-testid="look" />;
}
