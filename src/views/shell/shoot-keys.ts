import { SHOT_PLACES } from '../../core/shoot/shot-edits';
import { LIMBS, type Part } from '../../core/shoot/stand-in/puppet';
import { checkOrStop, endCheck, stepInShoot, stepPoseInShoot } from '../../state/shoot/check';
import { toggleGuides } from '../../state/shoot/guides';
import { showLive, useLive } from '../../state/shoot/live';
import { flipLive, toggleLiveDifference, toggleLiveGhost } from '../../state/shoot/live-compare';
import { choosePart, nudgePart, usePuppet } from '../../state/shoot/puppet';
import { setShooting, shootingNow } from '../../state/shoot/shooting';
import { toggleReference } from '../../state/shoot/reference';
import { press } from '../../state/shoot/take';
import { takeAgain, takeBackOne } from '../../state/shoot/take-back';
import { PUPPET_STEP } from '../shoot/puppet-step';
import { deleteKey, key, shifted, unshifted, type KeyBinding } from './key-binding';

function nextPlace(): void {
  const at = SHOT_PLACES.indexOf(shootingNow().place);
  setShooting({ place: SHOT_PLACES[(at + 1) % SHOT_PLACES.length] ?? 'end' });
}

const PARTS: readonly Part[] = ['body', ...LIMBS];

function nextPart(): void {
  const at = PARTS.indexOf(usePuppet.getState().part);
  choosePart(PARTS[(at + 1) % PARTS.length] ?? 'body');
}

const nudge = (name: string, arrow: string, right: number, down: number): KeyBinding => ({
  keys: `Shift ${arrow}`,
  does: `Move the stand-in’s puppet, or turn its chosen limb (${name})`,
  matches: (event) => event.key === `Arrow${name}` && shifted(event),
  run: () => nudgePart(right * PUPPET_STEP, down * PUPPET_STEP),
});

/** Keys of stage Shoot. */
export const SHOOT_KEYS: readonly KeyBinding[] = [
  {
    keys: 'Enter',
    does: 'Take a photo',
    mainly: 'take photo shoot capture snap',
    also: 'shoot capture snap shutter camera shutter',
    matches: (event) => !event.repeat && (key('Enter')(event) || event.key === shootingNow().remote),
    run: () => void press(),
  },
  {
    keys: 'Space',
    does: 'Play the last seconds with the live picture, or stop',
    matches: key(' '),
    run: checkOrStop,
  },
  {
    keys: '→',
    does: 'One frame on, to the live picture',
    matches: key('ArrowRight', unshifted),
    run: () => stepInShoot(1),
  },
  {
    keys: '←',
    does: 'One frame back, from the live picture',
    matches: key('ArrowLeft', unshifted),
    run: () => stepInShoot(-1),
  },
  {
    keys: '↓',
    does: 'To the next pose, or the live picture',
    matches: key('ArrowDown', unshifted),
    run: () => stepPoseInShoot(1),
  },
  {
    keys: '↑',
    does: 'To the pose before',
    matches: key('ArrowUp', unshifted),
    run: () => stepPoseInShoot(-1),
  },
  {
    keys: 'C',
    does: 'Live picture or the pose on screen',
    matches: key('c', unshifted),
    run: () => {
      endCheck();
      showLive(!useLive.getState().isLive);
    },
  },
  { keys: 'N', does: 'Where the next photo goes', matches: key('n', unshifted), run: nextPlace },
  {
    keys: 'R',
    does: 'Take it again, in place of the last photo',
    mainly: 'replace photo again',
    also: 'retake replace shoot photo',
    matches: key('r', unshifted),
    run: takeAgain,
  },
  {
    keys: 'Delete',
    does: 'Delete the last photo; it stays in the tray',
    matches: deleteKey,
    run: takeBackOne,
  },
  {
    keys: 'G',
    does: 'Onion skin: ghost of the last photo',
    matches: key('g', unshifted),
    run: toggleLiveGhost,
  },
  {
    keys: 'D',
    does: 'Show the difference from the last photo',
    matches: key('d', unshifted),
    run: toggleLiveDifference,
  },
  {
    keys: 'V held',
    does: 'Flip to the last photo',
    matches: key('v', unshifted),
    run: () => flipLive(true),
    held: { key: 'v', release: () => flipLive(false) },
  },
  {
    keys: 'T',
    does: 'Guides on the live picture',
    also: 'grid lines thirds',
    matches: key('t', unshifted),
    run: toggleGuides,
  },
  {
    keys: 'X',
    does: 'Reference on or off',
    also: 'rotoscope drawing video',
    matches: key('x', unshifted),
    run: toggleReference,
  },
  {
    keys: 'M',
    does: 'Mirror the live view only',
    matches: key('m', unshifted),
    run: () => setShooting({ mirrored: !shootingNow().mirrored }),
  },
  { keys: 'S', does: 'Next part of the stand-in’s puppet', matches: key('s', unshifted), run: nextPart },
  nudge('Left', '←', -1, 0),
  nudge('Right', '→', 1, 0),
  nudge('Up', '↑', 0, -1),
  nudge('Down', '↓', 0, 1),
];
