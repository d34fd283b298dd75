import { scaleLinear } from 'd3-scale';
import { curveStepAfter, line } from 'd3-shape';
import { photosById, type Film, type Photo } from '../../core/film/film';
import type { Schedule, ScheduledPose } from '../../core/film/schedule';
import { showingsInSight } from './showings-in-sight';
import type { StripSight } from './ticket-sight';

/** What was measured of a photo, as it came and as it is now. */
export interface Level {
  readonly before: number;
  readonly after: number;
}

/** What a pose's photo was measured to be, where the pose is shown. */
export interface CurvePoint extends Level {
  readonly entry: ScheduledPose;
}

/** Colours of the curves. */
export interface CurveTheme {
  readonly before: string;
  readonly after: string;
  readonly jump: string;
  readonly line: string;
}

/** What a curve is drawn with and where. */
export interface CurvePen {
  readonly context: CanvasRenderingContext2D;
  readonly theme: CurveTheme;
  readonly sight: StripSight;
  readonly width: number;
  readonly height: number;
}

/** Space above and below the curves, in pixels: above them stand the marks of jumps, and words. */
const ABOVE = 20;
const BELOW = 6;
/** What is measured of the poses in sight, scene by scene; of several poses within a pixel the first. */
export function curvePoints(
  film: Film,
  plan: Schedule,
  sight: StripSight,
  levelOf: (photo: Photo) => Level | undefined,
): readonly (readonly CurvePoint[])[] {
  const photos = photosById(film);
  const runs: CurvePoint[][] = [];
  let scene: string | undefined;
  for (const entry of showingsInSight(plan, sight)) {
    const photo = photos.get(entry.pose.photoId);
    const level = photo && levelOf(photo);
    if (!level) {
      scene = undefined;
      continue;
    }
    if (entry.sceneId !== scene) runs.push([]);
    scene = entry.sceneId;
    runs.at(-1)?.push({ entry, ...level });
  }
  return runs;
}

/**
 * The curves as steps on the frame grid, that of before below, and a mark at each jump. So much at least is shown from bottom to top: what
 * does not change looks still.
 */
export function drawCurve(
  { context, theme, sight: { zoom, left }, height }: CurvePen,
  runs: readonly (readonly CurvePoint[])[],
  jumps: ReadonlySet<string>,
  leastRange: number,
): void {
  const all = runs.flat();
  if (all.length === 0) return;
  const values = all.flatMap(({ before, after }) => [before, after]);
  const [least, most] = [Math.min(...values), Math.max(...values)];
  const more = Math.max(0, leastRange - (most - least)) / 2;
  const y = scaleLinear([least - more, most + more], [height - BELOW, ABOVE]);
  const x = (frame: number): number => frame * zoom - left;
  const draw = (side: keyof Level, colour: string, thick: number): void => {
    context.strokeStyle = colour;
    context.lineWidth = thick;
    context.beginPath();
    for (const run of runs) {
      const last = run.at(-1);
      if (!last) continue;
      const points = [
        ...run.map((point) => [x(point.entry.start), y(point[side])] as const),
        [x(last.entry.end), y(last[side])] as const,
      ];
      line<readonly [number, number]>().curve(curveStepAfter).context(context)(points);
    }
    context.stroke();
  };
  draw('before', theme.before, 1.5);
  draw('after', theme.after, 2);
  context.fillStyle = theme.jump;
  for (const { entry, after } of all) {
    if (!jumps.has(entry.pose.photoId)) continue;
    const [at, tip] = [x(entry.start), y(after) - 3];
    context.beginPath();
    context.moveTo(at, tip);
    context.lineTo(at - 5, tip - 8);
    context.lineTo(at + 5, tip - 8);
    context.fill();
  }
}
