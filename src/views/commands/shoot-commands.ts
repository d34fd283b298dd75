import { openCamera } from '../../state/shoot/camera';
import { setShootPanel, type ShootPanel } from '../../state/shoot/shoot-panel';
import { showStage } from '../../state/shell/show-stage';
import type { CommandFacts } from './command-facts';
import { leadTo } from './lead-to';
import { readOnly } from './reasons';

const shoot = (name: string, panel?: ShootPanel) => (): void => {
  if (panel) setShootPanel(panel);
  leadTo({ stage: 'shoot', ...(panel ? { side: 'left' } : {}), name });
};
const release = shoot('Timer, interval, burst');
const cannot = readOnly;

/** What is done with the camera and has no key of its own. */
export const SHOOT_COMMANDS: readonly CommandFacts[] = [
  {
    words: 'Open the camera',
    also: 'webcam start live view',
    cannot,
    run: () => {
      showStage('shoot');
      void openCamera();
    },
  },
  { words: 'Choose the camera', also: 'webcam device stand-in', cannot, run: shoot('Camera', 'camera') },
  {
    words: 'Lock the camera’s settings',
    also: 'auto exposure focus white balance gain manual',
    cannot,
    run: shoot('Lock', 'camera'),
  },
  {
    words: 'Size of the camera’s photos',
    also: 'resolution',
    cannot,
    run: shoot('Size of photos', 'camera'),
  },
  {
    words: 'Timer: count in before each photo',
    also: 'countdown self-timer delay',
    cannot,
    run: release,
  },
  {
    words: 'Interval: one photo every so many seconds',
    also: 'time lapse timelapse automatic',
    cannot,
    run: release,
  },
  { words: 'Burst: several photos per press', also: 'series several', cannot, run: release },
  { words: 'Less grain: average several photos of the camera', also: 'noise mean', cannot, run: release },
  { words: 'Set up a remote for taking photos', also: 'shutter release button', cannot, run: release },
  {
    words: 'Watch a folder for new photos',
    also: 'tether hot import scanner',
    cannot,
    run: shoot('Watch', 'folder'),
  },
  {
    words: 'Reference: a drawing, photo or video to shoot by',
    mainly: 'reference rotoscope',
    also: 'rotoscope animatic overlay',
    cannot,
    run: shoot('Choose a reference', 'see'),
  },
  {
    words: 'Mark what is sharp in the live picture',
    mainly: 'focus',
    also: 'focus peaking',
    cannot,
    run: shoot('Show what is sharp', 'see'),
  },
  { words: 'Magnifier over the live picture', also: 'loupe focus', cannot, run: shoot('Magnifier', 'see') },
  {
    words: 'Show the scene’s mends in the live picture',
    also: 'key light preview',
    cannot,
    run: shoot('Show the scene’s mends', 'see'),
  },
  {
    words: 'Play the sound at each press',
    also: 'hear cues scrub',
    cannot,
    run: shoot('Play the sound', 'heard'),
  },
  { words: 'Planned length', also: 'how long left', cannot, run: shoot('Planned length', 'heard') },
];
