import FileDown from 'lucide-react/icons/file-down';
import Trash2 from 'lucide-react/icons/trash';
import X from 'lucide-react/icons/x';
import type { Film } from '../../core/film/film';
import { count, formatSize } from '../../core/time/format';
import { Button, IconButton } from '../../kit/button';
import { bringIn } from '../../state/photos/bring-in';
import { useIntake } from '../../state/photos/intake-table';
import { useMissing } from '../../state/document/missing';
import { throwOpenAway } from '../../state/document/open-film';
import { useSwap } from '../../state/photos/swap';
import { chooseNoPhotos, chosenOf, useTray } from '../../state/photos/tray';
import { useDocument, useFilm } from '../../state/document/document';
import { useShell } from '../../state/shell/shell';
import { Panel } from '../../kit/panel';
import { ChooseFiles } from '../choose-files';
import { EmptyStage } from '../empty-stage';
import { StageFrame } from '../frame/stage-frame';
import { FileChooser } from '../file-chooser';
import { BringRetouched } from './bring-retouched';
import { ChosenPhotos } from './chosen-photos';
import { Incoming } from './incoming';
import { IntakeView } from './intake-view';
import { PhotoLook } from './photo-look';
import styles from './sort.module.css';
import { SwapView } from './swap-view';
import { Tray } from './tray';

/** Stage Sort: photos in, and the tray of all there are. */
export function SortView() {
  const film = useFilm();
  const intake = useIntake((state) => state.intake);
  const swap = useSwap((state) => state.swap);
  const chosen = useTray((state) => state.chosen);
  const looking = useTray((state) => state.looking);
  const busy = useShell((state) => state.incoming !== undefined);
  const canWrite = useDocument((state) => state.canWrite);
  if (!film) return null;
  if (intake && !intake.laidOut && intake.filmId === film.id) return <IntakeView intake={intake} />;
  if (swap?.filmId === film.id) return <SwapView film={film} swap={swap} />;
  const photos = chosenOf(film, chosen);
  return (
    <StageFrame
      left={{
        name: 'Photos',
        guide: photos.length > 0 ? 'photos' : 'addPhotos',
        width: 304,
        head: photos.length > 0 ? <ChosenHead photos={photos.length} /> : <h2>Add photos</h2>,
        body: (
          <Panel label="Photos">
            <Incoming />
            <CutOff />
            {photos.length > 0 ? <ChosenPhotos film={film} photos={photos} /> : <PhotosIn film={film} />}
          </Panel>
        ),
      }}
    >
      {film.photos.length > 0 ? (
        <Tray film={film} />
      ) : (
        <EmptyStage
          heading="Drop your photos here"
          words={`Files or a folder, anywhere in the window; each becomes a pose of ${count(film.settings.defaultHold, 'frame')}.`}
        >
          <ChooseFiles main orFilm disabled={busy || !canWrite} />
        </EmptyStage>
      )}
      {looking && <PhotoLook />}
    </StageFrame>
  );
}

function ChosenHead({ photos }: { readonly photos: number }) {
  return (
    <div className={styles.heading}>
      <h2>{count(photos, 'photo')} chosen</h2>
      <IconButton label="Choose none" shortcut="Escape" onClick={chooseNoPhotos}>
        <X size={18} aria-hidden />
      </IconButton>
    </div>
  );
}

/** A film that did not come in whole: the rest of it, or away with it. */
function CutOff() {
  const cut = useMissing((state) => state.cut);
  const busy = useShell((state) => state.incoming !== undefined);
  if (!cut || busy) return null;
  return (
    <section className={styles.chosen} aria-label="Incomplete">
      <h2>Incomplete</h2>
      <p>
        {cut.missing.toLocaleString('en')} of {count(cut.total, 'photo and sound', 'photos and sounds')} of{' '}
        {cut.name} are missing.
      </p>
      <FileChooser
        label="Add the film file again"
        testId="choose-film-file"
        accept=".kermis"
        main
        onFiles={(files) => void bringIn(files)}
      >
        <FileDown size={17} aria-hidden /> Choose {cut.name}
      </FileChooser>
      <Button onClick={() => void throwOpenAway()}>
        <Trash2 size={17} aria-hidden /> Delete this film
      </Button>
    </section>
  );
}

/** Ways to bring photos in, and retouched ones back. */
function PhotosIn({ film }: { readonly film: Film }) {
  const busy = useShell((state) => state.incoming !== undefined);
  const canWrite = useDocument((state) => state.canWrite);
  const bytes = film.photos.reduce((sum, photo) => sum + photo.bytes, 0);
  return (
    <section className={styles.chosen} aria-label="Add photos">
      <p>
        JPEG, PNG, TIFF, HEIC, camera raw and more, a whole folder or some of it. They take their order from
        the numbers in their names.
      </p>
      {film.photos.length > 0 && (
        <>
          <ChooseFiles main disabled={busy || !canWrite} />
          <p>
            {count(film.photos.length, 'photo')}, {formatSize(bytes)}, saved unchanged in this browser.
          </p>
          <h3>Retouched photos</h3>
          <p>Choose photos in the tray and save them out. Swap the retouched ones back in; originals stay.</p>
          <BringRetouched />
        </>
      )}
    </section>
  );
}
