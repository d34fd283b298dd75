import type { Film } from '../../core/film/film';
import type { Lane } from '../../core/film/sound';
import { STAGE_FACTS, type Stage } from '../../state/shell/stages';

/** A lane on the strip, in pixels from the top of the lanes. */
export interface LaneRow {
  readonly lane: Lane;
  readonly top: number;
  readonly height: number;
}

const FULL = 38;
/** The height from which there is room for a lane's level under its name. */
export const HAS_LEVEL = FULL;
const LOW = 30;
const FOLDED = 24;

/** The lanes that a stage shows: all of them, or those in which something lies; low ones where there is no room for others. */
export function laneRows(film: Film, stage: Stage, low = false): readonly LaneRow[] {
  const { lanes, laneHeight } = STAGE_FACTS[stage].strip;
  if (lanes === 'none') return [];
  const used = new Set(film.cues.map((cue) => cue.laneId));
  let top = 0;
  return film.lanes.flatMap((lane): LaneRow[] => {
    if (lanes === 'used' && !used.has(lane.id)) return [];
    const row = { lane, top, height: lane.folded ? FOLDED : laneHeight === 'full' && !low ? FULL : LOW };
    top += row.height;
    return [row];
  });
}

/** Height that lanes add to the strip. */
export const lanesHeight = (rows: readonly LaneRow[]): number =>
  rows.reduce((sum, { height }) => sum + height, 0);
