import { disc, lay, rectangle, shape, type Ink } from './paper';

/** One leg: the turn of its upper part and the bend at the knee, in degrees; 0 hangs straight down. */
export interface LegPose {
  readonly swing: number;
  readonly bend: number;
}

/** How the puppet is set for one photo. Angles in degrees, clockwise on screen while it faces right. */
export interface HorsePose {
  /** Where the middle of the body is on the set, in pixels. */
  readonly x: number;
  readonly y: number;
  readonly facing: 'right' | 'left';
  readonly lean: number;
  readonly neck: number;
  readonly head: number;
  /** 0 closed to 1 wide open. */
  readonly mouth: number;
  /** 0 open to 1 closed. */
  readonly blink: number;
  readonly tail: number;
  readonly ear: number;
  readonly legs: {
    readonly nearFront: LegPose;
    readonly nearBack: LegPose;
    readonly farFront: LegPose;
    readonly farBack: LegPose;
  };
}

const CREAM = '#efe1c2';
const CREAM_FAR = '#c3ab87';
const MANE = '#6a2f66';
const SADDLE = '#c8392b';
const BRASS = '#d9a437';
const TEAL = '#216d74';
const HOOF = '#4a2f22';

const BODY = shape(
  'M-138,-28 C-156,-88 -84,-100 -32,-84 C20,-70 66,-84 112,-98 C166,-84 170,-8 144,34 C114,74 40,66 0,64 C-60,66 -112,78 -144,42 C-164,10 -152,-8 -138,-28 Z',
);
const NECK = shape(
  'M-56,34 C-58,-30 -30,-104 -6,-150 C10,-172 48,-170 56,-146 C52,-100 64,-50 58,12 C40,58 -20,66 -56,34 Z',
);
const HEAD = shape(
  'M-34,-10 C-30,-46 12,-58 40,-36 C66,-12 100,14 112,38 C122,58 108,72 92,66 C66,58 40,50 14,46 C-16,44 -38,22 -34,-10 Z',
);
const JAW = shape('M0,0 C30,6 60,10 84,18 C90,30 76,36 60,32 C34,26 10,20 -8,14 Z');
const EAR = shape('M-12,0 C-16,-26 -4,-50 6,-58 C16,-40 18,-18 12,2 Z');
const UPPER = shape('M-27,-26 C-34,10 -22,54 -15,84 L15,84 C22,54 34,10 27,-26 C14,-42 -14,-42 -27,-26 Z');
const LOWER = shape('M-15,-8 C-18,20 -12,50 -12,72 L12,72 C12,50 18,20 15,-8 C8,-16 -8,-16 -15,-8 Z');
const HOOF_SHAPE = shape('M-14,66 L14,66 L21,92 L-19,92 Z');
const TAIL = shape(
  'M0,0 C-34,-22 -66,2 -72,44 C-78,90 -60,120 -84,158 C-44,150 -26,118 -30,84 C-30,58 -22,40 6,28 Z',
);
const MANE_SHAPE = shape(
  'M-2,-158 C-34,-150 -42,-128 -40,-112 C-62,-104 -66,-82 -58,-66 C-80,-56 -80,-32 -68,-16 C-86,-4 -80,22 -62,34 C-40,24 -34,-10 -24,-44 C-14,-84 4,-120 18,-150 Z',
);
const FORELOCK = shape('M-14,-40 C10,-66 40,-52 44,-24 C28,-34 8,-34 -14,-22 Z');
const SADDLE_CLOTH = shape(
  'M-62,-94 C-30,-84 24,-80 56,-90 C62,-40 50,0 34,16 C2,26 -34,22 -54,8 C-66,-20 -66,-60 -62,-94 Z',
);
const SADDLE_SEAT = shape(
  'M-58,-104 C-50,-84 -20,-80 4,-82 C28,-84 44,-92 50,-110 C62,-100 58,-70 36,-62 C4,-54 -30,-54 -52,-66 C-66,-78 -66,-96 -58,-104 Z',
);

const turned = (ink: Ink, x: number, y: number, degrees: number, draw: () => void): void => {
  ink.save();
  ink.translate(x, y);
  ink.rotate((degrees * Math.PI) / 180);
  draw();
  ink.restore();
};

function leg(ink: Ink, x: number, y: number, { swing, bend }: LegPose, far: boolean): void {
  const fill = far ? CREAM_FAR : CREAM;
  turned(ink, x, y, -swing, () => {
    turned(ink, 0, 78, bend, () => {
      lay(ink, LOWER, { fill, material: 'wood', lift: far ? 3 : 5 });
      lay(ink, HOOF_SHAPE, { fill: far ? '#35211a' : HOOF, material: 'wood', lift: 2 });
      if (!far) lay(ink, rectangle(-14, 56, 28, 9, 4), { fill: BRASS, lift: 1 });
    });
    lay(ink, UPPER, { fill, material: 'wood', lift: far ? 3 : 6 });
    if (!far) lay(ink, disc(0, 76, 6), { fill: BRASS, lift: 1 });
  });
}

function headOf(ink: Ink, pose: HorsePose): void {
  turned(ink, 22, -136, pose.head, () => {
    turned(ink, -6, -34, pose.ear - 12, () => lay(ink, EAR, { fill: CREAM_FAR, material: 'wood', lift: 3 }));
    if (pose.mouth > 0.02) {
      lay(ink, shape('M34,44 L104,58 L84,84 L30,62 Z'), { fill: '#5d1d1f', lift: 1, edge: false });
    }
    turned(ink, 26, 44, pose.mouth * 26, () => lay(ink, JAW, { fill: CREAM, material: 'wood', lift: 3 }));
    lay(ink, HEAD, { fill: CREAM, material: 'wood', lift: 6 });
    turned(ink, 4, -38, pose.ear, () => lay(ink, EAR, { fill: CREAM, material: 'wood', lift: 3 }));
    lay(ink, FORELOCK, { fill: MANE, lift: 3 });
    // Bridle, cheek and nostril.
    lay(ink, shape('M58,-18 L68,-10 L44,54 L32,50 Z'), { fill: SADDLE, lift: 2 });
    lay(ink, disc(52, 14, 8), { fill: BRASS, lift: 2 });
    lay(ink, disc(100, 46, 5), { fill: '#7c5a44', lift: 0, edge: false });
    lay(ink, disc(-4, 22, 15), { fill: '#e59a80', lift: 0, edge: false });
    if (pose.blink > 0.6) {
      ink.strokeStyle = '#2d1c18';
      ink.lineWidth = 4;
      ink.lineCap = 'round';
      ink.beginPath();
      ink.arc(24, -8, 12, 0.2, Math.PI - 0.2);
      ink.stroke();
    } else {
      lay(ink, disc(24, -6, 14), { fill: '#fffaf0', lift: 1 });
      lay(ink, disc(28, -5, 8.5), { fill: '#2d1c18', lift: 0, edge: false });
      lay(ink, disc(31, -9, 2.6), { fill: '#ffffff', lift: 0, edge: false });
    }
  });
}

/** Lays the puppet on the set, from the far legs to the mane. */
export function layHorse(ink: Ink, pose: HorsePose, scale: number): void {
  ink.save();
  ink.translate(pose.x, pose.y);
  ink.scale(pose.facing === 'left' ? -scale : scale, scale);
  ink.rotate((pose.lean * Math.PI) / 180);
  leg(ink, -86, 34, pose.legs.farBack, true);
  leg(ink, 112, 32, pose.legs.farFront, true);
  turned(ink, -138, -44, pose.tail, () => lay(ink, TAIL, { fill: MANE, lift: 5 }));
  lay(ink, BODY, { fill: CREAM, material: 'wood', lift: 8 });
  for (const [x, y, r] of [
    [-104, -34, 13],
    [-84, -2, 10],
    [-116, 4, 8],
    [-94, 30, 7],
    [120, -20, 8],
    [126, 8, 6],
  ] as const) {
    lay(ink, disc(x, y, r), { fill: '#dcc49a', lift: 0, edge: false });
  }
  leg(ink, -104, 40, pose.legs.nearBack, false);
  leg(ink, 96, 40, pose.legs.nearFront, false);
  lay(ink, SADDLE_CLOTH, { fill: TEAL, lift: 3 });
  for (let i = 0; i < 6; i++)
    lay(ink, disc(-46 + i * 17, 8 + 4 * Math.sin((i / 5) * Math.PI), 6), { fill: BRASS, lift: 1 });
  lay(ink, SADDLE_SEAT, { fill: SADDLE, lift: 4 });
  turned(ink, 106, -48, pose.neck, () => {
    lay(ink, NECK, { fill: CREAM, material: 'wood', lift: 6 });
    headOf(ink, pose);
    lay(ink, MANE_SHAPE, { fill: MANE, lift: 5 });
    lay(ink, shape('M-56,22 C-20,50 30,50 60,14 L58,-4 C30,30 -14,34 -58,2 Z'), { fill: SADDLE, lift: 2 });
    for (let i = 0; i < 5; i++)
      lay(ink, disc(-42 + i * 22, 25 + 9 * Math.sin((i / 4) * Math.PI), 6), { fill: BRASS, lift: 1 });
  });
  ink.restore();
}

/** The soft shadow where the puppet stands over the boards, `height` pixels above them. */
export function groundShadow(ink: Ink, x: number, ground: number, height: number, scale: number): void {
  const spread = 1 + height / 500;
  ink.save();
  ink.globalCompositeOperation = 'multiply';
  ink.translate(x + 16, ground);
  ink.scale(1, 0.16);
  const radius = 190 * scale * spread;
  const shade = ink.createRadialGradient(0, 0, 0, 0, 0, radius);
  const dark = Math.max(0.12, 0.6 - height / 700);
  shade.addColorStop(0, `rgba(30,14,26,${dark})`);
  shade.addColorStop(0.6, `rgba(30,14,26,${dark * 0.6})`);
  shade.addColorStop(1, 'rgba(30,14,26,0)');
  ink.fillStyle = shade;
  ink.beginPath();
  ink.arc(0, 0, radius, 0, Math.PI * 2);
  ink.fill();
  ink.restore();
}
