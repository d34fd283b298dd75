import { copyMends, pasteMends } from '../../state/mend/copy-mends';
import { toggleLight, toggleReference } from '../../state/mend/mend-light';
import { matchTheLight } from '../../state/mend/match-film-light';
import { setMendView, useShownAs, type MendView } from '../../state/picture/shown-film';
import { key, unshifted, withControl, type KeyBinding } from './key-binding';

/** Shows the picture in a way, or mended again where it is shown so already. */
function toggleView(view: MendView): void {
  setMendView(useShownAs.getState().view === view ? 'mended' : view);
}

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
    does: 'The photo on screen is well lit, or no longer',
    also: 'reference light',
    matches: key('r', unshifted),
    run: toggleReference,
  },
  {
    keys: 'M',
    does: 'Match the light',
    also: 'flicker even exposure brightness jump',
    matches: key('m', unshifted),
    run: () => void matchTheLight(),
  },
  {
    keys: 'X',
    does: 'Leave the light of the chosen photos out, or mend it again',
    also: 'switch off on',
    matches: key('x', unshifted),
    run: toggleLight,
  },
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
