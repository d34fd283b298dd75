import { type Ducking } from '../../core/sound/ducking';
import { CEILINGS, levelWords, loudnessWords, parseLevel } from '../../core/sound/level';
import { Button } from '../../kit/button';
import { CheckField } from '../../kit/check-field';
import { Panel } from '../../kit/panel';
import { Pair } from '../../kit/pair';
import { TypedField } from '../../kit/typed-field';
import { useDocument, useFilm } from '../../state/document/document';
import { setMix } from '../../state/sound/cues';
import { bringToLoudness, measureLoudness, useMeasured } from '../../state/sound/loudness';
import { DuckingFields } from './ducking-fields';
import { AddLane, LaneItem } from './lane-item';
import { Meter } from './meter';
import styles from './sound.module.css';

const TARGETS = [-14, -16, -23];
const LOUDNESS = { least: -40, most: -8 };
/** About −14 dB under a voice is common practice; a little less, since the ambience lies lower already. */
const FIRST_DUCKING: Ducking = { amount: -12, attack: 0.3, release: 0.6 };

/** Lanes and their levels, the level of the whole, and its loudness. */
export function MixPanel() {
  const film = useFilm();
  const canWrite = useDocument((state) => state.canWrite);
  const { measured, busy } = useMeasured();
  if (!film) return null;
  const { mix } = film;
  const off = !canWrite;
  return (
    <Panel label="Mix">
      <Meter />
      <h2>Lanes</h2>
      <ul className={styles.lanes}>
        {film.lanes.map((lane, i) => (
          <LaneItem
            key={lane.id}
            lane={lane}
            first={i === 0}
            last={i === film.lanes.length - 1}
            disabled={off}
          />
        ))}
      </ul>
      <AddLane disabled={off} />
      <h2>Whole film</h2>
      <Pair>
        <TypedField
          label="Gain"
          figures
          text={String(Math.round(mix.gain * 10) / 10)}
          parse={(text) => parseLevel(text, { least: -60, most: 60 })}
          preview={levelWords}
          onCommit={(gain) => setMix({ gain })}
          disabled={off}
          hint="dB"
        />
        <TypedField
          label="Peak limit"
          figures
          text={String(mix.ceiling)}
          parse={(text) => parseLevel(text, CEILINGS)}
          onCommit={(ceiling) => setMix({ ceiling })}
          disabled={off}
          hint="dBTP at most"
        />
      </Pair>
      <p className={styles.facts} data-testid="loudness" role="status">
        {busy !== undefined
          ? `Measuring, ${Math.round(busy * 100)} %`
          : measured && measured.film === film
            ? `${loudnessWords(measured.loudness.integrated)}, true peak ${loudnessWords(measured.loudness.truePeak, 'dBTP')}`
            : 'Loudness not measured yet.'}
      </p>
      <Button disabled={busy !== undefined} onClick={() => void measureLoudness()}>
        Measure the loudness
      </Button>
      <div className={styles.targets} role="group" aria-label="Set the film’s loudness">
        {TARGETS.map((target) => (
          <Button
            key={target}
            disabled={off || busy !== undefined}
            onClick={() => void bringToLoudness(target)}
            title={`Set the film to ${levelWords(target)} LUFS`.replace(' dB', '')}
          >
            {String(target).replace('-', '−')}
          </Button>
        ))}
      </div>
      <TypedField
        label="Set loudness"
        figures
        text=""
        parse={(text) => parseLevel(text.replace(/lufs/i, ''), LOUDNESS)}
        onCommit={(target) => void bringToLoudness(target)}
        disabled={off || busy !== undefined}
        hint="LUFS, such as −16"
      />
      <CheckField
        label="Lower music and ambience under dialogue"
        checked={mix.stepBack !== undefined}
        onChange={(on) => setMix({ stepBack: on ? FIRST_DUCKING : undefined })}
      />
      {mix.stepBack && <DuckingFields stepBack={mix.stepBack} disabled={off} />}
    </Panel>
  );
}
