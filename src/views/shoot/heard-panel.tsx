import { poseAt, scheduleOf } from '../../core/film/schedule';
import { comingUp, sceneLength, type ComingWord } from '../../core/shoot/coming-up';
import { shotNeighbours } from '../../core/shoot/shot-neighbours';
import { count, formatLength } from '../../core/time/format';
import { parseLength } from '../../core/time/length';
import { ok } from '../../core/time/result';
import { rateNumber } from '../../core/time/rate';
import { CheckField } from '../../kit/check-field';
import { Panel } from '../../kit/panel';
import { TypedField } from '../../kit/typed-field';
import { useDocument, useFilm } from '../../state/document/document';
import { edit } from '../../state/document/edit-film';
import { useLive } from '../../state/shoot/live';
import { setShooting, useShooting } from '../../state/shoot/shooting';
import { useTransport } from '../../state/transport/transport';
import styles from './shoot.module.css';

/** Seconds that are looked ahead. */
const AHEAD = 2;

const inFrames = (begins: number): string => (begins === 0 ? 'now' : `in ${count(begins, 'frame')}`);

/** `“wait”, frame 3 of 7`, or `“wait” in 4 frames`. */
const wordText = ({ text, begins, lasts }: ComingWord): string =>
  begins <= 0
    ? `“${text}”, frame ${1 - begins} of ${lasts}`
    : `“${text}” ${inFrames(begins)}, ${count(lasts, 'frame')} long`;

/** What is heard and noted at the frame that is shot next and in those after it; and how much of the scene is left. */
export function HeardPanel() {
  const film = useFilm();
  const canWrite = useDocument((state) => state.canWrite);
  const frame = useTransport((state) => state.frame);
  const isLive = useLive((state) => state.isLive);
  const { place, soundAtPress } = useShooting();
  if (!film) return null;
  const { rate } = film.settings;
  const at = isLive ? shotNeighbours(film, place, frame).frame : frame;
  const { words, beats, flags } = comingUp(film, at, Math.round(AHEAD * rateNumber(rate)));
  const scene = sceneLength(film, poseAt(scheduleOf(film), frame)?.sceneId);
  const left = scene?.planned === undefined ? undefined : scene.planned - scene.frames;
  const nothing = words.length + beats.length + flags.length === 0;
  return (
    <Panel label="Coming up">
      <h2>At frame {at + 1}</h2>
      {words.length > 0 && (
        <ul className={styles.coming} aria-label="Words">
          {words.map((word) => (
            <li key={`${word.text}${word.begins}`} data-now={word.begins <= 0 || undefined}>
              {wordText(word)}
            </li>
          ))}
        </ul>
      )}
      {flags.length > 0 && (
        <ul className={styles.coming} aria-label="Flags">
          {flags.map(({ flag, begins }) => (
            <li key={flag.id} data-now={begins === 0 || undefined}>
              {flag.label || `A ${flag.kind}`} {inFrames(begins)}
            </li>
          ))}
        </ul>
      )}
      {beats.length > 0 && (
        <ul className={styles.coming} aria-label="Beats">
          {beats.map(({ begins, bar }) => (
            <li key={begins} data-now={begins === 0 || undefined}>
              {bar ? 'A bar' : 'A beat'} {inFrames(begins)}
            </li>
          ))}
        </ul>
      )}
      {nothing && (
        <p className={styles.hint}>
          Nothing in the next {AHEAD} seconds. Words, beats and flags show here before their frame.
        </p>
      )}
      <CheckField
        label="Play the sound at each press"
        checked={soundAtPress}
        onChange={(next) => setShooting({ soundAtPress: next })}
      />
      {scene && (
        <>
          <h2>{scene.name}</h2>
          <TypedField
            label="Planned length"
            text={scene.planned === undefined ? '' : formatLength(scene.planned, rate)}
            parse={(text) => (text.trim() === '' ? ok(undefined) : parseLength(text, rate, 'length'))}
            onCommit={(planned) =>
              edit({ kind: 'patch', of: 'scenes', patches: [{ id: scene.id, patch: { planned } }] })
            }
            hint="such as 4s or 96f; empty for none"
            disabled={!canWrite}
          />
          <p className={styles.hint} data-testid="planned">
            {`Shot: ${formatLength(scene.frames, rate)}. `}
            {left !== undefined &&
              (left > 0
                ? `Left: ${formatLength(left, rate)}; ${count(Math.ceil(left / film.settings.defaultHold), 'photo')} held ${film.settings.defaultHold}.`
                : left === 0
                  ? 'As long as planned.'
                  : `Longer than planned by ${formatLength(-left, rate)}.`)}
          </p>
        </>
      )}
    </Panel>
  );
}
