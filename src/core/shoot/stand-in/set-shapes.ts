import { SET, type PaperShape } from './puppet';

const still = (path: string, fill: string): PaperShape => ({ path, fill, map: [1, 0, 0, 1, 0, 0] });

const rectangle = (x: number, y: number, width: number, height: number, fill: string): PaperShape =>
  still(`M${x},${y}h${width}v${height}h${-width}Z`, fill);

/** Where the wall ends and the floor begins. */
const FLOOR = 800;
const PLANKS = 8;

const tent = (x: number, width: number, fill: string, stripe: string): readonly PaperShape[] => [
  still(`M${x - width / 2},${FLOOR} L${x - width / 2},620 L${x},470 L${x + width / 2},620 V${FLOOR} Z`, fill),
  still(
    `M${x - width / 6},${FLOOR} L${x - width / 8},620 L${x},470 L${x + width / 8},620 L${x + width / 6},${FLOOR} Z`,
    stripe,
  ),
];

/** Pennants on a line that sags from one side to the other. */
function bunting(): readonly PaperShape[] {
  const colours = ['#b3362a', '#d9a437', '#216d74', '#6a2f66'];
  return Array.from({ length: 24 }, (_, i) => {
    const along = (i + 0.5) / 24;
    const y = 70 + 220 * along * (1 - along);
    const x = along * SET.width;
    return still(`M${x - 26},${y} L${x + 26},${y} L${x},${y + 62} Z`, colours[i % colours.length] as string);
  });
}

/** The empty set of the stand-in: a fairground of paper by evening, the furthest back first. */
export const SET_SHAPES: readonly PaperShape[] = [
  rectangle(0, 0, SET.width, FLOOR, '#5d3d6f'),
  rectangle(0, 430, SET.width, FLOOR - 430, '#c7745a'),
  rectangle(0, 620, SET.width, FLOOR - 620, '#e0a868'),
  still(`M0,700 C300,640 560,730 900,680 C1260,630 1560,720 ${SET.width},660 V${FLOOR} H0 Z`, '#6a4a72'),
  ...tent(330, 300, '#efe1c2', '#b3362a'),
  ...tent(1560, 380, '#efe1c2', '#216d74'),
  ...bunting(),
  rectangle(0, FLOOR, SET.width, SET.height - FLOOR, '#5a3822'),
  ...Array.from({ length: PLANKS }, (_, i) =>
    rectangle(
      0,
      FLOOR + (i * (SET.height - FLOOR)) / PLANKS,
      SET.width,
      (SET.height - FLOOR) / PLANKS - 3,
      i % 2 === 0 ? '#8a5a38' : '#7d4f30',
    ),
  ),
];
