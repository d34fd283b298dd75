import ChevronLeft from 'lucide-react/icons/chevron-left';
import ChevronRight from 'lucide-react/icons/chevron-right';
import Minus from 'lucide-react/icons/minus';
import Pause from 'lucide-react/icons/pause';
import Play from 'lucide-react/icons/play';
import Plus from 'lucide-react/icons/plus';
import SlidersHorizontal from 'lucide-react/icons/sliders-horizontal';
import Timer from 'lucide-react/icons/timer';
import Undo2 from 'lucide-react/icons/undo-2';
import Video from 'lucide-react/icons/video';
import { poseAt, scheduleOf } from '../../core/film/schedule';
import { shotNeighbours } from '../../core/shoot/shot-neighbours';
import type { ShotPlace } from '../../core/shoot/shot-edits';
import { canDrop, frameToTimecode } from '../../core/time/timecode';
import { count } from '../../core/time/format';
import { IconButton } from '../../kit/button';
import { Popover } from '../../kit/popover';
import { useDocument, useFilm } from '../../state/document/document';
import { setDefaultHold } from '../../state/document/edit-film';
import { checkOrStop, stepPoseInShoot, useCheck } from '../../state/shoot/check';
import { useCamera } from '../../state/shoot/camera';
import { showLive, useLive } from '../../state/shoot/live';
import { setShooting, useShooting } from '../../state/shoot/shooting';
import { useWaiting } from '../../state/shoot/bring-in-shot';
import { takeBackOne } from '../../state/shoot/take-back';
import { useTransport } from '../../state/transport/transport';
import { poseCaption } from '../pose-caption';
import { CheckFields } from './check-fields';
import { ReleaseFields } from './release-fields';
import styles from './shoot.module.css';
import { TakeButton } from './take-button';

const PLACES: Readonly<Record<ShotPlace, string>> = {
  end: 'After the last pose',
  behind: 'After the pose on screen',
  instead: 'Replace pose on screen',
};

const LONGEST_HOLD = 24;
const SIZE = 18;

/** Under the picture: stepping and checking, the button, and where and how long the next photo stands. */
export function TakeBar() {
  const film = useFilm();
  const frame = useTransport((state) => state.frame);
  const canWrite = useDocument((state) => state.canWrite);
  const isOpen = useCamera((state) => state.doing === 'open');
  const isLive = useLive((state) => state.isLive);
  const waiting = useWaiting((state) => state.shots.filter(({ filmId }) => filmId === film?.id).length);
  const isChecking = useCheck((state) => state.film !== undefined);
  const { place, countIn, every, burst } = useShooting();
  if (!film) return null;
  const plan = scheduleOf(film);
  const { rate, defaultHold } = film.settings;
  const here = poseAt(plan, frame);
  const next = shotNeighbours(film, place, frame).frame;
  const none = plan.frames === 0;
  const seesLive = isLive && isOpen;
  const released = [
    countIn > 0 && `${countIn} s`,
    every !== undefined && `every ${every} s`,
    every === undefined && burst > 1 && `× ${burst}`,
  ]
    .filter(Boolean)
    .join(' ');
  return (
    <div className={styles.bar}>
      <div className={styles.side} role="group" aria-label="Checking">
        <IconButton
          label="Go to the pose before"
          shortcut="↑"
          onClick={() => stepPoseInShoot(-1)}
          disabled={none}
        >
          <ChevronLeft size={SIZE} aria-hidden />
        </IconButton>
        <IconButton
          label={isChecking ? 'Stop checking' : 'Play the last seconds and the live picture'}
          shortcut="Space"
          pressed={isChecking}
          onClick={checkOrStop}
          disabled={none}
        >
          {isChecking ? <Pause size={SIZE} aria-hidden /> : <Play size={SIZE} aria-hidden />}
        </IconButton>
        <Popover label="How much is played, and how fast" face={<SlidersHorizontal size={15} aria-hidden />}>
          <CheckFields />
        </Popover>
        <IconButton
          label="Go to the next pose, then the live picture"
          shortcut="↓"
          onClick={() => stepPoseInShoot(1)}
          disabled={none}
        >
          <ChevronRight size={SIZE} aria-hidden />
        </IconButton>
        <IconButton
          label="The live picture"
          shortcut="C"
          pressed={seesLive && !isChecking}
          onClick={() => showLive()}
          disabled={!isOpen}
        >
          <Video size={SIZE} aria-hidden />
        </IconButton>
        <IconButton
          label="Undo the last photo"
          shortcut="Delete"
          onClick={takeBackOne}
          disabled={none || !canWrite}
        >
          <Undo2 size={SIZE} aria-hidden />
        </IconButton>
        <span className={styles.where} data-testid="shoot-where">
          <strong>{seesLive || none ? `next: frame ${next + 1}` : `${frame + 1} of ${plan.frames}`}</strong>
          <span>
            {seesLive || none
              ? `${count(plan.count, 'pose')} · ${frameToTimecode(plan.frames, rate, canDrop(rate))} long`
              : here && poseCaption(film, here)}
          </span>
          {waiting > 0 && (
            <span role="status" className={styles.waiting}>
              {count(waiting, 'photo')} {waiting === 1 ? 'waits' : 'wait'} for room
            </span>
          )}
        </span>
      </div>
      <TakeButton />
      <div className={styles.side} data-side="right" role="group" aria-label="The next photo">
        <select
          aria-label="Where the next photo goes"
          data-tip="Where the next photo goes (N)"
          value={place}
          disabled={!canWrite}
          onChange={(event) => setShooting({ place: event.target.value as ShotPlace })}
        >
          {Object.entries(PLACES).map(([value, words]) => (
            <option key={value} value={value} disabled={none && value !== 'end'}>
              {words}
            </option>
          ))}
        </select>
        <span className={styles.hold} role="group" aria-label="Hold of new poses">
          <IconButton
            label="One frame shorter"
            disabled={!canWrite || defaultHold <= 1}
            onClick={() => setDefaultHold(defaultHold - 1, false)}
          >
            <Minus size={15} aria-hidden />
          </IconButton>
          <output data-testid="hold" data-tip="Frames that a new pose is held">
            {defaultHold}
          </output>
          <IconButton
            label="One frame longer"
            disabled={!canWrite || defaultHold >= LONGEST_HOLD}
            onClick={() => setDefaultHold(defaultHold + 1, false)}
          >
            <Plus size={15} aria-hidden />
          </IconButton>
        </span>
        <Popover
          label={['Timer, interval, burst', released].filter(Boolean).join(': ')}
          side="bottom"
          face={
            <>
              <Timer size={SIZE} aria-hidden />
              {released}
            </>
          }
        >
          <ReleaseFields />
        </Popover>
      </div>
    </div>
  );
}
