import { type PlacedCue } from '../../core/film/cue-place';
import { formatSamples } from '../../core/time/format';
import { SelectField } from '../../kit/select-field';
import { setContactPreference, useContactPreference } from '../../state/sound/contact-preference';
import { attacksOf, tieBy } from '../../state/sound/cues';
import { useSounds } from '../../state/sound/sounds';

/** Where contacts come to lie: a setting that stays. */
export function ContactPreferenceField() {
  const early = useContactPreference((state) => state.early);
  return (
    <SelectField
      label="Sync point"
      value={String(early)}
      options={[
        { value: '0', label: 'on their frame' },
        { value: '1', label: 'a frame before it' },
      ]}
      onChange={(value) => setContactPreference(value === '1' ? 1 : 0)}
    />
  );
}

interface ContactFieldProps {
  readonly placed: PlacedCue;
  readonly disabled: boolean;
}

/** As many attacks are offered, those first that are loudest; on the waveform all can be clicked. */
const MOST_ATTACKS = 24;

/** Which of several attacks is the contact; nothing where there is one at most. */
export function ContactField({ placed, disabled }: ContactFieldProps) {
  // Attacks come with what is drawn of the sound.
  useSounds((state) => state.analyses);
  const attacks = [...attacksOf(placed)]
    .sort((a, b) => b.strength - a.strength)
    .slice(0, MOST_ATTACKS)
    .sort((a, b) => a.at - b.at);
  if (attacks.length < 2) return null;
  const { cue } = placed;
  const by = cue.pin.to === 'pose' ? String(cue.pin.by) : '';
  const known = attacks.some(({ at }) => String(at) === by);
  return (
    <SelectField
      label="Sync at"
      value={known ? by : ''}
      disabled={disabled}
      options={[
        ...(known ? [] : [{ value: '', label: 'the loudest moment' }]),
        ...attacks.map(({ at }, i) => ({
          value: String(at),
          label: `attack ${i + 1}, at ${formatSamples(at)}`,
        })),
      ]}
      onChange={(at) => {
        if (at) tieBy(cue.id, Number(at));
      }}
      hint="or click on it in the waveform"
    />
  );
}
