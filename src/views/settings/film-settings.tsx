import { filmSizeFrom } from '../../core/film/film-size';
import { posesOf } from '../../core/film/film';
import { holdEdit } from '../../core/film/edits/arrange';
import { parseHold } from '../../core/time/hold';
import { parseRate, RATE_PRESETS, rateText, sameRate } from '../../core/time/rate';
import { parseSide, SIZE_PRESETS } from '../../core/film/film-size';
import { found, type Parsed } from '../../core/time/parsed';
import { count, lengthWords } from '../../core/time/words';
import { Button } from '../../kit/button';
import { Dialog } from '../../kit/dialog';
import { SelectField } from '../../kit/select-field';
import { TypedField } from '../../kit/typed-field';
import { edit, setSettings, setTitle } from '../../state/edit-film';
import { scheduleOf, useFilm, useWorkbench } from '../../state/workbench';
import { FramingChoice } from './framing-choice';
import styles from './settings.module.css';

const OTHER = 'other';

/** Name, rate, size, default hold and framing of the film. Each takes effect at once and can be undone. */
export function FilmSettingsDialog({ onClose }: { readonly onClose: () => void }) {
  const film = useFilm();
  const canWrite = useWorkbench((state) => state.canWrite);
  if (!film) return null;
  const { rate, width, height, defaultHold } = film.settings;
  const preset = RATE_PRESETS.findIndex((each) => sameRate(each, rate));
  const first = film.photos[0];
  const sizes = [
    ...(first
      ? [
          { label: 'As the photos', ...filmSizeFrom(first) },
          { label: 'Shape of the photos, 1080 high', ...filmSizeFrom(first, 1080) },
        ]
      : []),
    ...SIZE_PRESETS,
  ];
  const size = sizes.findIndex((each) => each.width === width && each.height === height);
  const poses = posesOf(film);
  const others = poses.filter((pose) => pose.hold !== defaultHold).length;
  const titled = (text: string): Parsed<string> => found(text.trim() || 'Untitled film');
  return (
    <Dialog title="Film settings" onClose={onClose}>
      <TypedField
        label="Name of the film"
        text={film.title}
        parse={titled}
        onCommit={setTitle}
        disabled={!canWrite}
      />
      <div className={styles.pair}>
        <SelectField
          label="Rate"
          value={preset < 0 ? OTHER : String(preset)}
          disabled={!canWrite}
          options={[
            ...RATE_PRESETS.map((each, i) => ({
              value: String(i),
              label: `${rateText(each)} frames a second`,
            })),
            ...(preset < 0 ? [{ value: OTHER, label: `${rateText(rate)} frames a second` }] : []),
          ]}
          onChange={(value) => {
            const chosen = RATE_PRESETS[Number(value)];
            if (chosen) setSettings({ rate: chosen });
          }}
        />
        <TypedField
          label="Any other rate"
          figures
          text={rate.den === 1 ? String(rate.num) : `${rate.num}/${rate.den}`}
          parse={parseRate}
          onCommit={(value) => setSettings({ rate: value })}
          disabled={!canWrite}
          hint={`The film is ${lengthWords(scheduleOf(film).frames, rate)}.`}
        />
      </div>
      <SelectField
        label="Size of the picture"
        value={size < 0 ? OTHER : String(size)}
        disabled={!canWrite}
        options={[
          ...sizes.map((each, i) => ({
            value: String(i),
            label: `${each.label}: ${each.width} × ${each.height}`,
          })),
          ...(size < 0 ? [{ value: OTHER, label: `Own size: ${width} × ${height}` }] : []),
        ]}
        onChange={(value) => {
          const chosen = sizes[Number(value)];
          if (chosen) setSettings({ width: chosen.width, height: chosen.height });
        }}
      />
      <div className={styles.pair}>
        <TypedField
          label="Width in pixels"
          figures
          text={String(width)}
          parse={parseSide}
          onCommit={(value) => setSettings({ width: value })}
          disabled={!canWrite}
        />
        <TypedField
          label="Height in pixels"
          figures
          text={String(height)}
          parse={parseSide}
          onCommit={(value) => setSettings({ height: value })}
          disabled={!canWrite}
        />
      </div>
      <TypedField
        label="Hold of new poses, in frames"
        figures
        text={String(defaultHold)}
        parse={parseHold}
        onCommit={(value) => setSettings({ defaultHold: value })}
        disabled={!canWrite}
        hint="Every photo that comes in becomes a pose of this hold."
      />
      {others > 0 && (
        <Button
          disabled={!canWrite}
          onClick={() =>
            edit(
              holdEdit(
                poses.map((pose) => pose.id),
                defaultHold,
              ),
            )
          }
        >
          Set all {count(poses.length, 'pose')} to a hold of {defaultHold}
        </Button>
      )}
      <FramingChoice />
    </Dialog>
  );
}
