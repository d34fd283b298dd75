import { useState } from 'react';
import type { Film } from '../../core/film/film';
import { keepHolds, keepSeconds, type RateChange } from '../../core/edits/retime/change-rate';
import { scheduleOf } from '../../core/film/schedule';
import { parseRate, RATE_PRESETS, rateInFull, rateText, sameRate, type Rate } from '../../core/time/rate';
import { count, formatLength } from '../../core/time/format';
import { Button } from '../../kit/button';
import { Pair } from '../../kit/pair';
import { SelectField } from '../../kit/select-field';
import { TypedField } from '../../kit/typed-field';
import { newId } from '../../engine/browser/new-id';
import { edit } from '../../state/document/edit-film';
import styles from './settings.module.css';

const OTHER = 'other';

/** The film's rate. In a film with poses another rate asks what is to be kept: their holds or their seconds. */
export function RateField({ film, disabled }: { readonly film: Film; readonly disabled: boolean }) {
  const { rate } = film.settings;
  const [asked, setAsked] = useState<Rate>();
  const preset = RATE_PRESETS.findIndex((each) => sameRate(each, rate));
  const { frames } = scheduleOf(film);
  const take = (next: Rate): void => {
    if (sameRate(next, rate)) setAsked(undefined);
    else if (frames > 0) setAsked(next);
    else edit({ kind: 'patch', of: 'settings', patch: { rate: next } });
  };
  return (
    <>
      <Pair>
        <SelectField
          label="Rate"
          value={preset < 0 ? OTHER : String(preset)}
          disabled={disabled}
          options={[
            ...RATE_PRESETS.map((each, i) => ({
              value: String(i),
              label: `${rateText(each)} frames a second`,
            })),
            ...(preset < 0 ? [{ value: OTHER, label: `${rateText(rate)} frames a second` }] : []),
          ]}
          onChange={(value) => {
            const chosen = RATE_PRESETS[Number(value)];
            if (chosen) take(chosen);
          }}
        />
        <TypedField
          label="Any other rate"
          figures
          text={rate.den === 1 ? String(rate.num) : `${rate.num}/${rate.den}`}
          parse={parseRate}
          preview={rateInFull}
          onCommit={take}
          disabled={disabled}
          hint={`The film is ${formatLength(frames, rate)}.`}
        />
      </Pair>
      {asked && <RateQuestion film={film} to={asked} onDone={() => setAsked(undefined)} />}
    </>
  );
}

interface RateQuestionProps {
  readonly film: Film;
  readonly to: Rate;
  readonly onDone: () => void;
}

/** The one question that another rate asks, with what each answer comes to. */
function RateQuestion({ film, to, onDone }: RateQuestionProps) {
  const { rate } = film.settings;
  const { frames } = scheduleOf(film);
  const slower = to.num * rate.den < rate.num * to.den;
  const holds = keepHolds(film, to);
  const seconds = keepSeconds(film, to, 'drop', newId);
  const grown = seconds?.tooShort ? keepSeconds(film, to, 'grow', newId) : undefined;
  const take = (change: RateChange): void => {
    edit(change.edit);
    onDone();
  };
  const unrolled =
    seconds && seconds.unrolled > 0 && ` ${count(seconds.unrolled, 'cycle')} become plain poses.`;
  return (
    <div className={styles.question} role="group" aria-label={`Rate of ${rateText(to)}`}>
      <p>
        <strong>
          {rateText(to)} frames a second. The film is {formatLength(frames, rate)} now. What stays?
        </strong>
      </p>
      <Button onClick={() => take(holds)}>Keep holds: {formatLength(holds.frames, to)}</Button>
      <p>Every pose keeps its frames; the film runs {slower ? 'slower' : 'faster'}.</p>
      {!seconds && <p>Keeping the seconds would take more poses than a film can have.</p>}
      {seconds && !grown && (
        <>
          <Button onClick={() => take(seconds)}>Keep seconds: {formatLength(seconds.frames, to)}</Button>
          <p>Holds are converted; no pose starts more than half a frame from where it did.{unrolled}</p>
        </>
      )}
      {seconds && grown && (
        <>
          <p>
            To keep the seconds, {count(seconds.tooShort, 'pose')} {seconds.tooShort === 1 ? 'gets' : 'get'}{' '}
            too short.{unrolled}
          </p>
          {seconds.frames > 0 && (
            <Button onClick={() => take(seconds)}>
              Keep seconds, drop {count(seconds.tooShort, 'pose')}: {formatLength(seconds.frames, to)}
            </Button>
          )}
          <Button onClick={() => take(grown)}>
            Keep seconds, longer film: {formatLength(grown.frames, to)}
          </Button>
        </>
      )}
      <Button variant="quiet" onClick={onDone}>
        Leave the rate at {rateText(rate)}
      </Button>
    </div>
  );
}
