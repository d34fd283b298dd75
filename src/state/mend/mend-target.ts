import type { MendTarget } from '../../core/edits/mend-target';
import { targetPoses } from '../document/edit-film';
import { sceneOnScreen } from '../poses/scenes';
import type { MendScope } from './mend';

/** What a framing or a look is set for. */
export function mendTarget(scope: MendScope): MendTarget {
  if (scope === 'film') return { of: 'film' };
  const id = sceneOnScreen();
  if (scope === 'scene' && id !== undefined) return { of: 'scene', id };
  return { of: 'poses', ids: targetPoses() };
}
