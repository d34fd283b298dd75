import type { Film } from '../../core/film/film';
import { changesWhileHeld } from '../../core/film/key-of';
import { photosByScene } from '../../core/film/scene-photos';
import { anchorsAmong } from '../../core/mend/steady/steady-plan';
import { frameOfPose, poseAt, scheduleOf, showingAt, type ScheduledPose } from '../../core/film/schedule';
import type { Compare } from '../transport/compare';
import { spanToPlay } from '../transport/span-to-play';
import type { TransportState } from '../transport/transport';

/** One picture on the surround. */
export interface Panel {
  readonly entry: ScheduledPose;
  /** Which of its frames, from 0; the first where nothing is said. */
  readonly frame?: number;
  /** What is said under it; nothing where it is the only one. */
  readonly words?: string;
  /** Part of the width that it takes. */
  readonly share: number;
  /** Part of the picture, from its left, that is shown as it was before it was mended. */
  readonly unmended?: number;
}

/** A picture laid over the one on screen: strength from 0 to 1, or as the difference. */
export interface Layer {
  readonly entry: ScheduledPose;
  readonly strength: number;
  readonly difference?: boolean;
}

/** What the surround shows of a film at a frame. */
export interface Composition {
  readonly panels: readonly Panel[];
  /** Over the middle panel. */
  readonly layers: readonly Layer[];
  /** While playing a picture stays for a moment only: it is made no finer than what it is made from. */
  readonly quick?: boolean;
}

const found = <T>(list: readonly (T | undefined)[]): readonly T[] =>
  list.filter((each): each is T => each !== undefined);

/** The pose that is shown while the key to flip is held: the other one of two that are chosen, else the one before. */
function flippedFrom(film: Film, here: ScheduledPose, chosen: ReadonlySet<string>): ScheduledPose {
  const plan = scheduleOf(film);
  if (chosen.size === 2) {
    const two = plan.poses.filter(({ pose }) => chosen.has(pose.id));
    const other = two.find(({ pose }) => pose.id !== here.pose.id);
    if (other) return other;
  }
  return showingAt(plan, here.index - 1) ?? here;
}

/** How strongly the photo that stands right is seen through the one on screen. */
const ANCHOR_STRENGTH = 0.5;

/** The photo that stands right in the scene of the one on screen, over it; none where it is that one itself. */
function anchorLayer(film: Film, here: ScheduledPose, how: 'ghost' | 'difference'): Layer | undefined {
  const anchors = anchorsAmong(photosByScene(film).get(here.sceneId) ?? [], undefined);
  if (anchors.some(({ id }) => id === here.pose.photoId)) return undefined;
  const ids = new Set(anchors.map(({ id }) => id));
  const entries = scheduleOf(film).poses.filter(({ pose }) => ids.has(pose.photoId));
  const [entry] = entries.toSorted((a, b) => Math.abs(a.index - here.index) - Math.abs(b.index - here.index));
  if (!entry) return undefined;
  return how === 'ghost' ? { entry, strength: ANCHOR_STRENGTH } : { entry, strength: 1, difference: true };
}

/** What decides which pictures of a film are shown. */
export interface Showing extends Pick<TransportState, 'frame' | 'playing' | 'playSpan'> {
  readonly compare: Compare;
  /** Chosen poses, by id. */
  readonly chosen: ReadonlySet<string>;
  /** How the photo that stands right in the scene is laid over the one on screen; undefined where it is not. */
  readonly anchor?: 'ghost' | 'difference' | undefined;
  /** Where the divider between before and after stands, in parts of the picture's width; undefined where there is none. */
  readonly divider?: number | undefined;
}

/** Which pictures are shown at a frame; while playing only the one on screen. */
export function composePicture(
  film: Film,
  { frame, playing, playSpan, compare, chosen, divider, anchor }: Showing,
): Composition | undefined {
  const plan = scheduleOf(film);
  const here = poseAt(plan, frame);
  if (!here) return undefined;
  // Where the camera moves, or what is behind, each frame looks different.
  const now = changesWhileHeld(film, here.pose) ? { frame: frameOfPose(here, frame) } : {};
  if (playing) return { panels: [{ entry: here, share: 1, ...now }], layers: [], quick: true };
  if (compare.flipped) return { panels: [{ entry: flippedFrom(film, here, chosen), share: 1 }], layers: [] };
  const before = showingAt(plan, here.index - 1);
  const after = showingAt(plan, here.index + 1);
  if (compare.against === 'first-last') {
    const { from, to } = spanToPlay(film, playSpan);
    const [first, last] = [poseAt(plan, from), poseAt(plan, to - 1)];
    const panels = found([
      last && { entry: last, words: 'last', share: 0.5 },
      first && { entry: first, words: 'first', share: 0.5 },
    ]);
    return { panels, layers: [] };
  }
  const ghosts = (count: number, direction: 1 | -1): readonly Layer[] =>
    found(
      Array.from({ length: count }, (_, i): Layer | undefined => {
        const entry = showingAt(plan, here.index + direction * (i + 1));
        return entry && { entry, strength: compare.strength / (i + 1) };
      }),
    );
  const layers = anchor
    ? found([anchorLayer(film, here, anchor)])
    : compare.against === 'difference'
      ? found([before && { entry: before, strength: 1, difference: true }])
      : // The furthest first, so that the nearest is seen best.
        [...ghosts(compare.ghostsBefore, -1), ...ghosts(compare.ghostsAfter, 1)].sort(
          (a, b) => a.strength - b.strength,
        );
  const parted = divider === undefined ? now : { ...now, unmended: divider };
  if (!compare.neighbours) return { panels: [{ entry: here, share: 1, ...parted }], layers };
  const panels: readonly Panel[] = found([
    before && { entry: before, words: 'before', share: 0.26 },
    { entry: here, words: 'on screen', share: 0.48, ...parted },
    after && { entry: after, words: 'after', share: 0.26 },
  ]);
  return { panels, layers };
}
