import type { Film } from '../../core/film/film';
import { formatLength } from '../../core/time/format';
import { parseHold } from '../../core/time/hold';
import { parseRate, rateInFull, rateText } from '../../core/time/rate';
import { Pair } from '../../kit/pair';
import { TypedField } from '../../kit/typed-field';
import { setSettings } from '../../state/document/edit-film';
import { setLayOut } from '../../state/photos/arrange-intake';
import type { Intake } from '../../state/photos/intake-table';

interface TimingFieldsProps {
  readonly film: Film;
  readonly choice: Intake['layOut'];
  /** Photos that will be laid out. */
  readonly photos: number;
  /** Whether the rate can be set as simply: in a film with poses another rate asks what is to stay. */
  readonly isNew: boolean;
}

/** Rate and hold for what came in, so that it plays right from the first second. */
export function TimingFields({ film, choice, photos, isNew }: TimingFieldsProps) {
  const { rate, defaultHold } = film.settings;
  const hold = choice.hold ?? defaultHold;
  return (
    <Pair label="Timing">
      {isNew && (
        <TypedField
          label="Rate"
          figures
          text={rateText(rate)}
          parse={parseRate}
          preview={rateInFull}
          onCommit={(next) => setSettings({ rate: next })}
          hint="frames a second"
        />
      )}
      <TypedField
        label="Hold of each"
        figures
        text={String(hold)}
        parse={(text) => parseHold(text, rate)}
        preview={(value) => formatLength(value, rate)}
        onCommit={(value) => setLayOut({ hold: value })}
        hint={photos > 0 ? `${formatLength(hold * photos, rate)} in all` : undefined}
      />
    </Pair>
  );
}
