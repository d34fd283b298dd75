import ArrowDownToLine from 'lucide-react/icons/arrow-down-to-line';
import Captions from 'lucide-react/icons/captions';
import Merge from 'lucide-react/icons/merge';
import Split from 'lucide-react/icons/split';
import Trash2 from 'lucide-react/icons/trash';
import WandSparkles from 'lucide-react/icons/wand-sparkles';
import { useState } from 'react';
import type { Film } from '../../core/film/film';
import { LONGEST_NAME } from '../../core/film/bounds';
import { placedTranscript, type PlacedWord } from '../../core/film/placed-transcript';
import {
  fitBetweenWords,
  holdUntilWord,
  startWithWords,
  type WordRef,
} from '../../core/edits/retime/hold-to-words';
import type { HoldChange } from '../../core/edits/retime/start-on';
import type { Result } from '../../core/time/result';
import { count } from '../../core/time/format';
import { Button, IconButton } from '../../kit/button';
import { Panel } from '../../kit/panel';
import { SelectField } from '../../kit/select-field';
import { Tools } from '../../kit/tools';
import { newId } from '../../engine/browser/new-id';
import { targetPoses } from '../../state/document/edit-film';
import { goTo, pause } from '../../state/transport/play';
import {
  bringInWords,
  findWords,
  joinWord,
  moveWordHere,
  removeWord,
  saveWords,
  snapWords,
  splitWordHere,
  typeWord,
} from '../../state/sound/transcript';
import { useDocument, useFilm } from '../../state/document/document';
import { useSelection } from '../../state/selection/selection';
import { tell } from '../../state/shell/shell';
import { useTransport } from '../../state/transport/transport';
import { FileChooser } from '../file-chooser';
import { HoldQuestion } from './hold-question';
import styles from './sound.module.css';

const refOf = ({ word, placed }: PlacedWord): WordRef => ({ wordId: word.id, cueId: placed.cue.id });

/** What is said in the film, and holds that meet it. */
export function TranscriptPanel() {
  const film = useFilm();
  const canWrite = useDocument((state) => state.canWrite);
  const [picked, setPicked] = useState<string>();
  if (!film) return null;
  const words = placedTranscript(film);
  const keyOf = ({ word, placed }: PlacedWord): string => `${placed.cue.id}.${placed.showing}.${word.id}`;
  const index = words.findIndex((each) => keyOf(each) === picked);
  const here = words[index];
  const off = !canWrite;
  return (
    <Panel label="Words">
      <Button disabled={off} onClick={findWords}>
        <WandSparkles size={16} aria-hidden /> Mark the words
      </Button>
      <ul className={styles.words}>
        {words.map((each) => (
          <li key={keyOf(each)} className={styles.word} aria-current={each === here ? 'true' : undefined}>
            <Button
              variant="quiet"
              aria-label={`Go to the word on frame ${each.frame + 1}`}
              onClick={() => {
                setPicked(keyOf(each));
                pause();
                goTo(each.frame);
              }}
            >
              {each.frame + 1}
            </Button>
            <input
              // What was typed before another change is not kept.
              key={each.word.text}
              aria-label={`Word on frame ${each.frame + 1}`}
              defaultValue={each.word.text}
              maxLength={LONGEST_NAME}
              disabled={off}
              onFocus={() => setPicked(keyOf(each))}
              onBlur={(event) => {
                const text = event.target.value.trim();
                if (text !== each.word.text) typeWord(each, text);
              }}
              onKeyDown={(event) => {
                if (event.key === 'Enter') event.currentTarget.blur();
              }}
            />
            <IconButton
              label={`Delete the word on frame ${each.frame + 1}`}
              disabled={off}
              onClick={() => removeWord(each)}
            >
              <Trash2 size={14} aria-hidden />
            </IconButton>
          </li>
        ))}
      </ul>
      {here && (
        <>
          <Tools
            label="The chosen word"
            disabled={off}
            tools={[
              {
                word: 'Move here',
                label: 'Move the word to this frame',
                icon: ArrowDownToLine,
                run: () => moveWordHere(here),
              },
              {
                word: 'Split here',
                label: 'Split the word at the playhead',
                icon: Split,
                run: () => splitWordHere(here),
              },
              {
                word: 'Join',
                label: 'Join the word with the next',
                icon: Merge,
                run: () => joinWord(here),
              },
            ]}
          />
          <HoldToWords key={keyOf(here)} film={film} words={words} index={index} disabled={off} />
        </>
      )}
      {words.length > 0 && (
        <Button disabled={off} onClick={snapWords}>
          Snap words to frames
        </Button>
      )}
      <div className={styles.files}>
        <FileChooser
          label="WebVTT file to add"
          testId="choose-words"
          accept=".vtt,text/vtt"
          disabled={off}
          onFiles={(files) => void bringInWords(files)}
        >
          <Captions size={16} aria-hidden /> Add WebVTT
        </FileChooser>
        <Button disabled={words.length === 0} onClick={saveWords}>
          Save as WebVTT
        </Button>
      </div>
    </Panel>
  );
}

interface HoldToWordsProps {
  readonly film: Film;
  readonly words: readonly PlacedWord[];
  readonly index: number;
  readonly disabled: boolean;
}

function HoldToWords({ film, words, index, disabled }: HoldToWordsProps) {
  const chosen = useSelection((state) => state.chosen);
  useTransport((state) => (state.playing ? undefined : state.frame));
  const [early, setEarly] = useState(0);
  const [asked, setAsked] = useState<{ readonly of: Film; readonly change: HoldChange }>();
  const here = words[index] as PlacedWord;
  const next = words[index + 1];
  const poses = targetPoses();
  const ask = (outcome: Result<HoldChange>): void => {
    if (outcome.ok) setAsked({ of: film, change: outcome.value });
    else tell(outcome.problem);
  };
  const question = asked?.of === film ? asked.change : undefined;
  return (
    <>
      <SelectField
        label="Poses start"
        value={String(early)}
        disabled={disabled}
        options={[
          { value: '0', label: 'on the frame of the word' },
          ...[1, 2, 3, 4].map((n) => ({ value: String(n), label: `${count(n, 'frame')} before it` })),
        ]}
        onChange={(value) => setEarly(Number(value))}
      />
      <Button
        disabled={disabled || poses.length === 0}
        onClick={() => ask(holdUntilWord(film, poses.at(-1) ?? '', refOf(here), early))}
      >
        Hold {chosen.size > 0 ? 'the last chosen pose' : 'the pose on screen'} until it
      </Button>
      {chosen.size > 0 && (
        <Button
          disabled={disabled}
          onClick={() =>
            ask(startWithWords(film, poses, words.slice(index, index + poses.length).map(refOf), early))
          }
        >
          Start {count(chosen.size, 'chosen pose')} with words from here
        </Button>
      )}
      {chosen.size > 0 && next && (
        <Button
          disabled={disabled}
          onClick={() => ask(fitBetweenWords(film, poses, [refOf(here), refOf(next)], newId, early))}
        >
          Fit the chosen poses up to the next word
        </Button>
      )}
      {question && <HoldQuestion film={film} change={question} onDone={() => setAsked(undefined)} />}
    </>
  );
}
