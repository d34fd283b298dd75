import { count } from '../../core/time/format';
import type { MendScope } from '../../state/mend/mend';

/** What a scope is called that means so many photos. */
export const SCOPE_WORDS: Readonly<Record<MendScope, (photos: number) => string>> = {
  chosen: (photos) => `the chosen, ${count(photos, 'photo')}`,
  scene: (photos) => `this scene, ${count(photos, 'photo')}`,
  film: (photos) => `the whole film, ${count(photos, 'photo')}`,
};
