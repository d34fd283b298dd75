import type { Film } from '../../core/film/film';
import { scheduleOf } from '../../core/film/schedule';
import { placeRunOf } from '../../core/mend/steady/place-run';
import { SelectField } from '../../kit/select-field';
import { PLACE_CURVES, setMend, useMend, type PlaceCurve } from '../../state/mend/mend';
import { sceneOnScreen } from '../../state/poses/scenes';
import { JumpButtons } from './jump-buttons';
import styles from './mend.module.css';

const CURVE_WORDS: Readonly<Record<PlaceCurve, string>> = {
  right: 'shift to the right',
  down: 'shift down',
  turn: 'turn',
  size: 'size',
};

/** Turns in degrees and changes of size in per cent from which on it is told that they are left. */
const LEAST_TOLD = { turn: 0.05, size: 0.1 };

/** How much the picture of the scene on screen shakes, before and now, and where its stand was bumped. */
export function SteadyReport({ film }: { readonly film: Film }) {
  const curve = useMend((state) => state.curve);
  const sceneId = sceneOnScreen();
  const run = sceneId === undefined ? undefined : placeRunOf(film, sceneId);
  if (!run || run.count < 2) return null;
  const { shake, bumps, rest } = run;
  // Pixels of the film are what is seen.
  const side = Math.max(film.settings.width, film.settings.height);
  const { poses } = scheduleOf(film);
  const places = bumps.after.flatMap((id) => poses.find(({ pose }) => pose.photoId === id) ?? []);
  const left = [
    rest.turn >= LEAST_TOLD.turn && `turned by up to ${rest.turn.toFixed(2)}°`,
    rest.size >= LEAST_TOLD.size && `its size changed by up to ${rest.size.toFixed(1)} %`,
  ].filter(Boolean);
  return (
    <>
      <dl
        className={styles.flicker}
        data-testid="shake"
        data-tip="Standard deviation of the way from photo to photo, in pixels of the film"
      >
        <div>
          <dt>Shakes</dt>
          <dd>{(shake.before * side).toFixed(2)}</dd>
        </div>
        <div>
          <dt>now</dt>
          <dd>{(shake.after * side).toFixed(2)}</dd>
        </div>
      </dl>
      <JumpButtons noun="bump" places={places} />
      {left.length > 0 && <p className={styles.hint}>{`Not steadied: ${left.join(' and ')}.`}</p>}
      <SelectField
        label="Curve"
        beside
        value={curve}
        options={PLACE_CURVES.map((each) => ({ value: each, label: CURVE_WORDS[each] }))}
        onChange={(next) => setMend({ curve: next as PlaceCurve })}
      />
    </>
  );
}
