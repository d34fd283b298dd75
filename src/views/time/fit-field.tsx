import { useState } from 'react';
import type { Film } from '../../core/film/film';
import { fitEdit, type Fit } from '../../core/edits/retime/fit';
import { parseFit } from '../../core/time/length';
import { count, formatLength } from '../../core/time/format';
import { Button } from '../../kit/button';
import { Dialog } from '../../kit/dialog';
import { TypedField } from '../../kit/typed-field';
import { newId } from '../../engine/browser/new-id';
import { edit } from '../../state/document/edit-film';
import { tell } from '../../state/shell/shell';

interface FitFieldProps {
  readonly film: Film;
  readonly poseIds: readonly string[];
  /** Of the run from the first to the last of them, in frames. */
  readonly length: number;
  readonly disabled: boolean;
}

/** What fitting would cost, in plain words. */
function costWords({ dropped, unrolled }: Fit): string {
  const costs = [
    dropped > 0 && `${count(dropped, 'pose')} dropped: fewer frames than poses`,
    unrolled > 0 && `${count(unrolled, 'cycle')} become plain poses`,
  ];
  return costs.filter(Boolean).join('; ');
}

const CANNOT = 'The poses do not fit: fewer frames than scenes, or too many poses in cycles.';

/** The length of a run, typed anew to stretch or squeeze it in proportion to its holds. */
export function FitField({ film, poseIds, length, disabled }: FitFieldProps) {
  const { rate } = film.settings;
  const [asked, setAsked] = useState<Fit>();
  const fitTo = (frames: number): Fit | undefined => fitEdit(film, poseIds, frames, newId);
  const take = (frames: number): void => {
    const fit = fitTo(frames);
    if (!fit) return tell(CANNOT);
    if (fit.dropped > 0) setAsked(fit);
    else edit(fit.edit);
  };
  return (
    <>
      <TypedField
        label="Fit length to"
        figures
        text={`${length}f`}
        parse={(text) => parseFit(text, length, rate)}
        preview={(frames) => {
          const fit = fitTo(frames);
          const cost = fit ? costWords(fit) : CANNOT;
          return `${formatLength(frames, rate)}${cost && `. ${cost}`}`;
        }}
        onCommit={take}
        disabled={disabled}
        hint={`${formatLength(length, rate)}. A length, 2x or 50%.`}
      />
      {asked && (
        <Dialog title="More poses than frames" onClose={() => setAsked(undefined)}>
          <p>
            In {formatLength(asked.after, rate)} there is no room for {count(asked.dropped, 'pose')} of them.
            They can be dropped evenly; their photos stay in the tray.
          </p>
          <Button
            variant="main"
            onClick={() => {
              edit(asked.edit);
              setAsked(undefined);
            }}
          >
            Drop {count(asked.dropped, 'pose')} evenly
          </Button>
          <Button onClick={() => setAsked(undefined)}>Cancel</Button>
        </Dialog>
      )}
    </>
  );
}
