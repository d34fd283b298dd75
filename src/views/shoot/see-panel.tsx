import { useRef } from 'react';
import { parseAmount } from '../../core/time/amount';
import { Button } from '../../kit/button';
import { CheckField } from '../../kit/check-field';
import { Pair } from '../../kit/pair';
import { Panel } from '../../kit/panel';
import { SliderField } from '../../kit/slider-field';
import { TypedField } from '../../kit/typed-field';
import { setGuides, useGuides } from '../../state/shoot/guides';
import { setLiveMended, useLiveMended } from '../../state/shoot/live-mended';
import {
  chooseReference,
  dropReference,
  MIDDLE,
  setReference,
  toggleReference,
  useReference,
} from '../../state/shoot/reference';
import { PICTURES } from '../file-chooser';
import styles from './shoot.module.css';

const STRENGTH = { label: 'Strength %', unit: '%', least: 0, most: 100, neutral: 50 };
const SIZE = { label: 'Size %', unit: '%', least: 2, most: 2000, neutral: 100 };
const TURN = { label: 'Turn', unit: 'degrees', least: -360, most: 360, neutral: 0 };
const FROM = { label: 'Starts at frame', unit: '', least: 1, most: 1e6, neutral: 1 };

/** What lies over the live picture besides ghosts: a reference, the scene's mends, and what is sharp. */
export function SeePanel() {
  const { edges, magnifier } = useGuides();
  const mended = useLiveMended();
  return (
    <Panel label="View">
      <ReferenceFields />
      <h2>The live picture</h2>
      <CheckField label="Show the scene’s mends" checked={mended} onChange={setLiveMended} />
      <p className={styles.hint}>The crop always shows; light, colour and key some times a second.</p>
      <CheckField
        label="Show what is sharp"
        checked={edges}
        onChange={(next) => setGuides({ edges: next })}
      />
      <CheckField
        label="Magnifier at the pointer"
        checked={magnifier}
        onChange={(next) => setGuides({ magnifier: next })}
      />
    </Panel>
  );
}

function ReferenceFields() {
  const input = useRef<HTMLInputElement>(null);
  const { reference, place, strength, isShown, isPlaced, from } = useReference();
  return (
    <div role="group" aria-label="Reference" className={styles.group}>
      <Button onClick={() => input.current?.click()}>
        {reference ? 'Another reference' : 'Choose a reference'}
      </Button>
      <input
        ref={input}
        type="file"
        hidden
        accept={`${PICTURES},.svg,video/*`}
        aria-label="A drawing, a photo or a video to shoot by"
        data-testid="choose-reference"
        onChange={(event) => {
          const [chosen] = event.currentTarget.files ?? [];
          event.currentTarget.value = '';
          if (chosen) void chooseReference(chosen);
        }}
      />
      {!reference && (
        <p className={styles.hint}>
          A drawing, photo or video over the live picture, to shoot by. A video steps with the film.
        </p>
      )}
      {reference && (
        <>
          <p className={styles.hint}>{reference.name}</p>
          <CheckField label="Show it (X)" checked={isShown} onChange={toggleReference} />
          <SliderField
            amount={STRENGTH}
            step={5}
            value={Math.round(strength * 100)}
            onTry={(value) => setReference({ strength: value / 100 })}
            onCommit={(value) => setReference({ strength: value / 100 })}
          />
          <Button pressed={isPlaced} onClick={() => setReference({ isPlaced: !isPlaced, isShown: true })}>
            Place it by hand
          </Button>
          <Pair>
            <TypedField
              label="Size %"
              figures
              text={String(Math.round(place.size * 1000) / 10)}
              parse={(text) => parseAmount(text, SIZE)}
              onCommit={(value) => setReference({ place: { ...place, size: value / 100 } })}
            />
            <TypedField
              label="Turn"
              figures
              text={String(Math.round(place.turn * 10) / 10)}
              parse={(text) => parseAmount(text, TURN)}
              onCommit={(turn) => setReference({ place: { ...place, turn } })}
            />
          </Pair>
          {reference.kind === 'video' && (
            <TypedField
              label="Starts at frame"
              figures
              text={String(from + 1)}
              parse={(text) => parseAmount(text, FROM)}
              onCommit={(value) => setReference({ from: Math.round(value) - 1 })}
            />
          )}
          <Pair>
            <Button onClick={() => setReference({ place: MIDDLE })}>Fill the width</Button>
            <Button onClick={dropReference}>Delete</Button>
          </Pair>
        </>
      )}
    </div>
  );
}
