import type { Film } from '../../../core/film/film';
import type { Behind } from '../../../core/film/key';
import { cutOf, photoBehind } from '../../../core/film/key-of';
import { UNMOVED, type Move } from '../../../core/picture/move';
import { findLightBehind } from '../../../engine/browser/mend/mend-workers';
import { openFilm } from '../../document/document';
import { tell } from '../../shell/shell';
import { bringToTray } from '../../photos/bring-to-tray';
import { transportNow } from '../../transport/transport';
import { inTurn } from '../paint/lay-stroke';
import { paintTarget } from '../paint/source-photo';
import { keyingNow } from './keying';
import { keyNow, setKey, tryKey } from './keys';

/** A picture that stands behind: a photo, or a run of them. */
export type PictureBehind = Extract<Behind, { kind: 'photo' | 'run' }>;

/** What a colour and a gradient begin with: a sky. */
const SKY = { above: '#3b74b9', below: '#cfe3ef' };

/** Sets what stands behind; undefined for the film's background. */
export const setBehind = (behind: Behind | undefined, what: string): void =>
  setKey({ ...keyNow(), behind }, what);

/** Shows what that would look like. */
export const tryBehind = (behind: Behind): void => tryKey({ ...keyNow(), behind });

/** Sets which kind of thing stands behind, as it begins. */
export function setBehindKind(film: Film, kind: Behind['kind'] | 'film'): void {
  if (kind === 'film') return setBehind(undefined, 'the film’s background');
  if (kind === 'colour') return setBehind({ kind, colour: SKY.above }, 'a colour as background');
  if (kind === 'gradient')
    return setBehind({ kind, from: SKY.above, to: SKY.below, turn: 0 }, 'a gradient as background');
  const target = paintTarget(film, transportNow().frame);
  if (kind === 'photo') {
    const photo = film.photos.find(({ id }) => id !== target?.photo.id);
    if (!photo) return tell('There is no other photo for the background. Add one first.');
    return setBehind({ kind, photoId: photo.id }, 'a photo as background');
  }
  const scene = film.scenes.find(({ id, items }) => id !== target?.scene.id && items.length > 0);
  if (!scene) return tell('There is no other scene with poses for the background.');
  setBehind({ kind, sceneId: scene.id, from: 0 }, `${scene.name} as background`);
}

/** Has a picture from a file stand behind: it comes into the tray, and into no pose. */
export async function setBehindFile(file: File): Promise<void> {
  const film = openFilm();
  const scope = keyingNow().scope;
  const photo = await bringToTray(file);
  // Whoever looks at something else by now has not asked for it there.
  if (!photo || openFilm()?.id !== film?.id || keyingNow().scope !== scope) return;
  setBehind({ kind: 'photo', photoId: photo.id }, `${photo.name} as background`);
}

/** Moves a picture that stands behind. */
export const moveBehind = (behind: PictureBehind, move: Partial<Move>): PictureBehind => ({
  ...behind,
  move: { ...(behind.move ?? UNMOVED), ...move },
});

/** Brings the light of what stands behind to the subject's of the pose on screen. */
export async function matchBehind(): Promise<void> {
  const film = openFilm();
  const key = keyNow();
  const { behind } = key;
  const target = film && paintTarget(film, transportNow().frame);
  if (!target || (behind?.kind !== 'photo' && behind?.kind !== 'run')) return;
  const photo = photoBehind(film, target.here.pose, behind);
  if (!photo) return tell('This background is not in the film any more. Choose another.');
  // A worker that breaks is told.
  const found = await inTurn(() => findLightBehind(target.photo, cutOf(key, target.photo), photo));
  if (!found) return;
  if (!found.ok) return tell(found.problem, 'asks');
  // It may have been set otherwise meanwhile.
  const now = keyNow().behind;
  if (now?.kind !== behind.kind) return;
  setBehind({ ...now, light: { change: found.value, strength: 100 } }, 'light of the background matched');
}
