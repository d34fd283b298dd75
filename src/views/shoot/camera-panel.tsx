import Lock from 'lucide-react/icons/lock';
import LockOpen from 'lucide-react/icons/lock-open';
import Unplug from 'lucide-react/icons/unplug';
import Video from 'lucide-react/icons/video';
import VideoOff from 'lucide-react/icons/video-off';
import { useEffect } from 'react';
import { lockProblem, type CameraControl } from '../../core/shoot/camera-controls';
import { LIMBS, type Part } from '../../core/shoot/stand-in/puppet';
import type { Size } from '../../core/picture/size';
import { Button, IconButton } from '../../kit/button';
import { CheckField } from '../../kit/check-field';
import { Pair } from '../../kit/pair';
import { Panel } from '../../kit/panel';
import { SelectField } from '../../kit/select-field';
import { StandInCamera } from '../../engine/browser/shoot/stand-in/stand-in-camera';
import {
  chooseCamera,
  closeCamera,
  findCameras,
  freeCamera,
  lockCamera,
  openCamera,
  setCameraWish,
  useCamera,
} from '../../state/shoot/camera';
import { choosePart, nudgePart, usePuppet } from '../../state/shoot/puppet';
import { CAMERA_TURNS, setShooting, useShooting, type Shooting } from '../../state/shoot/shooting';
import type { ShotType } from '../../core/shoot/shot-name';
import { PUPPET_STEP } from './puppet-step';
import styles from './shoot.module.css';

const sizeText = ({ width, height }: Size): string => `${width} × ${height}`;

const TURNS: Readonly<Record<(typeof CAMERA_TURNS)[number], string>> = {
  1: 'Not turned',
  6: 'A quarter turn right',
  3: 'Upside down',
  8: 'A quarter turn left',
};

/** The camera: which one, how large its photos are, how it is turned, and what is locked. */
export function CameraPanel() {
  const { cameras, chosen, doing, camera, size, rate, controls } = useCamera();
  const { type, turn, mirrorsPhotos } = useShooting();
  useEffect(() => {
    void findCameras();
    const changed = (): void => void findCameras();
    const devices = navigator.mediaDevices as MediaDevices | undefined;
    devices?.addEventListener('devicechange', changed);
    return () => devices?.removeEventListener('devicechange', changed);
  }, []);
  const closed = doing === 'closed';
  const own = { value: '', label: camera ? `Usual: ${sizeText(camera.photoSize)}` : 'Usual' };
  return (
    <Panel label="Camera">
      <SelectField
        label="Camera"
        value={chosen}
        options={cameras.map(({ id, name }) => ({ value: id, label: name }))}
        disabled={doing === 'opening'}
        onChange={(id) => void chooseCamera(id)}
      />
      <Button
        variant={closed ? 'main' : 'plain'}
        disabled={doing === 'opening'}
        onClick={() => void (closed ? openCamera() : closeCamera())}
      >
        {closed ? <Video size={16} aria-hidden /> : <VideoOff size={16} aria-hidden />}
        {closed ? 'Open the camera' : 'Close the camera'}
      </Button>
      {camera && (
        <>
          <LockFields controls={controls} />
          {camera instanceof StandInCamera && <PuppetFields camera={camera} />}
          <SelectField
            label="Size of photos"
            value={size ? sizeText(size) : ''}
            options={[own, ...camera.sizes.map((each) => ({ value: sizeText(each), label: sizeText(each) }))]}
            onChange={(value) =>
              void setCameraWish({ size: camera.sizes.find((each) => sizeText(each) === value) })
            }
          />
          <SelectField
            label="Live view, fps"
            value={rate === undefined ? '' : String(rate)}
            options={[
              { value: '', label: 'Automatic' },
              ...camera.rates.map((each) => ({ value: String(each), label: String(each) })),
            ]}
            onChange={(value) => void setCameraWish({ rate: value === '' ? undefined : Number(value) })}
          />
        </>
      )}
      <SelectField
        label="Camera is turned"
        value={String(turn)}
        options={CAMERA_TURNS.map((each) => ({ value: String(each), label: TURNS[each] }))}
        onChange={(value) => setShooting({ turn: Number(value) as Shooting['turn'] })}
      />
      <CheckField
        label="Photos are mirrored too"
        checked={mirrorsPhotos}
        onChange={(next) => setShooting({ mirrorsPhotos: next })}
      />
      <SelectField
        label="Photo format"
        value={type}
        options={[
          { value: 'image/jpeg', label: 'JPEG, 95 %' },
          { value: 'image/png', label: 'PNG, lossless' },
        ]}
        onChange={(value) => setShooting({ type: value as ShotType })}
        hint="A file from the camera itself is saved unchanged"
      />
    </Panel>
  );
}

/** A setting as it is read: exposure is told in tenths of a millisecond. */
const SETTING: Readonly<Record<CameraControl['name'], (value: number) => string>> = {
  focus: (value) => `${Math.round(value * 100) / 100} m`,
  exposure: (value) => `${Math.round(value) / 10} ms`,
  gain: (value) => `ISO ${Math.round(value)}`,
  'white balance': (value) => `${Math.round(value)} K`,
};

const capital = (words: string): string => `${words.charAt(0).toUpperCase()}${words.slice(1)}`;

/** What is locked before the first photo. */
function LockFields({ controls }: { readonly controls: readonly CameraControl[] }) {
  const open = controls.filter(({ canLock, isLocked }) => canLock && !isLocked);
  const some = controls.some(({ canLock }) => canLock);
  const problem = lockProblem(controls.filter(({ canLock }) => !canLock));
  return (
    <div role="group" aria-label="Lock" className={styles.group}>
      {some && (
        <Button
          variant={open.length > 0 ? 'main' : 'plain'}
          pressed={open.length === 0}
          onClick={() => void (open.length > 0 ? lockCamera() : freeCamera())}
        >
          {open.length > 0 ? <LockOpen size={15} aria-hidden /> : <Lock size={15} aria-hidden />}
          {open.length > 0 ? 'Lock settings' : 'Locked'}
        </Button>
      )}
      <ul className={styles.controls}>
        {controls
          .filter(({ canLock }) => canLock)
          .map(({ name, isLocked, range, value }) => (
            <li key={name}>
              <label>
                {capital(name)}{' '}
                <b>
                  {isLocked ? 'locked' : 'automatic'}
                  {range && value !== undefined && ` · ${SETTING[name](value)}`}
                </b>
                {range && isLocked && (
                  <input
                    type="range"
                    aria-label={capital(name)}
                    min={range.min}
                    max={range.max}
                    step={range.step}
                    value={value ?? range.min}
                    onChange={(event) => void lockCamera({ [name]: Number(event.target.value) })}
                  />
                )}
              </label>
            </li>
          ))}
      </ul>
      {problem && <p className={styles.hint}>{problem}</p>}
    </div>
  );
}

const PART_WORDS: Readonly<Record<Part, string>> = {
  body: 'The whole puppet',
  head: 'Head',
  leftArm: 'Left arm',
  rightArm: 'Right arm',
  leftLeg: 'Left leg',
  rightLeg: 'Right leg',
};

/** What is done with the puppet before the stand-in. */
function PuppetFields({ camera }: { readonly camera: StandInCamera }) {
  const part = usePuppet((state) => state.part);
  const parts: readonly Part[] = ['body', ...LIMBS];
  const step = PUPPET_STEP;
  return (
    <div role="group" aria-label="The puppet" className={styles.group}>
      <SelectField
        label="Moved by keys (S)"
        value={part}
        options={parts.map((each) => ({ value: each, label: PART_WORDS[each] }))}
        onChange={(value) => choosePart(value as Part)}
        hint="Shift and the arrows move it; or drag it"
      />
      <div className={styles.nudges}>
        <Button aria-label="Move left, or turn back" onClick={() => nudgePart(-step, 0)}>
          ←
        </Button>
        <Button aria-label="Move up, or turn back" onClick={() => nudgePart(0, -step)}>
          ↑
        </Button>
        <Button aria-label="Move down, or turn on" onClick={() => nudgePart(0, step)}>
          ↓
        </Button>
        <Button aria-label="Move right, or turn on" onClick={() => nudgePart(step, 0)}>
          →
        </Button>
      </div>
      <Pair>
        <IconButton label="Test: unplug camera" onClick={() => camera.unplug()}>
          <Unplug size={16} aria-hidden />
        </IconButton>
      </Pair>
    </div>
  );
}
