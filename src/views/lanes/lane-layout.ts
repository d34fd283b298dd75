import type { Film } from '../../core/film/film';
import type { Lane } from '../../core/film/sound';
import type { Stage } from '../../state/shell/workbench';

/** A lane on the strip, in pixels from the top of the strip. */
export interface LaneRow {
  readonly lane: Lane;
  readonly top: number;
  readonly height: number;
}

/** Where lanes begin, below the poses and the ropes of cycles. */
export const LANES_TOP = 206;

const FULL = 46;
const LOW = 30;
const FOLDED = 20;

/** The lanes that a stage shows: in Sound all of them, in Time those in which something lies, and lower. */
export function laneRows(film: Film, stage: Stage): readonly LaneRow[] {
  if (stage !== 'sound' && stage !== 'time') return [];
  const used = new Set(film.cues.map((cue) => cue.laneId));
  let top = LANES_TOP;
  return film.lanes.flatMap((lane): LaneRow[] => {
    if (stage === 'time' && !used.has(lane.id)) return [];
    const row = { lane, top, height: lane.folded ? FOLDED : stage === 'sound' ? FULL : LOW };
    top += row.height;
    return [row];
  });
}

/** Height that lanes add to the strip. */
export const lanesHeight = (rows: readonly LaneRow[]): number =>
  rows.reduce((sum, { height }) => sum + height, 0);
