import { drawingOn } from '../../../core/film/drawn-of';
import type { Drawing } from '../../../core/film/drawing';
import type { Film } from '../../../core/film/film';
import { scheduleOf, showingAt, type ScheduledPose } from '../../../core/film/schedule';
import type { Affine } from '../../../core/picture/affine';
import { useDraw } from '../../../state/mend/draw/draw';
import { toPicture } from '../../../state/mend/draw/drawn-pose';
import styles from './draw.module.css';
import { DrawnMark } from './drawn-mark';

interface Ghost {
  readonly drawing: Drawing;
  readonly map: Affine;
  /** How many poses away, below 0 before. */
  readonly away: number;
}

/** The drawings of so many poses before, or after: none twice, and none that is seen here. */
function ghostsOf(film: Film, here: ScheduledPose, count: number, step: 1 | -1): readonly Ghost[] {
  const plan = scheduleOf(film);
  const layers = film.layers.filter(({ off }) => !off).toReversed();
  const seen = new Set(layers.map(({ id }) => drawingOn(film, here.pose, id)));
  const found: Ghost[] = [];
  let last = here.pose.id;
  let poses = 0;
  for (let at = here.index + step; poses < count; at += step) {
    const there = showingAt(plan, at);
    if (!there) break;
    if (there.pose.id === last) continue;
    last = there.pose.id;
    poses++;
    for (const layer of layers) {
      const drawing = drawingOn(film, there.pose, layer.id);
      if (!drawing || seen.has(drawing)) continue;
      seen.add(drawing);
      found.push({ drawing, map: toPicture(film, there, there.start, layer), away: step * poses });
    }
  }
  return found;
}

interface GhostsProps {
  readonly film: Film;
  readonly here: ScheduledPose;
  /** From parts of the picture to pixels of the screen. */
  readonly toScreen: (map: Affine) => string;
}

/** What is drawn for the poses before, faint, and after, as outlines. */
export function Ghosts({ film, here, toScreen }: GhostsProps) {
  const before = useDraw((state) => state.ghostsBefore);
  const after = useDraw((state) => state.ghostsAfter);
  return (
    <>
      {[...ghostsOf(film, here, before, -1).toReversed(), ...ghostsOf(film, here, after, 1)].map(
        ({ drawing, map, away }) => (
          <g
            key={`${drawing.id} ${away}`}
            transform={toScreen(map)}
            className={away < 0 ? styles.before : styles.after}
            opacity={0.5 / Math.abs(away)}
            data-testid="ghost"
          >
            {drawing.marks.map((mark) => (
              <DrawnMark key={mark.id} mark={mark} fill={away < 0 ? mark.colour : undefined} />
            ))}
          </g>
        ),
      )}
    </>
  );
}
