import { copyMends, pasteMends } from '../../state/mend/copy-mends';
import { toggleDose } from '../../state/mend/doses';
import { mendNow } from '../../state/mend/mend';
import { toggleLight, toggleReference } from '../../state/mend/mend-light';
import { nudgePhotos, toggleAnchor, toggleSteady, type HandMove } from '../../state/mend/move-photos';
import { steadyThePhotos } from '../../state/mend/steady-film';
import { matchTheLight } from '../../state/mend/match-film-light';
import { setMendView, useShownAs, type MendView } from '../../state/picture/shown-film';
import { key, unshifted, withAlt, withControl, type KeyBinding } from './key-binding';

/** Shows the picture in a way, or mended again where it is shown so already. */
function toggleView(view: MendView): void {
  setMendView(useShownAs.getState().view === view ? 'mended' : view);
}

/** Leaves out what the open tool did, or does it again: for the chosen photos, or of framings and colours for the film. */
function toggleTool(): void {
  const { tool } = mendNow();
  if (tool === 'framing' || tool === 'colour') return toggleDose(tool);
  (tool === 'steady' ? toggleSteady : toggleLight)();
}

/** What the open tool makes of a key: that of the light, or that of steadying. */
const byTool =
  (light: () => void, steady: () => void): (() => void) =>
  () =>
    (mendNow().tool === 'steady' ? steady : light)();

const ARROWS: readonly (readonly [keys: string, name: string, words: string, by: Partial<HandMove>])[] = [
  ['←', 'ArrowLeft', 'to the left', { right: -1 }],
  ['→', 'ArrowRight', 'to the right', { right: 1 }],
  ['↑', 'ArrowUp', 'up', { down: -1 }],
  ['↓', 'ArrowDown', 'down', { down: 1 }],
];

/** How a photo is moved by a tenth of it. */
const tenth = ({ right = 0, down = 0 }: Partial<HandMove>): Partial<HandMove> => ({
  right: right / 10,
  down: down / 10,
});

const altPlain = (event: KeyboardEvent): boolean => withAlt(event) && !event.shiftKey;
const altShift = (event: KeyboardEvent): boolean => withAlt(event) && event.shiftKey;

/** Moving the chosen photos by hand. */
const NUDGE_KEYS: readonly KeyBinding[] = [
  ...ARROWS.flatMap(([keys, name, words, by]): KeyBinding[] => [
    {
      keys: `Alt ${keys}`,
      does: `The chosen photos a pixel ${words}`,
      also: 'nudge move shift place',
      matches: key(name, altPlain),
      run: () => nudgePhotos(by),
    },
    {
      keys: `Alt Shift ${keys}`,
      does: `The chosen photos a tenth of a pixel ${words}`,
      also: 'nudge move shift place',
      matches: key(name, altShift),
      run: () => nudgePhotos(tenth(by)),
    },
  ]),
  {
    keys: 'Alt .',
    does: 'The chosen photos a hundredth of a degree clockwise',
    also: 'turn rotate place',
    matches: key('.', withAlt),
    run: () => nudgePhotos({ turn: 0.01 }),
  },
  {
    keys: 'Alt ,',
    does: 'The chosen photos a hundredth of a degree anticlockwise',
    also: 'turn rotate place',
    matches: key(',', withAlt),
    run: () => nudgePhotos({ turn: -0.01 }),
  },
];

/** Keys of stage Mend besides those of playing and choosing. */
export const MEND_KEYS: readonly KeyBinding[] = [
  {
    keys: 'K',
    does: 'The picture as it was before, or mended again',
    also: 'compare original before after toggle',
    matches: key('k', unshifted),
    run: () => toggleView('before'),
  },
  {
    keys: 'N',
    does: 'Before and after, with a divider between them',
    also: 'compare split wipe',
    matches: key('n', unshifted),
    run: () => toggleView('divided'),
  },
  {
    keys: 'R',
    does: 'The photo on screen is well lit, or stands right, or no longer',
    also: 'reference light anchor steady',
    matches: key('r', unshifted),
    run: byTool(toggleReference, toggleAnchor),
  },
  {
    keys: 'M',
    does: 'Match the light, or steady the picture',
    also: 'flicker even exposure brightness jump shake bump stabilise',
    matches: key('m', unshifted),
    run: byTool(
      () => void matchTheLight(),
      () => void steadyThePhotos(),
    ),
  },
  {
    keys: 'X',
    does: 'Leave out what the open tool did, or mend it again',
    also: 'switch off on light place of the chosen photos framings colours of the film',
    matches: key('x', unshifted),
    run: toggleTool,
  },
  ...NUDGE_KEYS,
  {
    keys: 'Ctrl C',
    does: 'Copy what the open tool sets of the pose on screen',
    matches: key('c', withControl),
    run: copyMends,
  },
  {
    keys: 'Ctrl V',
    does: 'Paste that onto the chosen poses',
    matches: key('v', withControl),
    run: pasteMends,
  },
];
