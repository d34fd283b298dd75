import { posesOf } from '../core/film/film';
import { openFilm, setWorkbench, workbench } from './workbench';

/** How a choice is made: alone, added to or taken from the others, or all from the last one on. */
export type ChoiceMode = 'only' | 'toggle' | 'range';

export function choosePose(poseId: string, mode: ChoiceMode): void {
  const { chosen, anchor } = workbench();
  const film = openFilm();
  if (!film) return;
  if (mode === 'toggle') {
    const next = new Set(chosen);
    if (!next.delete(poseId)) next.add(poseId);
    setWorkbench({ chosen: next, anchor: poseId });
    return;
  }
  if (mode === 'range' && anchor !== undefined) {
    const ids = posesOf(film).map((pose) => pose.id);
    const [a, b] = [ids.indexOf(anchor), ids.indexOf(poseId)];
    if (a >= 0 && b >= 0) {
      setWorkbench({ chosen: new Set(ids.slice(Math.min(a, b), Math.max(a, b) + 1)) });
      return;
    }
  }
  setWorkbench({ chosen: new Set([poseId]), anchor: poseId });
}

export function chooseAll(): void {
  const film = openFilm();
  if (film) setWorkbench({ chosen: new Set(posesOf(film).map((pose) => pose.id)) });
}

export function chooseScene(sceneId: string): void {
  const scene = openFilm()?.scenes.find((each) => each.id === sceneId);
  if (scene)
    setWorkbench({ chosen: new Set(scene.poses.map((pose) => pose.id)), anchor: scene.poses[0]?.id });
}

export const chooseNone = (): void => setWorkbench({ chosen: new Set(), anchor: undefined });
