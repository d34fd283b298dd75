import Crosshair from 'lucide-react/icons/crosshair';
import { useEffect } from 'react';
import type { Film } from '../../core/film/film';
import { MOVE_PACES, type MovePace } from '../../core/picture/crop';
import { parseAmount, type Amount } from '../../core/time/amount';
import { count } from '../../core/time/format';
import { Button } from '../../kit/button';
import { SelectField } from '../../kit/select-field';
import { TypedField } from '../../kit/typed-field';
import {
  moveCamera,
  pickPoint,
  posesToMove,
  startPickingPoint,
  stepByWords,
} from '../../state/mend/frame-runs';
import { setMend, useMend } from '../../state/mend/mend';
import styles from './mend.module.css';

const PACE_WORDS: Readonly<Record<MovePace, string>> = {
  eased: 'ease in and out',
  straight: 'steady speed',
};
const FRAME_WORDS = [
  { value: 'holds', label: 'on holds' },
  { value: 'ones', label: 'on ones' },
];
const WORD_STEP: Amount = { label: 'Per word, %', unit: '%', least: -50, most: 100, neutral: 10 };

/** Framings over a run: a move of the camera, and steps closer by the word. */
export function FramingRuns({ film, off }: { readonly film: Film; readonly off: boolean }) {
  const { pace, onOnes, wordStep, wordPoint, pickingPoint } = useMend();
  useEffect(() => () => pickPoint(undefined), []);
  const place = `${Math.round(wordPoint.x * 100)} % across, ${Math.round(wordPoint.y * 100)} % down`;
  return (
    <>
      <h4>{`Over ${count(posesToMove(film).length, 'pose')}`}</h4>
      <SelectField
        label="Pace"
        beside
        value={pace}
        options={MOVE_PACES.toReversed().map((each) => ({ value: each, label: PACE_WORDS[each] }))}
        onChange={(next) => setMend({ pace: next as MovePace })}
      />
      <SelectField
        label="Frames"
        beside
        value={onOnes ? 'ones' : 'holds'}
        options={FRAME_WORDS}
        onChange={(next) => setMend({ onOnes: next === 'ones' })}
      />
      <Button
        disabled={off}
        onClick={moveCamera}
        title={
          onOnes
            ? 'From the framing of the first chosen pose to that of the last'
            : 'From the framing of the first chosen pose to that of the last, still while a pose is held'
        }
      >
        Move the camera
      </Button>
      <TypedField
        label="Per word, %"
        text={String(wordStep)}
        parse={(text) => parseAmount(text, WORD_STEP)}
        onCommit={(next) => setMend({ wordStep: next })}
        hint={`zoom, centre ${place}`}
        figures
        beside
        disabled={off}
      />
      <div className={styles.row}>
        <Button
          pressed={pickingPoint}
          disabled={off}
          onClick={() => (pickingPoint ? pickPoint(undefined) : startPickingPoint())}
          title="Click where on the picture each word zooms to"
        >
          <Crosshair size={16} aria-hidden /> Centre
        </Button>
        <Button
          disabled={off}
          onClick={stepByWords}
          title="Zooms in a step with each word said over the chosen poses"
        >
          Zoom per word
        </Button>
      </div>
    </>
  );
}
