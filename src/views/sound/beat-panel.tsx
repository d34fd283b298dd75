import { AudioWaveform, Divide, Hand, Minus, Plus, Target, Trash2, X } from 'lucide-react';
import { useState } from 'react';
import { stepAt } from '../../core/edits/beat-edits';
import type { PlacedCue } from '../../core/film/cue-place';
import type { Film } from '../../core/film/film';
import { runOnBeats, snapToBeats } from '../../core/edits/retime/hold-to-beats';
import type { HoldChange } from '../../core/edits/retime/start-on';
import { type Beats } from '../../core/sound/beats/beats';
import { tempoOfTaps } from '../../core/sound/beats/taps';
import { beatWords, parseTempo } from '../../core/time/beats';
import { SAMPLE_RATE } from '../../core/time/frames';
import { err, ok, type Result } from '../../core/time/result';
import { count } from '../../core/time/format';
import { Button, IconButton } from '../../kit/button';
import { Actions } from '../../kit/actions';
import { Pair } from '../../kit/pair';
import { SelectField } from '../../kit/select-field';
import { TypedField } from '../../kit/typed-field';
import {
  addTempoHere,
  beatHere,
  cuesToBeats,
  findTheBeat,
  firstBeatHere,
  musicOf,
  musicSampleHere,
  nudgeFirstBeat,
  removeTempo,
  scaleTempo,
  setBar,
  setFirstBeat,
  takeBeatsOff,
  takeTaps,
  tapBeat,
  typeTempo,
  useTaps,
} from '../../state/sound/beats';
import { targetPoses } from '../../state/document/edit-film';
import { useDocument, useFilm } from '../../state/document/document';
import { useSelection } from '../../state/selection/selection';
import { tell } from '../../state/shell/shell';
import { useTransport } from '../../state/transport/transport';
import { HoldQuestion } from './hold-question';
import styles from './sound.module.css';

const BARS = [2, 3, 4, 5, 6, 8];

const seconds = (sample: number): string => `${Number((sample / SAMPLE_RATE).toFixed(3))}s`;

function parseSeconds(text: string, samples: number): Result<number> {
  const value = Number(
    text
      .trim()
      .replace(',', '.')
      .replace(/\s*s(ec.*)?$/i, ''),
  );
  return text.trim() !== '' && value >= 0 && value * SAMPLE_RATE < samples
    ? ok(Math.round(value * SAMPLE_RATE))
    : err(`“${text}” lies outside of the sound. Type seconds from its start, such as 0.35s.`);
}

/** Tempo and beats of the music, and poses, holds and cues that are put on them. */
export function BeatPanel() {
  const film = useFilm();
  const canWrite = useDocument((state) => state.canWrite);
  const chosenCues = useSelection((state) => state.chosenCues);
  // Not while it plays: the panel would be made anew for each frame.
  const frame = useTransport((state) => (state.playing ? undefined : state.frame));
  if (!film) return null;
  const music = musicOf(film, chosenCues);
  if (!music) {
    return (
      <section className={styles.panel} aria-label="Beat">
        <h2>No music yet</h2>
        <p className={styles.hint}>Lay a piece of music into a lane of music: its beats are found here.</p>
      </section>
    );
  }
  const { beats } = music.sound;
  const off = !canWrite;
  const step = beats ? stepAt(beats, frame === undefined ? 0 : musicSampleHere(film, music, frame)) : 0;
  const tempo = beats?.steps[step]?.tempo;
  return (
    <section className={styles.panel} aria-label="Beat">
      <h2>{music.sound.name}</h2>
      <Button disabled={off} onClick={findTheBeat}>
        <AudioWaveform size={16} aria-hidden /> Find the beat
      </Button>
      <Pair>
        <TypedField
          label="Tempo"
          figures
          text={tempo === undefined ? '' : String(tempo)}
          parse={parseTempo}
          preview={(value) => beatWords(value, film.settings.rate)}
          onCommit={typeTempo}
          disabled={off}
          hint="beats a minute"
        />
        <SelectField
          label="Beats to a bar"
          value={String(beats?.toBar ?? 4)}
          disabled={off || !beats}
          options={[...new Set([...BARS, beats?.toBar ?? 4])]
            .sort((a, b) => a - b)
            .map((each) => ({ value: String(each), label: String(each) }))}
          onChange={(value) => setBar(Number(value))}
        />
      </Pair>
      <Taps disabled={off} />
      {beats && tempo !== undefined && (
        <>
          <p className={styles.facts} data-testid="frames-to-beat" role="status">
            {beatWords(tempo, film.settings.rate)}
          </p>
          <TypedField
            label="First beat"
            figures
            text={seconds(beats.steps[0]?.at ?? 0)}
            parse={(text) => parseSeconds(text, music.sound.samples)}
            onCommit={setFirstBeat}
            disabled={off}
            hint="from the start of the sound"
          />
          <Actions
            label="Beats"
            disabled={off}
            deeds={[
              { label: 'First beat on this frame', icon: Target, run: firstBeatHere },
              {
                label: 'Beats a hundredth of a second earlier',
                icon: Minus,
                run: () => nudgeFirstBeat(-0.01),
              },
              { label: 'Beats a hundredth of a second later', icon: Plus, run: () => nudgeFirstBeat(0.01) },
              { label: 'Twice as many beats', icon: X, run: () => scaleTempo(2) },
              { label: 'Half as many beats', icon: Divide, run: () => scaleTempo(0.5) },
              { label: 'Take the beats off', icon: Trash2, run: takeBeatsOff },
            ]}
          />
          <TempoMap beats={beats} current={step} disabled={off} />
          <OnBeats key={music.cue.id} film={film} music={music} disabled={off} />
        </>
      )}
    </section>
  );
}

/** Tapping along, and taking what it comes to. */
function Taps({ disabled }: { readonly disabled: boolean }) {
  const { taps } = useTaps();
  const tapped = tempoOfTaps(taps);
  return (
    <Pair>
      {/* As it is pressed, not as it is let go: that is when a person means the beat. */}
      <Button
        disabled={disabled}
        title="Tap along (N)"
        onPointerDown={(event) => {
          if (event.button === 0) tapBeat();
        }}
        onClick={(event) => {
          if (event.detail === 0) tapBeat();
        }}
      >
        <Hand size={16} aria-hidden /> Tap along
      </Button>
      {tapped ? (
        <Button disabled={disabled} onClick={takeTaps}>
          Take {tapped.tempo}
        </Button>
      ) : (
        <p className={styles.hint} role="status">
          {taps.length > 0 ? count(taps.length, 'tap') : 'or with N, while it plays'}
        </p>
      )}
    </Pair>
  );
}

interface TempoMapProps {
  readonly beats: Beats;
  readonly current: number;
  readonly disabled: boolean;
}

/** The tempos of a music and where each begins. */
function TempoMap({ beats, current, disabled }: TempoMapProps) {
  return (
    <>
      {beats.steps.length > 1 && (
        <ul className={styles.tempos} aria-label="Tempos">
          {beats.steps.map(({ at, tempo }, i) => (
            <li key={at} aria-current={i === current ? 'true' : undefined}>
              <span>
                from {seconds(at)}: {tempo}
              </span>
              {i > 0 && (
                <IconButton
                  label={`Take the tempo from ${seconds(at)} off`}
                  disabled={disabled}
                  onClick={() => removeTempo(i)}
                >
                  <Trash2 size={14} aria-hidden />
                </IconButton>
              )}
            </li>
          ))}
        </ul>
      )}
      <Button disabled={disabled} onClick={addTempoHere}>
        Another tempo from here on
      </Button>
    </>
  );
}

const OFTEN = [
  { value: '0.5', label: 'every half beat' },
  { value: '1', label: 'every beat' },
  { value: '2', label: 'every second beat' },
  { value: '4', label: 'every fourth beat' },
];

interface OnBeatsProps {
  readonly film: Film;
  readonly music: PlacedCue;
  readonly disabled: boolean;
}

function OnBeats({ film, music, disabled }: OnBeatsProps) {
  const chosen = useSelection((state) => state.chosen);
  const chosenCues = useSelection((state) => state.chosenCues);
  const [every, setEvery] = useState('1');
  const [asked, setAsked] = useState<{ readonly of: Film; readonly change: HoldChange }>();
  const poses = targetPoses();
  const ask = (outcome: Result<HoldChange>): void => {
    if (outcome.ok) setAsked({ of: film, change: outcome.value });
    else tell(outcome.problem);
  };
  const none = disabled || poses.length === 0;
  const who = chosen.size > 0 ? count(chosen.size, 'chosen pose') : 'the pose on screen';
  const { id } = music.cue;
  return (
    <>
      <h2>On the beat</h2>
      <SelectField label="A new pose" value={every} disabled={disabled} options={OFTEN} onChange={setEvery} />
      <Button disabled={none} onClick={() => ask(runOnBeats(film, poses, id, Number(every)))}>
        Put {who} on the beat
      </Button>
      <Button disabled={none} onClick={() => ask(snapToBeats(film, poses, id, 'end'))}>
        Hold {who} until a beat
      </Button>
      <Button disabled={none} onClick={() => ask(snapToBeats(film, poses, id, 'start'))}>
        Start {who} on a beat
      </Button>
      {asked?.of === film && (
        <HoldQuestion film={film} change={asked.change} onDone={() => setAsked(undefined)} />
      )}
      <Button disabled={disabled || ![...chosenCues].some((cue) => cue !== id)} onClick={cuesToBeats}>
        Put the chosen cues on beats
      </Button>
      <Button disabled={disabled} onClick={beatHere}>
        A beat onto this frame
      </Button>
    </>
  );
}
