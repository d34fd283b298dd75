import { useEffect } from 'react';
import FastForward from 'lucide-react/icons/fast-forward';
import FileUp from 'lucide-react/icons/file-up';
import Frame from 'lucide-react/icons/frame';
import Layers from 'lucide-react/icons/layers';
import ScanSearch from 'lucide-react/icons/scan-search';
import Trash2 from 'lucide-react/icons/trash';
import Undo2 from 'lucide-react/icons/undo-2';
import { photosById, type Film, type Photo } from '../../../core/film/film';
import { fileOf } from '../../../core/film/photo-picture';
import { photoRecipe } from '../../../core/film/recipe-of';
import type { StrokeShape } from '../../../core/picture/paint/stroke';
import { parseAmount } from '../../../core/time/amount';
import { count } from '../../../core/time/format';
import { CheckField } from '../../../kit/check-field';
import { SelectField } from '../../../kit/select-field';
import { SliderField } from '../../../kit/slider-field';
import { Tabs } from '../../../kit/tabs';
import { Tools } from '../../../kit/tools';
import { TypedField } from '../../../kit/typed-field';
import { useDocument, useFilm } from '../../../state/document/document';
import { carryOn } from '../../../state/mend/paint/carry-on';
import {
  deleteStrokes,
  paintedPhotos,
  resizeStrokes,
  softenStrokes,
  switchPaint,
  unpaint,
} from '../../../state/mend/paint/change-strokes';
import {
  BRUSH_SIZE,
  CARRY,
  setPaint,
  setSource,
  SOFTNESS,
  usePaint,
  type PaintSource,
} from '../../../state/mend/paint/paint';
import { choosePlate, choosePlateFile, choosePlateHere, showPlate } from '../../../state/mend/paint/plates';
import { lookForAreas, takeOutArea } from '../../../state/mend/paint/found-for-you';
import { makeScenePlate } from '../../../state/mend/paint/make-scene-plate';
import { paintTarget, type PaintTarget } from '../../../state/mend/paint/source-photo';
import { photosOfPoses } from '../../../state/mend/target-photos';
import { setPlateShown, useShownAs } from '../../../state/picture/shown-film';
import { useLongJob } from '../../../state/shell/long-job';
import { useSelection } from '../../../state/selection/selection';
import { useTransport } from '../../../state/transport/transport';
import { Thumbnail } from '../../thumbnail';
import mend from '../mend.module.css';
import { PictureChooser } from '../../picture-chooser';
import styles from './paint.module.css';
import { StrokeList } from './stroke-list';

const SOURCE_WORDS: Readonly<Record<PaintSource, string>> = {
  plate: 'The clean plate',
  before: 'The pose before',
  after: 'The pose after',
  around: 'What is around it',
  photo: 'Restore the photo',
};

/** What a hand does on the picture: paint in one of several ways, or choose what is painted. */
type Way = StrokeShape | 'choose';

const WAYS: readonly (readonly [way: Way, word: string])[] = [
  ['brush', 'Brush'],
  ['fill', 'Outline'],
  ['keep', 'Subject'],
  ['choose', 'Choose'],
];

const WAY_HINTS: Readonly<Record<Way, string>> = {
  brush: 'Brush over what should go. Shift: straight. Right button: size and softness.',
  fill: 'Draw around what should go: all inside is painted.',
  keep: 'Draw around the subject: it stays, the rest is painted.',
  choose: 'Click strokes on the picture or in the list; drag them to move them.',
};

/** Paint out: rigs, hands and dust go, the set comes in. */
export function PaintTool() {
  const film = useFilm();
  const frame = useTransport((state) => state.frame);
  useSelection((state) => state.chosen);
  const onPlate = useShownAs((state) => state.plate);
  useEffect(() => () => setPlateShown(false), []);
  const canWrite = useDocument((state) => state.canWrite);
  const target = film && paintTarget(film, frame);
  if (!film || !target) return <p className={mend.hint}>There is no pose on screen.</p>;
  return (
    <>
      <PlateFields film={film} target={target} off={!canWrite} onPlate={onPlate} />
      <BrushFields off={!canWrite} />
      <FoundFields target={target} off={!canWrite} />
      <Painted film={film} target={target} off={!canWrite} />
    </>
  );
}

interface PartProps {
  readonly film: Film;
  readonly target: PaintTarget;
  readonly off: boolean;
}

/** So many photos that no pose shows are offered as a clean plate. */
const MOST_OFFERED = 60;

/** Photos that could be a plate: those that no pose shows, and the one that is. */
function offered(film: Film, plate: Photo | undefined): readonly Photo[] {
  const used = new Set(
    photosOfPoses(
      film,
      film.scenes.flatMap(({ items }) => items.map(({ id }) => id)),
    ),
  );
  const free = film.photos.filter((photo) => photo !== plate && !used.has(photo)).slice(0, MOST_OFFERED);
  return plate ? [plate, ...free] : free;
}

function PlateFields({ film, target, off, onPlate }: PartProps & { readonly onPlate: boolean }) {
  const { scene, photo } = target;
  const plate = scene.plate && photosById(film).get(scene.plate.photoId);
  const photos = offered(film, plate);
  const busy = useLongJob((state) => state.job !== undefined);
  return (
    <>
      <div className={styles.plate}>
        <Thumbnail recipe={plate && photoRecipe(plate, film)} />
        <div>
          <SelectField
            label={`Clean plate of ${scene.name}`}
            value={plate?.id ?? ''}
            disabled={off}
            options={[
              { value: '', label: scene.plate && !plate ? 'Not in the film any more' : 'None yet' },
              ...photos.map(({ id, name }) => ({ value: id, label: name })),
            ]}
            onChange={(id) => choosePlate(id === '' ? undefined : id)}
          />
        </div>
      </div>
      <Tools
        label="The clean plate"
        disabled={off}
        tools={[
          {
            word: 'This photo',
            label: 'Use the photo on screen as clean plate: it shows the empty set',
            icon: Frame,
            off: plate === photo,
            run: choosePlateHere,
          },
          {
            word: 'Make one',
            label: 'Make a clean plate from the photos of this scene',
            icon: Layers,
            off: busy,
            run: makeScenePlate,
          },
        ]}
      >
        <PictureChooser
          label="A photo of the empty set"
          testId="plate-file"
          words={
            <>
              <FileUp size={16} aria-hidden /> From a file…
            </>
          }
          disabled={off}
          onFile={(file) => void choosePlateFile(file)}
        />
      </Tools>
      {plate && <CheckField label="Show the plate, to retouch it" checked={onPlate} onChange={showPlate} />}
    </>
  );
}

/** What differs from the plate, to be taken out; and strokes, to be carried to the photos behind. */
function FoundFields({ target, off }: Omit<PartProps, 'film'>) {
  const { found, carryTo } = usePaint();
  const busy = useLongJob((state) => state.job !== undefined);
  const areas = found?.photoId === target.photo.id ? found.areas : [];
  return (
    <>
      <Tools
        label="Suggestions"
        disabled={off || busy}
        tools={[
          {
            word: areas.length > 0 ? 'Find again' : 'Find',
            label: 'Find what this photo shows and its clean plate does not: hands, rigs',
            icon: ScanSearch,
            run: lookForAreas,
          },
          {
            word: 'Carry on',
            label: 'Carry the strokes on to the next photos: they follow what moves',
            icon: FastForward,
            shortcut: 'M',
            run: carryOn,
          },
        ]}
      />
      {areas.length > 0 && (
        <ol className={styles.list} aria-label="What the plate does not show">
          {areas.map((area, i) => (
            <li key={`${area.pixels} ${area.points[0]}`}>
              <button type="button" disabled={off} onClick={() => void takeOutArea(i)}>
                Paint out {i + 1}
                <span>
                  {area.fromEdge ? 'from the edge' : i === areas.length - 1 ? 'the subject?' : 'inside'}
                </span>
              </button>
            </li>
          ))}
        </ol>
      )}
      <TypedField
        label="Carry on to"
        text={String(carryTo)}
        parse={(typed) => parseAmount(typed, CARRY)}
        onCommit={(next) => setPaint({ carryTo: Math.round(next) })}
        hint="photos of the scene"
        figures
        beside
        disabled={off}
      />
    </>
  );
}

/** Goes over to another way. */
function goOver(way: Way): void {
  if (way === 'choose') return setPaint({ choosing: true });
  setPaint({ shape: way, choosing: false, chosen: new Set() });
}

function BrushFields({ off }: { readonly off: boolean }) {
  const { source, shape, snaps, size, softness, choosing, chosen } = usePaint();
  const changes = choosing && chosen.size > 0;
  const way: Way = choosing ? 'choose' : shape;
  return (
    <>
      <SelectField
        label="Source"
        beside
        value={source}
        disabled={off}
        options={Object.entries(SOURCE_WORDS).map(([value, label]) => ({ value, label }))}
        onChange={(next) => setSource(next as PaintSource)}
      />
      <Tabs label="What the pointer does" tabs={WAYS} chosen={way} onChoose={goOver} />
      <p className={mend.hint}>{WAY_HINTS[way]}</p>
      {(way === 'fill' || way === 'keep') && (
        <CheckField
          label="Snap it to edges near it"
          checked={snaps}
          onChange={(next) => setPaint({ snaps: next })}
          disabled={off}
        />
      )}
      <SliderField
        amount={BRUSH_SIZE}
        step={0.05}
        value={size}
        onTry={(next) => setPaint({ size: next })}
        onCommit={(next) => {
          setPaint({ size: next });
          if (changes) resizeStrokes(next / 100);
        }}
        disabled={off}
      />
      <SliderField
        amount={SOFTNESS}
        step={1}
        value={softness}
        onTry={(next) => setPaint({ softness: next })}
        onCommit={(next) => {
          setPaint({ softness: next });
          if (changes) softenStrokes(next);
        }}
        disabled={off}
      />
    </>
  );
}

function Painted({ film, target, off }: PartProps) {
  const { chosen, waiting } = usePaint();
  const photos = paintedPhotos(film);
  const painted = photos.filter((photo) => fileOf(photo).strokes);
  const isOff = painted.length > 0 && painted.every((photo) => fileOf(photo).mends?.paintOff);
  const strokes = fileOf(target.photo).strokes ?? [];
  return (
    <>
      <h4>{target.photo.name}</h4>
      <p className={mend.hint} role="status">
        {count(strokes.length, 'stroke')}
        {waiting > 0 && ', matching the light …'}
      </p>
      {strokes.length > 0 && <StrokeList film={film} strokes={strokes} />}
      <CheckField label="Painting on" checked={!isOff} onChange={switchPaint} disabled={off} />
      <Tools
        label="Strokes of this photo"
        disabled={off}
        tools={[
          {
            word: 'Delete',
            label: 'Delete the chosen strokes',
            icon: Trash2,
            off: chosen.size === 0,
            run: deleteStrokes,
          },
          {
            word: 'Reset',
            label: 'Delete all that is painted on the chosen photos',
            icon: Undo2,
            off: painted.length === 0,
            run: unpaint,
          },
        ]}
      />
    </>
  );
}
