import ArrowLeft from 'lucide-react/icons/arrow-left';
import ArrowRight from 'lucide-react/icons/arrow-right';
import { useEffect, useRef, useState, type KeyboardEvent } from 'react';
import { asItCame, shownSize } from '../../core/film/photo-picture';
import { photoRecipe } from '../../core/film/recipe-of';
import { recipeKey, type PlainRecipe } from '../../core/picture/recipe';
import { sizeWithin } from '../../core/picture/size';
import { finePicture, largePicture } from '../../engine/browser/pictures/picture-workers';
import { Button } from '../../kit/button';
import { Dialog } from '../../kit/dialog';
import { moveInTray, setTray, shownPhotos, useTray } from '../../state/photos/tray';
import { useFilm } from '../../state/document/document';
import { useOwnZoom, type OwnZoom } from '../picture/use-own-zoom';
import { ZoomButtons } from '../picture/zoom-buttons';
import { zoomByKey } from '../picture/zoom-keys';
import styles from './photo-look.module.css';

/** Longest side of the picture that is played, in pixels; seen larger, the original is shown. */
const LONGEST = 960;
/** Longest side at which the original is looked at, in pixels: all of the largest photo would not go into memory. */
const FINEST = 6000;
/** From so many pixels of the screen for one of the picture on, its pixels are shown as squares. */
const SQUARES = 3;

/** One photo of the tray, large, to be looked at closely; the one before and the next are a key away. */
export function PhotoLook() {
  const film = useFilm();
  const active = useTray((state) => state.active);
  const [own, setOwn] = useState(false);
  const box = useRef<HTMLDivElement>(null);
  const photo = film?.photos.find((each) => each.id === active);
  const shown = photo && (own ? asItCame(photo) : photo);
  const { width, height } = shown ? shownSize(shown) : { width: 1, height: 1 };
  const zoom = useOwnZoom(box, { width, height });
  if (!film || !photo || !shown) return null;
  const photos = shownPhotos();
  const place = photos.findIndex((each) => each.id === photo.id);
  const keys = (event: KeyboardEvent): void => {
    const by = event.key === 'ArrowRight' ? 1 : event.key === 'ArrowLeft' ? -1 : 0;
    if (by !== 0) moveInTray(by, 'only');
    else zoomByKey(event, zoom);
  };
  return (
    <Dialog title={photo.name} wide onKeyDown={keys} onClose={() => setTray({ looking: false })}>
      <div className={styles.look}>
        <div ref={box} className={styles.box}>
          <Large recipe={photoRecipe(shown, film)} name={photo.name} zoom={zoom} />
        </div>
        <div className={styles.foot}>
          <span>
            {width} × {height}
            {photo.setAside && ', set aside'}
          </span>
          <div className={styles.zoom} role="group" aria-label="Zoom">
            <ZoomButtons
              zoom={zoom.zoom}
              one={1 / devicePixelRatio}
              onStep={zoom.step}
              onWhole={zoom.showWhole}
              onPixels={zoom.togglePixels}
            />
          </div>
          {(photo.retouched ?? photo.mends) && (
            <Button pressed={own} onClick={() => setOwn(!own)}>
              Original
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

interface LargeProps {
  readonly recipe: PlainRecipe;
  readonly name: string;
  readonly zoom: OwnZoom;
}

/** A recipe's picture, from the original where it is shown larger than the one that is played. */
function Large({ recipe, name, zoom: { area } }: LargeProps) {
  const canvas = useRef<HTMLCanvasElement>(null);
  const key = recipeKey(recipe);
  const played = sizeWithin(recipe.film, LONGEST);
  const isFine = area.width * devicePixelRatio > played.width * 1.01 && recipe.film.width > played.width;
  const size = isFine ? sizeWithin(recipe.film, FINEST) : played;
  useEffect(() => {
    let gone = false;
    const make = isFine ? finePicture : largePicture;
    void make(recipe, size).then(
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
    // The key says all that a recipe's picture depends on, and which of both sizes follows from it.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [key, isFine]);
  const { x, y, width, height } = area;
  return (
    <canvas
      ref={canvas}
      role="img"
      aria-label={name}
      data-testid="look"
      data-fine={isFine || undefined}
      style={{
        ...{ left: x, top: y, width, height },
        imageRendering: width > SQUARES * recipe.film.width ? 'pixelated' : 'auto',
      }}
    />
  );
}
