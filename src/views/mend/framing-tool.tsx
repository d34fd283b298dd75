import Maximize2 from 'lucide-react/icons/maximize-2';
import Undo2 from 'lucide-react/icons/undo-2';
import { useEffect } from 'react';
import type { MoveEnd } from '../../core/film/camera-move-run';
import type { Film } from '../../core/film/film';
import { photosById } from '../../core/film/film';
import { poseAt, scheduleOf } from '../../core/film/schedule';
import { recipeOf } from '../../core/film/recipe-of';
import { closeness, closer, CROP_SIZES, cropAt, cropRect, WHOLE } from '../../core/picture/crop';
import type { Framing } from '../../core/picture/placement';
import { parseAmount, type Amount } from '../../core/time/amount';
import { count } from '../../core/time/format';
import { Button } from '../../kit/button';
import { CheckField } from '../../kit/check-field';
import { Pair } from '../../kit/pair';
import { SelectField } from '../../kit/select-field';
import { Tabs } from '../../kit/tabs';
import { Tools } from '../../kit/tools';
import { TypedField } from '../../kit/typed-field';
import { useDocument, useFilm } from '../../state/document/document';
import { targetPoses } from '../../state/document/edit-film';
import {
  chooseMoveEnd,
  cropInScope,
  moveInScope,
  setCrop,
  setPlacing,
  toggleGuide,
  uncropAll,
} from '../../state/mend/frame-pictures';
import { GUIDES, MEND_SCOPES, setMend, useMend, type Guide, type MendScope } from '../../state/mend/mend';
import { setWhole } from '../../state/picture/shown-film';
import { useSelection } from '../../state/selection/selection';
import { useTransport } from '../../state/transport/transport';
import { COPY_TOOLS } from './copy-tools';
import { DoseFields } from './dose-fields';
import { FramingRuns } from './framing-runs';
import styles from './mend.module.css';
import { partWords } from './scope-words';

const CLOSER: Amount = {
  ...{ label: 'Zoom', unit: '%', neutral: 100 },
  ...{ least: 100 / CROP_SIZES.most, most: 100 / CROP_SIZES.least },
};
const ENDS: readonly (readonly [end: MoveEnd, word: string])[] = [
  ['from', 'Start'],
  ['to', 'End'],
];
const GUIDE_WORDS: Readonly<Record<Guide, string>> = {
  thirds: 'Thirds',
  centre: 'Centre',
  safe: 'Safe parts',
};

/** What is asked of places: whole pixels of the film, or parts of them. */
const pixels = (label: string, most: number): Amount => ({
  ...{ label, unit: 'pixels', least: -4 * most, most: 4 * most, neutral: 0 },
});

/** Whether the pose on screen shows fewer of its photo's pixels than the film has, in a sentence; undefined where it has enough. */
function softness(film: Film, frame: number): string | undefined {
  const here = poseAt(scheduleOf(film), frame);
  const recipe = here && recipeOf(film, here.pose);
  if (!recipe) return undefined;
  const scale = Math.hypot(recipe.geometry[0], recipe.geometry[1]);
  if (scale < 1.005) return undefined;
  const { width, height } = recipe.film;
  const [across, down] = [Math.round(width / scale), Math.round(height / scale)];
  return `${across} × ${down} photo pixels fill ${width} × ${height}: it will look softer.`;
}

/** Framing: the part of the picture that is shown. */
export function FramingTool() {
  const film = useFilm();
  const frame = useTransport((state) => state.frame);
  const canWrite = useDocument((state) => state.canWrite);
  // What is chosen decides which poses are meant.
  useSelection((state) => state.chosen);
  const { frameScope, guides, dragged, moveEnd } = useMend();

  useEffect(() => {
    setWhole(true);
    return () => setWhole(false);
  }, []);
  const here = film && poseAt(scheduleOf(film), frame);
  if (!film || !here) return <p className={styles.hint}>There is no pose on screen.</p>;
  const crop = dragged ?? cropInScope(film, frameScope);
  const { settings } = film;
  const { x, y, width } = cropRect(crop, settings);
  const soft = softness(film, frame);
  const photo = photosById(film).get(here.pose.photoId);
  const off = !canWrite;
  const move = moveInScope(film, frameScope);
  const own = frameScope === 'chosen' ? here.pose.crop !== undefined : true;
  return (
    <>
      <p className={styles.hint}>Drag the crop on the picture, or its corners.</p>
      <SelectField
        label="Photos"
        beside
        value={frameScope}
        options={MEND_SCOPES.toReversed().map((each) => ({ value: each, label: partWords(each) }))}
        onChange={(next) => setMend({ frameScope: next as MendScope })}
      />
      {move ? (
        <>
          <p className={styles.hint} role="status">
            The camera moves over {count(move.poseIds.length, 'pose')}, from {closeness(move.from)} % to{' '}
            {closeness(move.to)} %.
          </p>
          <Tabs label="End of the move that is set" tabs={ENDS} chosen={moveEnd} onChoose={chooseMoveEnd} />
        </>
      ) : (
        here.pose.cameraMove && (
          <>
            <p className={styles.hint} role="status">
              The camera moves here. Show the move to change it.
            </p>
            <Button onClick={() => setMend({ frameScope: 'chosen' })}>Show the camera move</Button>
          </>
        )
      )}
      <TypedField
        label="Zoom, %"
        text={String(closeness(crop))}
        parse={(text) => parseAmount(text, CLOSER)}
        onCommit={(percent) => setCrop(closer(crop, percent))}
        hint={crop.size > 1 ? 'The background shows around it' : undefined}
        figures
        beside
        disabled={off}
      />
      <Pair>
        <TypedField
          label="Left px"
          text={String(Math.round(x * 10) / 10)}
          parse={(text) => parseAmount(text, pixels('Left', settings.width))}
          onCommit={(left) => setCrop(cropAt({ x: left, y, width }, settings))}
          figures
          beside
          disabled={off}
        />
        <TypedField
          label="Top px"
          text={String(Math.round(y * 10) / 10)}
          parse={(text) => parseAmount(text, pixels('Top', settings.height))}
          onCommit={(top) => setCrop(cropAt({ x, y: top, width }, settings))}
          figures
          beside
          disabled={off}
        />
      </Pair>
      {soft && <p className={styles.warning}>{soft}</p>}
      <Tools
        label="Framing"
        disabled={off}
        tools={[
          { word: 'Whole', label: 'Show all of the picture', icon: Maximize2, run: () => setCrop(WHOLE) },
          {
            word: frameScope === 'film' ? 'Delete all' : 'Use scene’s',
            label:
              frameScope === 'film'
                ? 'Delete all framings, of scenes and poses too'
                : 'Delete their own framing: the scene’s or film’s counts',
            icon: Undo2,
            run: frameScope === 'film' ? uncropAll : () => setCrop(undefined),
            off: !own,
          },
          ...COPY_TOOLS,
        ]}
      />
      <div className={styles.guides} role="group" aria-label="Guides">
        {GUIDES.map((guide) => (
          <CheckField
            key={guide}
            label={GUIDE_WORDS[guide]}
            checked={guides.includes(guide)}
            onChange={() => toggleGuide(guide)}
          />
        ))}
      </div>
      <FramingRuns film={film} off={off} />
      <SelectField
        label={`Photos of another shape, ${count(targetPoses().length, 'pose')}`}
        value={here.pose.placing ?? 'film'}
        options={[
          { value: 'film', label: `as the film: ${settings.framing === 'fill' ? 'filling it' : 'whole'}` },
          { value: 'whole', label: 'whole, with the background around' },
          { value: 'fill', label: 'filling the picture' },
        ]}
        onChange={(next) => setPlacing(next === 'film' ? undefined : (next as Framing))}
        {...(photo ? { hint: `${photo.name} is ${photo.width} × ${photo.height}` } : {})}
        disabled={off}
      />
      <DoseFields film={film} tool="framing" off={off} />
    </>
  );
}
