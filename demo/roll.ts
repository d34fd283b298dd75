import { EMPTY_SET, STORY, type Shot } from './story';

/** One photo on the card: what was shot, under which name and when. */
export interface RollEntry {
  readonly name: string;
  readonly shot: Shot;
  readonly takenAt: Date;
  /** Place in the story; undefined for the empty set. */
  readonly scene: number | undefined;
}

/** The card was not empty: the camera's numbers go on from where they stood. */
const FIRST_NUMBER = 412;
/** A photo that was deleted in the camera. */
const MISSING_NUMBER = 451;

function number(): RollEntry[] {
  const shots = [
    ...STORY.flatMap(({ shots: all }, scene) => all.map((shot) => ({ shot, scene }))),
    { shot: EMPTY_SET, scene: undefined },
  ];
  let next = FIRST_NUMBER;
  let time = Date.UTC(2026, 9, 3, 16, 4, 10);
  return shots.map(({ shot, scene }, i) => {
    if (next === MISSING_NUMBER) next++;
    // Half a minute a pose, more or less; a pause for supper between the scenes.
    time += 1000 * (24 + ((i * 7) % 13)) + (i > 0 && scene !== shots[i - 1]?.scene ? 40 * 60_000 : 0);
    return { name: `PICT${String(next++).padStart(4, '0')}.JPG`, shot, takenAt: new Date(time), scene };
  });
}

/** The whole card, in the order of its numbers. */
export const ROLL: readonly RollEntry[] = number();
