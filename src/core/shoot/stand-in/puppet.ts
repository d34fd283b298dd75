import { chained, mapped, type Affine } from '../../picture/affine';

/** The stand-in's picture is thought of as so large; whatever size it is shot in. */
export const SET = { width: 1920, height: 1080 } as const;

/** Parts of the puppet that turn about a joint, from the back to the front. */
export const LIMBS = ['leftArm', 'leftLeg', 'rightLeg', 'head', 'rightArm'] as const;
export type Limb = (typeof LIMBS)[number];
export type Part = Limb | 'body';

/** How the puppet stands: the middle of its body on the set, in pixels of `SET`, and how far each limb is turned, in degrees clockwise. */
export interface Puppet {
  readonly x: number;
  readonly y: number;
  readonly turns: Readonly<Record<Limb, number>>;
}

/** A part: what it is cut out of in pixels around its joint, where that lies on the body, and how far it turns. */
interface PartShape {
  readonly papers: readonly (readonly [fill: string, path: string])[];
  readonly joint: readonly [x: number, y: number];
  readonly most: number;
  /** What is taken hold of: a line from the joint, and how thick it is. */
  readonly bone: readonly [x: number, y: number, reach: number];
}

const SLEEVE = 'M-24,-14 C-30,40 -27,90 -22,122 L22,122 C27,90 30,40 24,-14 C12,-32 -12,-32 -24,-14 Z';
const HAND = 'M-18,116 C-24,150 -14,172 2,172 C18,172 24,150 18,116 Z';
const TROUSERS = 'M-32,-24 C-36,60 -32,130 -27,190 L27,190 C32,130 36,60 32,-24 Z';
const SHOE = 'M-28,184 L28,184 L34,196 C62,198 72,206 72,218 L-30,218 Z';

const arm = (sleeve: string, joint: readonly [number, number]): PartShape => ({
  papers: [
    ['#e2b48a', HAND],
    [sleeve, SLEEVE],
  ],
  joint,
  ...{ most: 170, bone: [0, 150, 34] },
});

const leg = (trousers: string, joint: readonly [number, number]): PartShape => ({
  papers: [
    ['#2a2029', SHOE],
    [trousers, TROUSERS],
  ],
  joint,
  ...{ most: 80, bone: [0, 190, 40] },
});

const PARTS: Readonly<Record<Part, PartShape>> = {
  leftArm: arm('#8e2a21', [-74, -96]),
  leftLeg: leg('#3c2a4f', [-40, 112]),
  rightLeg: leg('#4f3a68', [40, 112]),
  head: {
    papers: [
      ['#e2b48a', 'M-66,-70 C-70,-118 70,-118 66,-70 C64,6 30,26 0,26 C-30,26 -64,6 -66,-70 Z'],
      ['#c98f66', 'M34,-48 C62,-44 84,-30 80,-20 C72,-12 44,-14 32,-22 Z'],
      [
        '#2a2029',
        'M14,-62 a8,10 0 1 0 16,0 a8,10 0 1 0 -16,0 Z M-18,-62 a8,10 0 1 0 16,0 a8,10 0 1 0 -16,0 Z',
      ],
      ['#6a3a2c', 'M-30,-14 C-10,2 14,2 30,-10 C20,-2 -8,-2 -30,-14 Z'],
      ['#216d74', 'M-92,-88 C-40,-104 40,-104 92,-88 L88,-76 C40,-90 -40,-90 -88,-76 Z'],
      ['#216d74', 'M-54,-92 L-46,-190 C-20,-200 20,-200 46,-190 L54,-92 C20,-100 -20,-100 -54,-92 Z'],
      ['#d9a437', 'M-53,-108 C-20,-116 20,-116 53,-108 L54,-92 C20,-100 -20,-100 -54,-92 Z'],
    ],
    ...{ joint: [0, -138], most: 60, bone: [0, -80, 74] },
  },
  rightArm: arm('#b3362a', [74, -96]),
  body: {
    papers: [
      [
        '#b3362a',
        'M-96,-118 C-60,-150 60,-150 96,-118 C108,-20 100,80 84,132 C40,148 -40,148 -84,132 C-100,80 -108,-20 -96,-118 Z',
      ],
      ['#efe1c2', 'M-26,-136 L26,-136 L0,-40 Z'],
      ['#d9a437', 'M-9,-10 a9,9 0 1 0 18,0 a9,9 0 1 0 -18,0 Z M-9,44 a9,9 0 1 0 18,0 a9,9 0 1 0 -18,0 Z'],
    ],
    ...{ joint: [0, 0], most: 0, bone: [0, 60, 100] },
  },
};

/** In which order parts lie on each other. */
const ORDER: readonly Part[] = ['leftArm', 'leftLeg', 'rightLeg', 'body', 'head', 'rightArm'];

/** The puppet as it first stands. */
export const STANDING: Puppet = {
  x: 640,
  y: 640,
  turns: { leftArm: 12, leftLeg: 4, rightLeg: -4, head: 0, rightArm: -12 },
};

/** So far from the edges of the set its middle stays, in pixels. */
const ROOM = { across: 60, up: 260, down: 320 };

const within = (value: number, least: number, most: number): number => Math.min(most, Math.max(least, value));

/** Hundredths are as fine as it is set, so that a code can say how it stands; there is one nought. */
const fine = (value: number): number => Math.round(value * 100) / 100 + 0;

/** The puppet moved on the set, as far as that goes. */
export const movePuppet = (puppet: Puppet, right: number, down: number): Puppet => ({
  ...puppet,
  x: fine(within(puppet.x + right, ROOM.across, SET.width - ROOM.across)),
  y: fine(within(puppet.y + down, ROOM.up, SET.height - ROOM.down)),
});

/** A limb turned further, as far as its joint lets it. */
export function turnLimb(puppet: Puppet, limb: Limb, degrees: number): Puppet {
  const { most } = PARTS[limb];
  const turn = fine(within(puppet.turns[limb] + degrees, -most, most));
  return { ...puppet, turns: { ...puppet.turns, [limb]: turn } };
}

/** From pixels around a part's joint to those of the set. */
function partMap({ x, y, turns }: Puppet, part: Part): Affine {
  const [jointX, jointY] = PARTS[part].joint;
  const turn = part === 'body' ? 0 : (turns[part] * Math.PI) / 180;
  const [cos, sin] = [Math.cos(turn), Math.sin(turn)];
  return chained([cos, sin, -sin, cos, 0, 0], [1, 0, 0, 1, x + jointX, y + jointY]);
}

/** A shape to be filled, as SVG writes its path. */
export interface PaperShape {
  readonly path: string;
  readonly fill: string;
  /** From the path's pixels to those of the set. */
  readonly map: Affine;
}

/** The puppet as paper shapes, the one that lies furthest back first. */
export const puppetShapes = (puppet: Puppet): readonly PaperShape[] =>
  ORDER.flatMap((part) => {
    const map = partMap(puppet, part);
    return PARTS[part].papers.map(([fill, path]) => ({ path, fill, map }));
  });

/** How far a place is from a line between two others. */
function fromLine(
  [x, y]: readonly [number, number],
  [ax, ay]: readonly [number, number],
  [bx, by]: readonly [number, number],
): number {
  const [dx, dy] = [bx - ax, by - ay];
  const along = within(((x - ax) * dx + (y - ay) * dy) / (dx * dx + dy * dy || 1), 0, 1);
  return Math.hypot(x - ax - along * dx, y - ay - along * dy);
}

/** The part that is taken hold of at a place of the set, the foremost; undefined where there is none. */
export function partAt(puppet: Puppet, x: number, y: number): Part | undefined {
  return ORDER.findLast((part) => {
    const [boneX, boneY, reach] = PARTS[part].bone;
    const map = partMap(puppet, part);
    const start = part === 'body' ? mapped(map, 0, -60) : mapped(map, 0, 0);
    return fromLine([x, y], start, mapped(map, boneX, boneY)) <= reach;
  });
}

/** The puppet with a part pulled from one place of the set to another: the body goes along, a limb turns about its joint. */
export function pullPart(
  puppet: Puppet,
  part: Part,
  [fromX, fromY]: readonly [x: number, y: number],
  [toX, toY]: readonly [x: number, y: number],
): Puppet {
  if (part === 'body') return movePuppet(puppet, toX - fromX, toY - fromY);
  const [x, y] = mapped(partMap(puppet, part), 0, 0);
  const turned = Math.atan2(toY - y, toX - x) - Math.atan2(fromY - y, fromX - x);
  // The shorter way about.
  const short = Math.atan2(Math.sin(turned), Math.cos(turned));
  return turnLimb(puppet, part, (short * 180) / Math.PI);
}
