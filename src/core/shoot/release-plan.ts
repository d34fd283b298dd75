/** When photos are taken by themselves once the button is pressed. Times are milliseconds. */
export interface ReleasePlan {
  /** So long is counted before the first. */
  readonly countIn: number;
  /** From one to the next; undefined where one is taken. */
  readonly every?: number | undefined;
  /** So many are taken; undefined until it is stopped. */
  readonly times?: number | undefined;
}

/** From so many milliseconds before a photo on each second of a count-in sounds, and the last of them higher. */
const TONES = 1000;
const HIGHER = 3000;

const timesOf = ({ every, times = Infinity }: ReleasePlan): number => (every === undefined ? 1 : times);

/** What was taken so far: how many, and when the last was due. */
export interface Released {
  readonly taken: number;
  readonly last: number;
}

/**
 * When the next photo is due, counted from the press as all times here; undefined where all are taken. What was missed up to now, since a machine slept
 * or the camera was slow, is not made up for: it goes on in step.
 */
export function nextRelease(plan: ReleasePlan, { taken, last }: Released, now: number): number | undefined {
  const { countIn, every } = plan;
  if (taken >= timesOf(plan)) return undefined;
  if (taken === 0 || every === undefined) return countIn;
  const steps = Math.max(Math.round((last - countIn) / every) + 1, Math.ceil((now - countIn) / every));
  return countIn + steps * every;
}

/** A tone of a count-in: when, counted from the press, and whether it is one of the last. */
export interface CountTone {
  readonly at: number;
  readonly isLast: boolean;
}

/** The tones of a count-in, one a second, up to the photo. */
export function countTones({ countIn }: ReleasePlan): readonly CountTone[] {
  const seconds = Math.floor(countIn / TONES);
  return Array.from({ length: seconds }, (_, i) => {
    const at = countIn - (seconds - i) * TONES;
    return { at, isLast: countIn - at <= HIGHER };
  });
}
