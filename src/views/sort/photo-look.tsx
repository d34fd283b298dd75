import { ArrowLeft, ArrowRight } from 'lucide-react';
import { useEffect, useRef, useState, type KeyboardEvent } from 'react';
import type { Photo, PictureFile } from '../../core/film/film';
import { fileOf, shownSize } from '../../core/film/photo-picture';
import { previewPicture } from '../../engine/browser/play/preview';
import { drawPhoto } from '../../engine/browser/play/draw-photo';
import { Button } from '../../kit/button';
import { Dialog } from '../../kit/dialog';
import { moveInTray, setTray, shownPhotos, useTray } from '../../state/tray';
import { useFilm } from '../../state/workbench';
import styles from './photo-look.module.css';

/** One photo of the tray, large; the one before and the next are a key away. */
export function PhotoLook() {
  const film = useFilm();
  const active = useTray((state) => state.active);
  const [own, setOwn] = useState(false);
  const photo = film?.photos.find((each) => each.id === active);
  if (!film || !photo) return null;
  const photos = shownPhotos();
  const place = photos.findIndex((each) => each.id === photo.id);
  const asItCame: Photo = { ...photo, retouched: undefined };
  const shown = own ? asItCame : photo;
  const { width, height } = shownSize(shown);
  const keys = (event: KeyboardEvent): void => {
    const by = event.key === 'ArrowRight' ? 1 : event.key === 'ArrowLeft' ? -1 : 0;
    if (by !== 0) moveInTray(by, 'only');
  };
  return (
    <Dialog title={photo.name} wide onKeyDown={keys} onClose={() => setTray({ looking: false })}>
      <div className={styles.look}>
        <Large photo={shown} file={fileOf(shown)} />
        <div className={styles.foot}>
          <span>
            {width} × {height}
            {photo.setAside && ', set aside'}
          </span>
          {photo.retouched && (
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

function Large({ photo, file }: { readonly photo: Photo; readonly file: PictureFile }) {
  const canvas = useRef<HTMLCanvasElement>(null);
  const { hash, turn } = file;
  useEffect(() => {
    let gone = false;
    void previewPicture(hash).then((picture) => {
      const context = canvas.current?.getContext('2d');
      if (!gone && context && canvas.current && picture) {
        const size = shownSize(photo);
        const scale = Math.min(1, 960 / Math.max(size.width, size.height));
        canvas.current.width = Math.round(size.width * scale);
        canvas.current.height = Math.round(size.height * scale);
        const area = { x: 0, y: 0, width: canvas.current.width, height: canvas.current.height };
        // In its own shape, not in the film's.
        const settings = { ...size, framing: 'whole', background: '#777573' } as const;
        drawPhoto(context, settings, area, photo, picture, 'high');
      }
      picture?.close();
    });
    return () => {
      gone = true;
    };
    // A photo's picture changes with its file and its turn alone.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [hash, turn]);
  return <canvas ref={canvas} role="img" aria-label={photo.name} data-testid="look" />;
}
