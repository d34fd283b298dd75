import { disc, glow, lay, rectangle, shape, type Ink } from './paper';
import { randomFrom } from './random';

export const WIDTH = 1600;
export const HEIGHT = 1200;
/** Where hooves stand, and where the carousel's floor is. */
export const GROUND = 1046;
export const BULBS = 15;

/** How the set is lit for one photo. */
export interface Lighting {
  /** 0 to 1 for each bulb on the line. */
  readonly bulbs: readonly number[];
  /** 0 to 1: the lamps of the carousel. */
  readonly carousel: number;
  /** 0 to 1: the lamp in the booth. */
  readonly booth: number;
}

const SKY = ['#2b2850', '#41315f', '#6a3f6c', '#a35569', '#d67a62', '#f0a566', '#f7c987'];

function wave(y: number, height: number, bumps: number, seed: number): string {
  const random = randomFrom(seed);
  let path = `M-40,${HEIGHT} L-40,${y}`;
  const step = (WIDTH + 80) / bumps;
  for (let i = 0; i < bumps; i++) {
    const x = -40 + i * step;
    const [a, b] = [height * (random() - 0.5), height * (random() - 0.5)];
    path += ` C${x + step * 0.3},${y + a} ${x + step * 0.7},${y + b} ${x + step},${y + height * 0.2 * (random() - 0.5)}`;
  }
  return `${path} L${WIDTH + 40},${HEIGHT} Z`;
}

function sky(ink: Ink): void {
  ink.fillStyle = SKY[0] as string;
  ink.fillRect(0, 0, WIDTH, HEIGHT);
  SKY.forEach((fill, i) => {
    if (i === 0) lay(ink, rectangle(-20, -20, WIDTH + 40, HEIGHT), { fill, lift: 0 });
    else lay(ink, shape(wave(70 + i * 106, 64, 5, 40 + i)), { fill, lift: 7 });
  });
  const random = randomFrom(5);
  for (let i = 0; i < 34; i++)
    lay(ink, disc(random() * WIDTH, random() * 230, 2 + random() * 2.4), {
      fill: '#fff1cf',
      lift: 1,
      edge: false,
    });
  lay(ink, shape('M922,150 A62,62 0 1,0 966,222 A52,52 0 1,1 922,150 Z'), { fill: '#fbe6b4', lift: 6 });
}

function bigWheel(ink: Ink): void {
  const [x, y, r] = [905, 560, 205];
  const rim = shape(
    `M${x - r},${y} a${r},${r} 0 1,0 ${2 * r},0 a${r},${r} 0 1,0 ${-2 * r},0 Z M${x - r + 13},${y} a${r - 13},${r - 13} 0 1,1 ${2 * (r - 13)},0 a${r - 13},${r - 13} 0 1,1 ${-2 * (r - 13)},0 Z`,
  );
  lay(
    ink,
    shape(
      `M${x - 14},${y} L${x - 120},850 L${x - 96},850 L${x},${y + 30} L${x + 96},850 L${x + 120},850 L${x + 14},${y} Z`,
    ),
    { fill: '#5a3358', lift: 5 },
  );
  for (let i = 0; i < 12; i++) {
    const angle = (i / 12) * Math.PI * 2 + 0.2;
    ink.save();
    ink.translate(x, y);
    ink.rotate(angle);
    lay(ink, rectangle(0, -3, r - 5, 6), { fill: '#6d3d62', lift: 2 });
    ink.restore();
  }
  lay(ink, rim, { fill: '#6d3d62', lift: 5 });
  for (let i = 0; i < 12; i++) {
    const angle = (i / 12) * Math.PI * 2 + 0.2;
    const [cx, cy] = [x + Math.cos(angle) * r, y + Math.sin(angle) * r];
    const fill = ['#b9485a', '#2f6d78', '#d39a4a'][i % 3] as string;
    lay(
      ink,
      shape(
        `M${cx - 24},${cy + 8} L${cx + 24},${cy + 8} C${cx + 22},${cy + 44} ${cx - 22},${cy + 44} ${cx - 24},${cy + 8} Z`,
      ),
      { fill, lift: 4 },
    );
    lay(ink, shape(`M${cx - 28},${cy + 8} L${cx},${cy - 14} L${cx + 28},${cy + 8} Z`), {
      fill: '#ecd6ac',
      lift: 3,
    });
  }
  lay(ink, disc(x, y, 24), { fill: '#d39a4a', lift: 4 });
}

function tents(ink: Ink): void {
  lay(ink, shape(wave(800, 70, 6, 91)), { fill: '#5b3a5b', lift: 6 });
  for (const [x, w, h, a, b] of [
    [620, 190, 150, '#a8484f', '#e7cfa6'],
    [1075, 160, 120, '#2f6670', '#e7cfa6'],
    [1560, 220, 170, '#8b4a72', '#e7cfa6'],
  ] as const) {
    lay(
      ink,
      shape(
        `M${x - w / 2},866 L${x - w / 2 + 10},${866 - h * 0.45} L${x},${866 - h} L${x + w / 2 - 10},${866 - h * 0.45} L${x + w / 2},866 Z`,
      ),
      { fill: b, lift: 5 },
    );
    for (let i = 0; i < 4; i++) {
      const [l, r] = [-0.5 + i * 0.27, -0.5 + i * 0.27 + 0.14];
      lay(
        ink,
        shape(
          `M${x + l * w},866 L${x + l * w * 0.9},${866 - h * 0.45} L${x},${866 - h} L${x + r * w * 0.9},${866 - h * 0.45} L${x + r * w},866 Z`,
        ),
        { fill: a, lift: 1 },
      );
    }
    lay(ink, shape(`M${x},${866 - h - 34} L${x + 34},${866 - h - 24} L${x},${866 - h - 12} Z`), {
      fill: '#e3b14f',
      lift: 2,
    });
  }
}

function boards(ink: Ink): void {
  const random = randomFrom(23);
  let y = 852;
  let row = 0;
  while (y < HEIGHT + 20) {
    const height = 26 + row * 7;
    let x = -60 - random() * 300;
    while (x < WIDTH + 40) {
      const length = 380 + random() * 380;
      const tone = Math.floor(random() * 4);
      lay(ink, rectangle(x, y, length - 4, height - 3, 2), {
        fill: ['#8a5a3c', '#7c4f35', '#936342', '#845538'][tone] as string,
        material: 'wood',
        lift: 3,
      });
      for (const nail of [x + 14, x + length - 22])
        lay(ink, disc(nail, y + height / 2, 2.6), { fill: '#4d3022', lift: 0, edge: false });
      x += length;
    }
    y += height;
    row++;
  }
}

function booth(ink: Ink, light: number): void {
  const x = 1150;
  lay(ink, rectangle(x, 470, 330, 536), { fill: '#1f5f66', material: 'wood', lift: 10 });
  for (let i = 0; i < 6; i++)
    lay(ink, rectangle(x + 6 + i * 54, 792, 46, 208, 3), {
      fill: i % 2 ? '#2a757b' : '#256c73',
      material: 'wood',
      lift: 2,
    });
  lay(ink, rectangle(x - 14, 762, 358, 28, 4), { fill: '#e2c48d', material: 'wood', lift: 7 });
  lay(ink, rectangle(x + 46, 540, 238, 206, 6), { fill: '#e2c48d', material: 'wood', lift: 4 });
  lay(ink, rectangle(x + 62, 556, 206, 186, 4), {
    fill: light > 0.5 ? '#ffd97d' : '#46384f',
    lift: 0,
    edge: false,
  });
  lay(ink, shape(`M${x + 62},556 h46 c-4,60 -14,120 -46,150 Z`), { fill: '#b23a3a', lift: 4 });
  lay(ink, shape(`M${x + 268},556 h-46 c4,60 14,120 46,150 Z`), { fill: '#b23a3a', lift: 4 });
  lay(ink, rectangle(x + 140, 700, 54, 42, 3), { fill: '#5b3042', lift: 3 });
  lay(ink, shape(`M${x + 150},700 a17,17 0 0,1 34,0 Z`), { fill: BRASS, lift: 2 });
  for (let i = 0; i < 7; i++) {
    const left = x - 34 + i * 57;
    lay(
      ink,
      shape(`M${left + 12},440 L${left + 57 + (i < 3 ? 0 : 0)},440 L${left + 57},512 a28.5,26 0 0,1 -57,0 Z`),
      { fill: i % 2 ? '#f3e3c0' : '#c8392b', lift: 5 },
    );
  }
  lay(ink, shape(`M${x - 20},446 L${x + 26},360 L${x + 304},360 L${x + 352},446 Z`), {
    fill: '#b0342a',
    material: 'wood',
    lift: 7,
  });
  lay(ink, rectangle(x + 46, 318, 238, 68, 12), { fill: '#f3e3c0', lift: 7 });
  ink.save();
  ink.fillStyle = '#5b2f3c';
  ink.font = '800 42px serif';
  ink.textAlign = 'center';
  ink.textBaseline = 'middle';
  ink.fillText('TICKETS', x + 165, 354);
  ink.restore();
  for (let i = 0; i < 9; i++)
    lay(ink, disc(x + 58 + i * 27, 324, 4), {
      fill: light > 0.5 ? '#ffe9a8' : '#8d7550',
      lift: 1,
      edge: false,
    });
}

const BRASS = '#d9a437';

/** The carousel; `turn` from 0 to 1 moves its stripes and mirrors by one. */
function carouselBack(ink: Ink, light: number, turn: number): void {
  lay(ink, rectangle(206, 330, 128, 590), { fill: '#8c3550', lift: 6 });
  for (let i = 0; i < 5; i++) {
    const lit = light > 0.5;
    const y = 380 + i * 104;
    const shift = ((i % 2 ? turn : 1 - turn) - 0.5) * 26;
    lay(ink, shape(`M${270 + shift},${y} l38,44 l-38,44 l-38,-44 Z`), {
      fill: lit ? '#fbe2a0' : '#b88e63',
      lift: 3,
    });
  }
  for (const x of [40, 470]) lay(ink, rectangle(x, 340, 16, 590, 8), { fill: BRASS, lift: 4 });
}

function carouselFloor(ink: Ink): void {
  lay(ink, shape('M-60,930 C120,900 420,900 590,930 L590,990 C420,1018 120,1018 -60,990 Z'), {
    fill: '#74303f',
    material: 'wood',
    lift: 12,
  });
  lay(ink, shape('M-60,924 C120,894 420,894 590,924 C420,962 120,962 -60,924 Z'), {
    fill: '#c79a5c',
    material: 'wood',
    lift: 3,
  });
  for (let i = 0; i < 9; i++)
    lay(ink, disc(-30 + i * 76, 982 + 12 * Math.sin(((i + 0.4) / 8.4) * Math.PI), 11), {
      fill: i % 2 ? '#e3b14f' : '#f3e3c0',
      lift: 2,
    });
}

function carouselTop(ink: Ink, light: number, turn: number): void {
  // The stripes go around; the roof stays where it is.
  ink.save();
  ink.beginPath();
  ink.rect(-200, -100, 748, 520);
  ink.clip();
  for (let i = -1; i < 9; i++) {
    const left = -96 + (i + turn * 2 - 1) * 82;
    const fill = (i + 10) % 2 ? '#f3e3c0' : '#c8392b';
    lay(
      ink,
      shape(
        `M${270 + (left - 270) * 0.1},96 L${270 + (left + 82 - 270) * 0.1},96 L${left + 82},300 L${left},300 Z`,
      ),
      { fill, lift: 4 },
    );
  }
  for (let i = -1; i < 9; i++) {
    const left = -96 + (i + turn * 2 - 1) * 82;
    lay(ink, shape(`M${left},296 h82 v38 a41,36 0 0,1 -82,0 Z`), {
      fill: (i + 10) % 2 ? '#216d74' : '#e3b14f',
      lift: 6,
    });
    lay(ink, disc(left + 41, 322, 9), { fill: light > 0.5 ? '#fff3c4' : '#a17f4c', lift: 2, edge: false });
    glow(ink, left + 41, 322, 62, '#ffb648', light * 0.6);
  }
  ink.restore();
  lay(ink, disc(270, 82, 26), { fill: BRASS, lift: 5 });
  lay(ink, shape('M270,-4 L330,18 L270,40 Z'), { fill: '#c8392b', lift: 4 });
  lay(ink, rectangle(265, -8, 8, 72, 3), { fill: BRASS, lift: 3 });
}

/** Where bulb `i` hangs on the line between carousel and booth. */
function bulbAt(i: number): [number, number] {
  const t = (i + 0.5) / BULBS;
  return [540 + t * 640, 300 + 62 * t + 190 * t * (1 - t) * 1.3];
}

function line(ink: Ink, bulbs: readonly number[]): void {
  ink.strokeStyle = '#2b1c26';
  ink.lineWidth = 4;
  ink.beginPath();
  ink.moveTo(528, 300);
  for (let i = 0; i < BULBS; i++) ink.lineTo(...bulbAt(i));
  ink.lineTo(1186, 362);
  ink.stroke();
  for (let i = 0; i < BULBS; i++) {
    const [x, y] = bulbAt(i);
    if (i % 2) {
      const fill = ['#c8392b', '#e3b14f', '#216d74', '#8b4a72'][(i >> 1) % 4] as string;
      lay(ink, shape(`M${x - 22},${y - 2} L${x + 22},${y + 2} L${x},${y + 52} Z`), { fill, lift: 4 });
    }
    const on = bulbs[i] ?? 0;
    lay(ink, disc(x, y + 8, 11), { fill: on > 0.5 ? '#fff2bd' : '#b48d5a', lift: 3 });
    glow(ink, x, y + 8, 62, '#ffb648', on * 0.55);
  }
}

/** All that stands behind the puppet. */
export function layBackground(ink: Ink, lighting: Lighting, turn: number): void {
  sky(ink);
  bigWheel(ink);
  tents(ink);
  boards(ink);
  carouselBack(ink, lighting.carousel, turn);
  carouselFloor(ink);
  booth(ink, lighting.booth);
  line(ink, lighting.bulbs);
}

/** What hangs before the puppet: the roof of the carousel. */
export function layForeground(ink: Ink, lighting: Lighting, turn: number): void {
  carouselTop(ink, lighting.carousel, turn);
}

/** Evening falls over the whole picture, as far as lamps do not light it. */
export function layEvening(ink: Ink, lighting: Lighting): void {
  const lamps = lighting.bulbs.reduce((sum, each) => sum + each, 0) / BULBS;
  const dark = 0.36 - 0.2 * lamps - 0.06 * lighting.carousel;
  ink.save();
  ink.globalCompositeOperation = 'multiply';
  ink.fillStyle = `rgba(58,46,104,${dark})`;
  ink.fillRect(-200, -200, WIDTH + 400, HEIGHT + 400);
  ink.restore();
  glow(ink, 1315, 650, 520, '#ffb84d', 0.5 * lighting.booth);
  glow(ink, 1290, 1040, 380, '#d98a3d', 0.32 * lighting.booth);
  glow(ink, 290, 600, 640, '#ffb659', 0.5 * lighting.carousel);
  glow(ink, 860, 520, 760, '#e79a55', 0.3 * lamps);
}
