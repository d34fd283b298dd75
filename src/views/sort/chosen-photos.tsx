import { scheduleOf } from '../../core/film/schedule';
import { ArchiveRestore, ArchiveX, FlipHorizontal2, RotateCcw, RotateCw, Undo2, X } from 'lucide-react';
import type { Film, Photo } from '../../core/film/film';
import { fileOf, shownSize } from '../../core/film/photo-picture';
import { formatNotice } from '../../core/film/intake/notices';
import { parseStep, signed } from '../../core/picture/steps/parse-step';
import { STEPS, type StepName } from '../../core/picture/steps/step';
import { count, formatSize } from '../../core/time/format';
import { Button, IconButton } from '../../kit/button';
import { Pair } from '../../kit/pair';
import { TypedField } from '../../kit/typed-field';
import { choosePose } from '../../state/selection/choose';
import { targetPoses } from '../../state/document/edit-film';
import { goTo } from '../../state/transport/play';
import { chooseNoPhotos, trayFactsOf } from '../../state/photos/tray';
import {
  bringPhotosBack,
  canReplace,
  insertPhotos,
  makeScene,
  MIRRORED,
  QUARTER_LEFT,
  QUARTER_RIGHT,
  replacePhotos,
  setPhotosAside,
  setStep,
  showAsTheyCame,
  takePhotosOut,
  turnPhotos,
} from '../../state/photos/use-photos';
import { useDocument } from '../../state/document/document';
import { useSelection } from '../../state/selection/selection';
import { useTransport } from '../../state/transport/transport';
import styles from './sort.module.css';
import { WriteOut } from './write-out';

/** Poses told of singly; more become a figure. */
const MOST_USES = 6;

/** What can be done with the chosen photos, and what is known of a single one. */
export function ChosenPhotos({ film, photos }: { readonly film: Film; readonly photos: readonly Photo[] }) {
  const canWrite = useDocument((state) => state.canWrite);
  const aside = photos.filter((photo) => photo.setAside).length;
  const retouched = photos.some((photo) => photo.retouched);
  const [only] = photos;
  return (
    <section className={styles.chosen} aria-label="Chosen photos">
      <div className={styles.heading}>
        <h2>{count(photos.length, 'photo')} chosen</h2>
        <IconButton label="Choose none" shortcut="Escape" onClick={chooseNoPhotos}>
          <X size={18} aria-hidden />
        </IconButton>
      </div>
      {photos.length === 1 && only && <PhotoFacts film={film} photo={only} />}
      {canWrite && (
        <>
          <IntoTheFilm photos={photos.length} />
          <Pair>
            {aside < photos.length && (
              <Button onClick={setPhotosAside} title="Out of the film, kept in the tray (Delete)">
                <ArchiveX size={16} aria-hidden /> Set aside
              </Button>
            )}
            {aside > 0 && (
              <Button onClick={bringPhotosBack} title="Back into the film, each to its place by number">
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
            <Button onClick={() => turnPhotos(MIRRORED)} title="Left for right (M)">
              <FlipHorizontal2 size={16} aria-hidden /> Mirror
            </Button>
          </div>
          <StepField step="light" photos={photos} hint="Each stop doubles the light; 0 is as it came" />
          <h3>Retouch elsewhere</h3>
          <WriteOut film={film} photos={photos} />
          {retouched && (
            <Button onClick={showAsTheyCame} title="Show the photos' own files again">
              <Undo2 size={16} aria-hidden /> Show as they came
            </Button>
          )}
          {aside === photos.length && (
            <Button onClick={takePhotosOut} title="Out of the film and the tray; undo brings them back">
              Take out of the film for good
            </Button>
          )}
        </>
      )}
    </section>
  );
}

/** A step of the chosen photos as a typed number; empty where they differ. */
function StepField({
  step,
  photos,
  hint,
}: {
  readonly step: StepName;
  readonly photos: readonly Photo[];
  readonly hint: string;
}) {
  const kind = STEPS[step];
  const values = new Set(photos.map((photo) => fileOf(photo).mends?.[step] ?? kind.neutral));
  const [value = kind.neutral] = values;
  return (
    <TypedField
      label={`${kind.label}, in ${kind.unit}`}
      text={values.size === 1 ? signed(value) : ''}
      parse={(text) => parseStep(text, kind)}
      onCommit={(typed) => setStep(step, typed)}
      hint={values.size === 1 ? hint : 'They differ: what is typed is set for all'}
      figures
    />
  );
}

/** Ways to make poses of the chosen photos. */
function IntoTheFilm({ photos }: { readonly photos: number }) {
  // What is meant follows the choice on the strip and the playhead.
  useSelection((state) => state.chosen);
  useTransport((state) => state.frame);
  const film = useDocument((state) => state.history?.film);
  const poses = targetPoses();
  const meant = new Set(poses);
  const numbers = film
    ? scheduleOf(film).poses.flatMap((each) => (meant.has(each.pose.id) ? [each.index + 1] : []))
    : [];
  const [first, last] = [numbers[0], numbers.at(-1)];
  const one = first === last;
  if (first === undefined) {
    return (
      <Button onClick={() => insertPhotos('after')}>Put {photos === 1 ? 'it' : 'them'} into the film</Button>
    );
  }
  return (
    <>
      <h3>Into the film</h3>
      <Pair label="Into the film">
        <Button onClick={() => insertPhotos('before')}>Before pose {first}</Button>
        <Button onClick={() => insertPhotos('after')}>After pose {last}</Button>
        <Button
          disabled={!canReplace(photos, poses.length)}
          onClick={replacePhotos}
          title={
            canReplace(photos, poses.length)
              ? 'The holds stay as they are'
              : `${count(photos, 'photo')} cannot stand in ${count(poses.length, 'pose')}: choose one, or as many as poses`
          }
        >
          {one ? `In place of ${first}` : `In place of ${count(poses.length, 'pose')}`}
        </Button>
        <Button onClick={makeScene}>As a new scene</Button>
      </Pair>
    </>
  );
}

/** What is known of one photo, and where it is used. */
function PhotoFacts({ film, photo }: { readonly film: Film; readonly photo: Photo }) {
  const facts = trayFactsOf(film);
  const uses = facts.uses.get(photo.id) ?? [];
  const notices = facts.notices.get(photo.id) ?? [];
  const { width, height } = shownSize(photo);
  const scenes = new Map(film.scenes.map((scene) => [scene.id, scene.name]));
  return (
    <div className={styles.photoFacts}>
      <p>
        <bdi>{photo.name}</bdi>
        <br />
        {width} × {height}, {formatSize(fileOf(photo).bytes)}
        {photo.retouched && (
          <>
            <br />
            retouched: <bdi>{photo.retouched.name}</bdi>
          </>
        )}
        {photo.writtenOut && (
          <>
            <br />
            written out as <bdi>{photo.writtenOut.stem}</bdi>
          </>
        )}
      </p>
      {notices.length > 0 && <p>{notices.map(formatNotice).join('; ')}</p>}
      {uses.length > 0 && (
        <ul aria-label="Where it is used">
          {uses.slice(0, MOST_USES).map((entry) => (
            <li key={entry.pose.id}>
              <button
                type="button"
                onClick={() => {
                  choosePose(entry.pose.id, 'only');
                  goTo(entry.start);
                }}
              >
                Pose {entry.index + 1}, {scenes.get(entry.sceneId)}, {count(entry.pose.hold, 'frame')}
              </button>
            </li>
          ))}
          {uses.length > MOST_USES && <li>and {uses.length - MOST_USES} more</li>}
        </ul>
      )}
    </div>
  );
}
