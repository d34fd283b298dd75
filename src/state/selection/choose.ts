import { posesIn } from '../../core/film/items';
import { spanOf } from '../../core/film/moments';
import { scheduleOf, showingsBetween } from '../../core/film/schedule';
import { openFilm } from '../document/document';
import { selectionNow, setSelection } from './selection';

/** How a choice is made: alone, added to or taken from the others, or all from the last one on. */
export type ChoiceMode = 'only' | 'toggle' | 'range';

// Keys belong to what was chosen last: choosing poses lets go of cues.
const NO_CUES: ReadonlySet<string> = new Set();

/** Chooses a pose: it only, it too or no longer, or all from the last one to it. */
export function choosePose(poseId: string, mode: ChoiceMode): void {
  const { chosen, anchor } = selectionNow();
  const film = openFilm();
  if (!film) return;
  if (mode === 'toggle') {
    const next = new Set(chosen);
    if (!next.delete(poseId)) next.add(poseId);
    setSelection({ chosen: next, anchor: poseId, chosenCues: NO_CUES });
    return;
  }
  if (mode === 'range' && anchor !== undefined) {
    const ids = scheduleOf(film).poses.map(({ pose }) => pose.id);
    const [a, b] = [ids.indexOf(anchor), ids.indexOf(poseId)];
    if (a >= 0 && b >= 0) {
      setSelection({
        chosen: new Set(ids.slice(Math.min(a, b), Math.max(a, b) + 1)),
        chosenCues: NO_CUES,
      });
      return;
    }
  }
  setSelection({ chosen: new Set([poseId]), anchor: poseId, chosenCues: NO_CUES });
}

/** Chooses all poses of the film. */
export function chooseAll(): void {
  const film = openFilm();
  if (film) setSelection({ chosen: new Set(scheduleOf(film).firsts.keys()), chosenCues: NO_CUES });
}

/** Chooses all poses of a scene that is not set aside. */
export function chooseScene(sceneId: string): void {
  const scene = openFilm()?.scenes.find((each) => each.id === sceneId);
  const poses = scene && !scene.setAside ? posesIn(scene.items).map((pose) => pose.id) : [];
  if (poses.length > 0) setSelection({ chosen: new Set(poses), anchor: poses[0], chosenCues: NO_CUES });
}

/** Chooses none. */
export const chooseNone = (): void => setSelection({ chosen: new Set(), anchor: undefined });

/** Chooses the poses that lie, wholly or in part, between the in and out points: to be fitted, or anything else. */
export function chooseBetween(): void {
  const film = openFilm();
  if (!film) return;
  const plan = scheduleOf(film);
  const { from, to } = spanOf(plan, film.range);
  const chosen = new Set<string>();
  for (const { pose } of showingsBetween(plan, from, to)) {
    chosen.add(pose.id);
    // Cycles may show the same few poses for hours.
    if (chosen.size === plan.firsts.size) break;
  }
  setSelection({ chosen, anchor: [...chosen][0] });
}
