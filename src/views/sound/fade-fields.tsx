import { formatSamples } from '../../core/time/format';
import type { Film } from '../../core/film/film';
import { type Cue } from '../../core/film/sound';
import { FADE_CURVES, type Fade, type FadeCurve } from '../../core/sound/fade';
import { fadeText, parseFadeLength } from '../../core/sound/fade-length';
import { Pair } from '../../kit/pair';
import { SelectField } from '../../kit/select-field';
import { TypedField } from '../../kit/typed-field';
import { markCues } from '../../state/sound/cues';
import { shared } from './shared';

const CURVE_WORDS: Readonly<Record<FadeCurve, string>> = {
  straight: 'straight',
  power: 'even power',
  slow: 'slow start',
};

interface FadeFieldsProps {
  readonly film: Film;
  readonly cues: readonly Cue[];
  readonly which: 'fadeIn' | 'fadeOut';
  readonly label: string;
  readonly disabled: boolean;
}

export function FadeFields({ film, cues, which, label, disabled }: FadeFieldsProps) {
  const samples = shared(cues.map((cue) => cue[which]?.samples ?? 0));
  const curve = shared(cues.map((cue) => cue[which]?.curve ?? 'power'));
  const set = (fade: Fade): void =>
    markCues(`${label} set`, { [which]: fade.samples === 0 ? undefined : fade });
  return (
    <Pair label={label}>
      <TypedField
        label={label}
        figures
        text={samples === undefined ? '' : fadeText(samples)}
        parse={(text) => parseFadeLength(text, film.settings.rate)}
        preview={formatSamples}
        onCommit={(value) => set({ samples: value, curve: curve ?? 'power' })}
        disabled={disabled}
      />
      <SelectField
        label="Curve"
        value={curve ?? 'power'}
        disabled={disabled || !samples}
        options={FADE_CURVES.map((each) => ({ value: each, label: CURVE_WORDS[each] }))}
        onChange={(next) => set({ samples: samples ?? 0, curve: next as FadeCurve })}
      />
    </Pair>
  );
}
