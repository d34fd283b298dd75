import type { Film } from '../../core/film/film';
import { scheduleOf } from '../../core/film/schedule';
import { STAGE_FACTS, type Stage } from '../../state/shell/stages';
import { laneRows, lanesHeight } from '../lanes/lane-layout';
import type { StripParts } from './strip-rows';

/** What the strip of a film has rows for in a stage, with low lanes where that is asked. */
export const stripParts = (film: Film, stage: Stage, low = false): StripParts => ({
  plan: scheduleOf(film),
  hasFlags: film.flags.length > 0,
  mends: STAGE_FACTS[stage].strip.mends,
  lanes: lanesHeight(laneRows(film, stage, low)),
});
