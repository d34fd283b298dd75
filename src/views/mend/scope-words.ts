import { count } from '../../core/time/format';
import { targetPoses } from '../../state/document/edit-film';
import type { MendScope } from '../../state/mend/mend';

/** What a scope is called that means so many photos. */
export const SCOPE_WORDS: Readonly<Record<MendScope, (photos: number) => string>> = {
  chosen: (photos) => `the chosen, ${count(photos, 'photo')}`,
  scene: (photos) => `this scene, ${count(photos, 'photo')}`,
  film: (photos) => `the whole film, ${count(photos, 'photo')}`,
};

/** What a scope is called for which a framing or a look is set. */
export function partWords(scope: MendScope): string {
  if (scope === 'film') return 'the whole film';
  return scope === 'scene' ? 'this scene' : count(targetPoses().length, 'pose');
}
