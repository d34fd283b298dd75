import { filmSizeFrom } from '../../core/film/film-size';
import { parseSide, SIZE_PRESETS } from '../../core/film/film-size';
import { ok, type Result } from '../../core/time/result';
import { Dialog } from '../../kit/dialog';
import { Pair } from '../../kit/pair';
import { SelectField } from '../../kit/select-field';
import { TypedField } from '../../kit/typed-field';
import { setSettings, setTitle } from '../../state/document/edit-film';
import { useDocument, useFilm } from '../../state/document/document';
import { DefaultHoldField } from './default-hold-field';
import { HelpButton } from '../guide/help-button';
import { FramingChoice } from './framing-choice';
import { RateField } from './rate-field';

const OTHER = 'other';

/** Name, rate, size, default hold and framing of the film. Each takes effect at once and can be undone. */
export function FilmSettingsDialog({ onClose }: { readonly onClose: () => void }) {
  const film = useFilm();
  const canWrite = useDocument((state) => state.canWrite);
  if (!film) return null;
  const { width, height } = film.settings;
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
  const titled = (text: string): Result<string> => ok(text.trim() || 'Untitled film');
  return (
    <Dialog title="Film settings" onClose={onClose} aside={<HelpButton chapter="settings" />}>
      <TypedField
        label="Name of the film"
        text={film.title}
        parse={titled}
        onCommit={setTitle}
        disabled={!canWrite}
      />
      <RateField film={film} disabled={!canWrite} />
      <SelectField
        label="Size of the film"
        value={size < 0 ? OTHER : String(size)}
        disabled={!canWrite}
        options={[
          ...sizes.map((each, i) => ({
            value: String(i),
            label: `${each.label}: ${each.width} × ${each.height}`,
          })),
          ...(size < 0 ? [{ value: OTHER, label: `Custom: ${width} × ${height}` }] : []),
        ]}
        onChange={(value) => {
          const chosen = sizes[Number(value)];
          if (chosen) setSettings({ width: chosen.width, height: chosen.height });
        }}
      />
      <Pair>
        <TypedField
          label="Width in pixels"
          figures
          text={String(width)}
          parse={parseSide}
          preview={(value) => `${value} pixels`}
          onCommit={(value) => setSettings({ width: value })}
          disabled={!canWrite}
        />
        <TypedField
          label="Height in pixels"
          figures
          text={String(height)}
          parse={parseSide}
          preview={(value) => `${value} pixels`}
          onCommit={(value) => setSettings({ height: value })}
          disabled={!canWrite}
        />
      </Pair>
      <DefaultHoldField film={film} disabled={!canWrite} />
      <FramingChoice />
    </Dialog>
  );
}
