import ArchiveRestore from 'lucide-react/icons/archive-arrow-up';
import ArchiveX from 'lucide-react/icons/archive-x';
import FlipHorizontal2 from 'lucide-react/icons/carets-to-axis-dashed-horizontal';
import RotateCcw from 'lucide-react/icons/rotate-ccw';
import RotateCw from 'lucide-react/icons/rotate-cw';
import Undo2 from 'lucide-react/icons/undo-2';
import type { Film, Photo } from '../../core/film/film';
import { fileOf } from '../../core/film/photo-picture';
import { TOUCHES, type Touch } from '../../core/film/photo-mends';
import { parseAmount, signed } from '../../core/time/amount';
import { Button } from '../../kit/button';
import { Pair } from '../../kit/pair';
import { TypedField } from '../../kit/typed-field';
import { useDocument } from '../../state/document/document';
import {
  bringPhotosBack,
  MIRRORED,
  QUARTER_LEFT,
  QUARTER_RIGHT,
  setPhotosAside,
  touchChosen,
  showAsTheyCame,
  takePhotosOut,
  turnPhotos,
} from '../../state/photos/use-photos';
import { BringRetouched } from './bring-retouched';
import { IntoTheFilm } from './into-the-film';
import { PhotoFacts } from './photo-facts';
import styles from './sort.module.css';
import { WriteOut } from './write-out';

/** What can be done with the chosen photos, and what is known of a single one. */
export function ChosenPhotos({ film, photos }: { readonly film: Film; readonly photos: readonly Photo[] }) {
  const canWrite = useDocument((state) => state.canWrite);
  const aside = photos.filter((photo) => photo.setAside).length;
  const retouched = photos.some((photo) => photo.retouched);
  const [only] = photos;
  return (
    <section className={styles.chosen} aria-label="Chosen photos">
      {photos.length === 1 && only && <PhotoFacts film={film} photo={only} />}
      {canWrite && (
        <>
          <IntoTheFilm photos={photos.length} />
          <Pair>
            {aside < photos.length && (
              <Button onClick={setPhotosAside} title="Out of the film, still in the tray (Delete)">
                <ArchiveX size={16} aria-hidden /> Set aside
              </Button>
            )}
            {aside > 0 && (
              <Button onClick={bringPhotosBack} title="Back into the film, sorted in by number">
                <ArchiveRestore size={16} aria-hidden /> Bring back
              </Button>
            )}
          </Pair>
          <h3>Turn</h3>
          <div className={styles.three} role="group" aria-label="Turn the chosen photos">
            <Button onClick={() => turnPhotos(QUARTER_LEFT)} title="A quarter to the left (Shift R)">
              <RotateCcw size={16} aria-hidden /> Left
            </Button>
            <Button onClick={() => turnPhotos(QUARTER_RIGHT)} title="A quarter to the right (R)">
              <RotateCw size={16} aria-hidden /> Right
            </Button>
            <Button onClick={() => turnPhotos(MIRRORED)} title="Mirror left and right (M)">
              <FlipHorizontal2 size={16} aria-hidden /> Mirror
            </Button>
          </div>
          <TouchField touch="light" photos={photos} hint="Each stop doubles the light; 0 is unchanged" />
          <h3>Retouch in another program</h3>
          <WriteOut film={film} photos={photos} />
          <BringRetouched />
          {retouched && (
            <Button onClick={showAsTheyCame} title="Show the original files again">
              <Undo2 size={16} aria-hidden /> Show originals
            </Button>
          )}
          {aside === photos.length && (
            <Button onClick={takePhotosOut} title="Undo brings them back">
              Delete from film and tray
            </Button>
          )}
        </>
      )}
    </section>
  );
}

/** Something of the chosen photos' light as a typed number; empty where they differ. */
function TouchField({
  touch,
  photos,
  hint,
}: {
  readonly touch: Touch;
  readonly photos: readonly Photo[];
  readonly hint: string;
}) {
  const kind = TOUCHES[touch];
  const values = new Set(photos.map((photo) => fileOf(photo).mends?.[touch] ?? kind.neutral));
  const [value = kind.neutral] = values;
  return (
    <TypedField
      label={`${kind.label}, in ${kind.unit}`}
      text={values.size === 1 ? signed(value) : ''}
      parse={(text) => parseAmount(text, kind)}
      onCommit={(typed) => touchChosen(touch, typed)}
      hint={values.size === 1 ? hint : 'They differ: what you type is set for all'}
      figures
    />
  );
}
