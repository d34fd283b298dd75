import { useState } from 'react';
import type { Film } from '../../core/film/film';
import { scheduleOf } from '../../core/film/schedule';
import { parseHold } from '../../core/time/hold';
import { count, formatLength } from '../../core/time/format';
import { Button } from '../../kit/button';
import { TypedField } from '../../kit/typed-field';
import { setDefaultHold } from '../../state/document/edit-film';
import styles from './settings.module.css';

/** The hold of new poses; when it changes, what is already placed can follow. */
export function DefaultHoldField({ film, disabled }: { readonly film: Film; readonly disabled: boolean }) {
  const { rate, defaultHold } = film.settings;
  const [asked, setAsked] = useState(false);
  const { poses } = scheduleOf(film);
  const others = poses.filter(({ pose }) => pose.hold !== defaultHold).length;
  return (
    <>
      <TypedField
        label="Hold of new poses"
        figures
        text={String(defaultHold)}
        parse={(text) => parseHold(text, rate)}
        preview={(value) => formatLength(value, rate)}
        onCommit={(value) => {
          setDefaultHold(value, false);
          setAsked(poses.some(({ pose }) => pose.hold !== value));
        }}
        disabled={disabled}
        hint="Each photo that is added becomes a pose with this hold."
      />
      {others > 0 && (
        <div className={asked ? styles.question : undefined}>
          {asked && (
            <p>
              <strong>New poses take {count(defaultHold, 'frame')} now. Change the others too?</strong>
            </p>
          )}
          <Button
            disabled={disabled}
            onClick={() => {
              setDefaultHold(defaultHold, true);
              setAsked(false);
            }}
          >
            Set all {count(poses.length, 'pose')} to a hold of {defaultHold}
          </Button>
          {asked && (
            <Button variant="quiet" onClick={() => setAsked(false)}>
              Cancel
            </Button>
          )}
        </div>
      )}
    </>
  );
}
