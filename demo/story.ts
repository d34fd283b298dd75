import type { HorsePose, LegPose } from './art/horse';
import { BULBS, GROUND, type Lighting } from './art/fairground';

/** Size of the puppet on the set. */
export const SCALE = 0.92;
/** Height of the middle of the body over the boards when the puppet stands. */
const STANDING = 196 * SCALE;
/** Where it hangs on its pole, and where it stands on the carousel's floor. */
const HOME = { x: 318, y: 640 };

/** What went wrong while a photo was taken. */
export type Mishap = 'hand' | 'blur' | 'twice';

/** One photo as it was set up. */
export interface Shot {
  readonly horse: HorsePose | undefined;
  /** Height of the hooves over the boards, for the shadow; undefined on the pole. */
  readonly height: number | undefined;
  readonly pole: boolean;
  readonly lighting: Lighting;
  readonly turn: number;
  readonly view: 'wide' | 'booth';
  readonly hold: number;
  /** How much lighter (over 1) or darker the lamp happened to be. */
  readonly exposure: number;
  /** Where the stand has been knocked to, in pixels and degrees. */
  readonly bump: { readonly x: number; readonly y: number; readonly turn: number } | undefined;
  readonly mishap: Mishap | undefined;
}

export interface StoryScene {
  readonly name: string;
  readonly shots: readonly Shot[];
}

const still: LegPose = { swing: 0, bend: 0 };
const STAND: HorsePose = {
  x: HOME.x,
  y: HOME.y,
  facing: 'right',
  lean: 0,
  neck: 6,
  head: 4,
  mouth: 0,
  blink: 0,
  tail: 0,
  ear: 0,
  legs: { nearFront: still, nearBack: still, farFront: still, farBack: still },
};

/** The legs as they are carved for the ride: reaching out before and behind. */
const CARVED: HorsePose['legs'] = {
  nearFront: { swing: 38, bend: 62 },
  nearBack: { swing: -30, bend: 26 },
  farFront: { swing: 52, bend: 40 },
  farBack: { swing: -14, bend: 30 },
};

const lit = (on: number, carousel = 0, booth = 1): Lighting => ({
  bulbs: Array.from({ length: BULBS }, (_, i) => (i < on ? 1 : 0)),
  carousel,
  booth,
});

const plain: Omit<Shot, 'horse'> = {
  height: undefined,
  pole: false,
  lighting: lit(0),
  turn: 0,
  view: 'wide',
  hold: 2,
  exposure: 1,
  bump: undefined,
  mishap: undefined,
};

const mix = (a: number, b: number, t: number): number => a + (b - a) * t;
const times = <T>(n: number, make: (i: number, t: number) => T): T[] =>
  Array.from({ length: n }, (_, i) => make(i, n > 1 ? i / (n - 1) : 0));

/** A walk of four beats: `phase` 1 is a whole stride. */
function walkLegs(phase: number): HorsePose['legs'] {
  const at = (offset: number): LegPose => {
    const angle = (phase + offset) * Math.PI * 2;
    return { swing: 21 * Math.sin(angle), bend: Math.max(0, 42 * Math.cos(angle)) };
  };
  return { nearFront: at(0), farBack: at(0.25), farFront: at(0.5), nearBack: at(0.75) };
}

/** A gallop: hind legs push together, fore legs land together. */
function gallopLegs(phase: number): HorsePose['legs'] {
  const at = (offset: number, reach: number): LegPose => {
    const angle = (phase + offset) * Math.PI * 2;
    return { swing: reach * Math.sin(angle), bend: Math.max(0, 70 * Math.cos(angle)) };
  };
  return { nearFront: at(0, 46), farFront: at(0.09, 46), nearBack: at(0.46, 42), farBack: at(0.54, 42) };
}

function closingTime(): Shot[] {
  const hanging = (change: Partial<HorsePose>): HorsePose => ({
    ...STAND,
    legs: CARVED,
    neck: 12,
    ...change,
  });
  const shots: Shot[] = [];
  const add = (shot: Partial<Shot> & { horse: HorsePose }): void => void shots.push({ ...plain, ...shot });
  // The ride runs out and the lamps go off, one after the other.
  times(12, (i) =>
    add({
      horse: hanging({ y: HOME.y + 16 * Math.sin(i * 0.7) * (1 - i / 12), tail: 6 * Math.sin(i * 0.9) }),
      pole: true,
      turn: Math.min(1, i * 0.14 - i * i * 0.004) % 1,
      lighting: lit(Math.max(0, BULBS - Math.max(0, i - 2) * 2), i < 7 ? 1 : 0),
      ...(i === 11 ? { hold: 6 } : {}),
    }),
  );
  // It blinks, and looks this way and that.
  for (const [blink, head, ear, hold] of [
    [1, 4, 0, 2],
    [0, 4, 0, 4],
    [1, 6, 8, 2],
    [0, -8, 16, 2],
    [0, -16, 20, 8],
    [0, 2, 6, 2],
    [0, 16, -6, 2],
    [0, 22, -8, 8],
  ] as const) {
    add({ horse: hanging({ blink, head, ear }), pole: true, hold });
  }
  // It gathers itself, lets go of the pole and comes down on the boards.
  times(3, (i, t) =>
    add({
      horse: hanging({ y: HOME.y + 26 * t, head: 22 - 20 * t, neck: 12 + 10 * t, ear: -14 }),
      pole: true,
      ...(i === 2 ? { hold: 4 } : {}),
    }),
  );
  const landing = GROUND - STANDING;
  times(7, (i, t) => {
    const u = (i + 1) / 7;
    const y = HOME.y - 120 * Math.sin(Math.PI * u * 0.62) + (landing - HOME.y + 112) * u * u;
    add({
      horse: {
        ...STAND,
        x: mix(HOME.x, 640, u),
        y: Math.min(landing, y),
        lean: -16 + 26 * t,
        tail: -28 + 20 * t,
        ear: -20 * t,
        neck: 4 + 10 * t,
        legs: {
          nearFront: { swing: 44 - 40 * t, bend: 60 - 54 * t },
          farFront: { swing: 52 - 44 * t, bend: 50 - 46 * t },
          nearBack: { swing: -38 + 36 * t, bend: 30 - 26 * t },
          farBack: { swing: -28 + 26 * t, bend: 34 - 30 * t },
        },
      },
      height: Math.max(0, landing - y),
      pole: false,
      mishap: i === 3 || i === 4 ? 'hand' : undefined,
    });
  });
  for (const [dip, lean, head, hold] of [
    [26, 5, 18, 2],
    [14, 2, 10, 2],
    [-4, -1, 0, 2],
    [0, 0, -10, 12],
  ] as const) {
    add({
      horse: {
        ...STAND,
        x: 640,
        y: landing + dip * 0.4,
        lean,
        head,
        legs: {
          nearFront: { swing: dip * 0.6, bend: dip * 0.9 },
          farFront: { swing: dip * 0.5, bend: dip },
          nearBack: { swing: dip * 0.3, bend: 0 },
          farBack: { swing: dip * 0.3, bend: 0 },
        },
      },
      height: 0,
      hold,
    });
  }
  return shots;
}

function toTheBooth(): Shot[] {
  const shots: Shot[] = [];
  const ground = GROUND - STANDING;
  const add = (shot: Partial<Shot> & { horse: HorsePose }): void =>
    void shots.push({ ...plain, view: 'booth', height: 0, ...shot });
  // Twenty steps across the boards; the lamp beside the set is not the same for all of them.
  times(22, (i) => {
    const phase = i / 11;
    add({
      horse: {
        ...STAND,
        x: 560 + i * 18,
        y: ground + 5 * Math.cos(phase * Math.PI * 4),
        neck: 8 + 4 * Math.sin(phase * Math.PI * 4),
        head: 2 - 4 * Math.sin(phase * Math.PI * 4 + 0.6),
        tail: 9 * Math.sin(phase * Math.PI * 2),
        legs: walkLegs(phase),
      },
      exposure: i >= 7 && i <= 11 ? 1.16 : i === 15 ? 0.84 : 1 + 0.025 * Math.sin(i * 2.3),
      mishap: i === 13 ? 'blur' : i === 18 ? 'twice' : undefined,
    });
  });
  // It stops, looks in at the window, draws breath …
  const at = { ...STAND, x: 964, y: ground };
  for (const [head, neck, ear, blink, hold] of [
    [0, 4, 0, 0, 2],
    [-8, 0, 8, 0, 2],
    [-14, -2, 14, 0, 8],
    [-14, -2, 10, 1, 2],
    [-12, -2, 10, 0, 6],
    [6, 12, -10, 1, 2],
    [12, 16, -16, 1, 3],
  ] as const) {
    add({ horse: { ...at, head, neck, ear, blink }, hold });
  }
  // … and calls: three words, the mouth open on each.
  const word = (open: number, head: number, hold: number): void =>
    add({
      horse: {
        ...at,
        mouth: open,
        head,
        neck: -4 + head * 0.2,
        ear: 18 * open,
        tail: 14 * open,
        lean: -3 * open,
      },
      hold,
    });
  for (const [open, head, hold] of [
    [0.5, -10, 2],
    [1, -20, 4],
    [0.7, -16, 3],
    [0.15, -10, 2],
    [0.6, -14, 3],
    [0.2, -10, 2],
    [0.8, -18, 2],
    [1, -26, 6],
    [0.6, -20, 3],
    [0, -6, 2],
    [0, 4, 12],
  ] as const) {
    word(open, head, hold);
  }
  return shots;
}

function homeAgain(): Shot[] {
  const shots: Shot[] = [];
  const ground = GROUND - STANDING;
  const add = (shot: Partial<Shot> & { horse: HorsePose }): void =>
    void shots.push({ ...plain, height: 0, ...shot });
  const back = { ...STAND, facing: 'left' as const };
  const knocked = { x: 13, y: -8, turn: 0.5 };
  // The organ starts: the lamps come on, and it turns its head.
  times(6, (i) =>
    add({
      horse: {
        ...STAND,
        x: 964,
        y: ground,
        head: 4 - i * 5,
        neck: 6 - i * 3,
        ear: i * 6,
        blink: i === 2 ? 1 : 0,
      },
      lighting: lit(i * 3, i > 2 ? 1 : 0),
      turn: i > 2 ? (i - 2) * 0.08 : 0,
      ...(i === 5 ? { hold: 6 } : {}),
    }),
  );
  add({ horse: { ...back, x: 950, y: ground + 10, neck: 16, head: 8 }, lighting: lit(BULBS, 1), turn: 0.34 });
  // It gallops. After the fifth stride the stand was knocked and stayed so.
  times(13, (i) => {
    const phase = i / 6;
    const lift = 34 * Math.max(0, Math.sin(phase * Math.PI * 2 + 0.6));
    add({
      horse: {
        ...back,
        x: 920 - i * 29,
        y: ground - lift,
        lean: 7 * Math.cos(phase * Math.PI * 2),
        neck: 22 + 10 * Math.sin(phase * Math.PI * 2),
        head: -6,
        mouth: 0.35,
        ear: -22,
        tail: 34 + 12 * Math.sin(phase * Math.PI * 2),
        legs: gallopLegs(phase),
      },
      height: lift,
      lighting: lit(BULBS, 1),
      turn: (0.42 + i * 0.09) % 1,
      hold: 1 + (i % 2),
      bump: i >= 6 ? knocked : undefined,
    });
  });
  // It leaps onto the carousel and is carved again.
  times(7, (i, t) => {
    const u = (i + 1) / 7;
    add({
      horse: {
        ...back,
        x: mix(545, HOME.x + 6, u),
        y: mix(ground, HOME.y, u) - 110 * Math.sin(Math.PI * u),
        lean: 14 * (1 - t) - 6 * t,
        neck: 18 - 6 * t,
        head: -4 + 8 * t,
        tail: 40 - 34 * t,
        ear: -20 + 20 * t,
        legs: t > 0.5 ? CARVED : gallopLegs(0.2 + t * 0.3),
      },
      height: 120 * u + 60,
      pole: i > 4,
      lighting: lit(BULBS, 1),
      turn: (0.6 + i * 0.1) % 1,
      bump: knocked,
    });
  });
  times(9, (i) =>
    add({
      horse: {
        ...back,
        x: HOME.x + 6,
        y: HOME.y + 14 * Math.sin(i * 0.7),
        legs: CARVED,
        neck: 12,
        head: 4,
        blink: i === 4 ? 1 : 0,
        tail: 6 * Math.sin(i * 0.8),
      },
      height: undefined,
      pole: true,
      lighting: lit(BULBS, 1),
      turn: (0.3 + i * 0.1) % 1,
      bump: knocked,
      ...(i === 8 ? { hold: 24 } : {}),
    }),
  );
  return shots;
}

/** The film as it was shot, with all that a beginner's evening brings. */
export const STORY: readonly StoryScene[] = [
  { name: 'Closing time', shots: closingTime() },
  { name: 'Wait for me!', shots: toTheBooth() },
  { name: 'Home again', shots: homeAgain() },
];

/** The set without the puppet, photographed last: for painting things out, later. */
export const EMPTY_SET: Shot = { ...plain, horse: undefined };
