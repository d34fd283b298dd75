import { runningNumber, sameRun } from '../numbering';
import type { UsableRow } from './intake-row';

/** A pause is long when it is at least this, in milliseconds, … */
const LONG_PAUSE = 20 * 60_000;
/** … and at least so many times the usual time between two photos. */
const PAUSE_FACTOR = 10;

/** Where a new run of photos begins, and why. */
export interface SceneBreak {
  /** Index of the first row of the new run. */
  readonly index: number;
  readonly why: 'folder' | 'name' | 'pause';
  /** Length of the pause in milliseconds, where there was one. */
  readonly pause?: number;
}

/** Where runs begin, in rows as they will be laid out: another folder, another name in front of the number, or a long pause. */
export function sceneBreaks(rows: readonly UsableRow[]): SceneBreak[] {
  const pauses = rows.map(({ photo }, i) => {
    const before = rows[i - 1]?.photo.takenAt;
    return photo.takenAt === undefined || before === undefined ? 0 : photo.takenAt - before;
  });
  const usual = [...pauses].filter((each) => each > 0).sort((a, b) => a - b);
  const long = Math.max(LONG_PAUSE, PAUSE_FACTOR * (usual[usual.length >> 1] ?? 0));
  return rows.flatMap((row, index): SceneBreak[] => {
    const previous = rows[index - 1];
    if (!previous) return [];
    if (previous.folder !== row.folder) return [{ index, why: 'folder' }];
    // Names without numbers are single ones, not runs.
    const numbered = [previous, row].some(({ name }) => runningNumber(name) !== undefined);
    if (numbered && !sameRun(previous.name, row.name)) return [{ index, why: 'name' }];
    const pause = pauses[index] ?? 0;
    return pause >= long ? [{ index, why: 'pause', pause }] : [];
  });
}
