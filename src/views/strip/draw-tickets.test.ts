import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import type { Item } from '../../core/film/film';
import { filmOf, filmWith } from '../../core/film/random-films';
import { scheduleOf, type Schedule } from '../../core/film/schedule';
import { bandedPicture, drawnCanvas, type DrawnCanvas, type Pixel } from '../drawn-canvas';
import {
  bandOf,
  drawCover,
  drawHoles,
  drawLost,
  drawPaper,
  drawTickets,
  drawVeils,
  type DrawnTicket,
  type SmallPicture,
  type TicketTheme,
  type TicketPen,
} from './draw-tickets';
import { showsTickets, sightOf, ticketsIn } from './ticket-sight';

const THEME: TicketTheme = {
  ...{ paper: '#f0e8d8', sheet: '#ffffff', edge: '#000000', hole: '#606060' },
  ...{ chosen: '#b08000', chosenSheet: '#ffe080', missing: '#ff0000' },
};
/** The height of tickets that the places below are of. */
const BAND = 112;
const WHITE = [255, 255, 255, 255];
const BLACK = [0, 0, 0, 255];
const BRASS = [176, 128, 0, 255];
const RED = [255, 0, 0, 255];
const GREEN = [0, 255, 0, 255];
const BLUE = [0, 0, 255, 255];
/** Twice as large as a ticket shows it, in three bands. */
const PICTURE = bandedPicture(232, 168, ['#ff0000', '#00ff00', '#0000ff'], false) as SmallPicture;

/** On the photo, and on the paper under it. */
const PHOTO_Y = 40;
const PAPER_Y = 90;

const penOn = ({ context, width }: DrawnCanvas, zoom: number, left = 0): TicketPen => ({
  ...{ context, theme: THEME, zoom, left, width, band: bandOf(BAND) },
});

/** All tickets of a film in sight, with changes to each. */
const ticketsOf = (plan: Schedule, change: Partial<DrawnTicket> = {}): DrawnTicket[] =>
  ticketsIn(sightOf(plan, { zoom: 30, left: 0, width: 30 * plan.frames })).map((entry) => ({
    ...{ entry, chosen: false, moving: false, picture: PICTURE },
    ...change,
  }));

/** A film's tickets, drawn at 30 pixels a frame. */
function drawn(plan: Schedule, change: Partial<DrawnTicket> = {}): DrawnCanvas {
  const canvas = drawnCanvas(30 * plan.frames, BAND);
  drawTickets(penOn(canvas, 30), ticketsOf(plan, change), true);
  return canvas;
}

const isBlank = ([, , , alpha]: Pixel): boolean => alpha === 0;

describe('tickets', () => {
  it('are as wide as their holds, a pixel apart, with the photo once at the left, cut evenly where it is too wide', () => {
    const { at } = drawn(scheduleOf(filmOf([[2, 6, 1]])));
    // A pixel is blank behind each.
    const blanks = Array.from({ length: 270 }, (_, x) => x).filter((x) => isBlank(at(x, PAPER_Y)));
    expect(blanks).toEqual([59, 239, 269]);
    // The middle of the photo in a box of 57 pixels, all of it in one of 116, with paper behind; the middle of the middle in 27.
    expect([at(3, PHOTO_Y), at(29, PHOTO_Y), at(56, PHOTO_Y)]).toEqual([RED, GREEN, BLUE]);
    expect([at(66, PHOTO_Y), at(119, PHOTO_Y), at(174, PHOTO_Y), at(190, PHOTO_Y)]).toEqual([
      RED,
      GREEN,
      BLUE,
      WHITE,
    ]);
    expect([at(243, PHOTO_Y), at(265, PHOTO_Y)]).toEqual([GREEN, GREEN]);
    // Held longer than on threes: a heavier edge.
    expect([at(3, PAPER_Y), at(63, PAPER_Y), at(65, PAPER_Y), at(243, PAPER_Y)]).toEqual([
      WHITE,
      BLACK,
      WHITE,
      WHITE,
    ]);
  });

  it('are brass where they are chosen, faint where they are dragged elsewhere, crossed out where their photo is gone', () => {
    const plan = scheduleOf(filmOf([[2]]));
    const chosen = drawn(plan, { chosen: true });
    expect([chosen.at(1, PAPER_Y), chosen.at(20, PAPER_Y), chosen.at(57, PAPER_Y)]).toEqual([
      BRASS,
      [255, 224, 128, 255],
      BRASS,
    ]);
    const moving = drawn(plan, { moving: true });
    for (const y of [PHOTO_Y, PAPER_Y]) expect(moving.at(29, y)[3]).toBeLessThan(190);
    expect(moving.at(29, PAPER_Y)[3]).toBeCloseTo(255 * 0.45, -1);
    const missing = drawn(plan, { missing: true });
    expect([missing.at(29, 43), missing.at(4, 5), missing.at(4, 81)]).toEqual([RED, RED, RED]);
  });

  it('are tracings where a cycle shows a pose again: no paper, a fainter photo, a dashed edge', () => {
    const pose = { id: 'pose', photoId: 'a', hold: 2 };
    const twice: Item = { id: 'cycle', times: 2, way: 'forward', endsTwice: false, items: [pose] };
    const { at } = drawn(scheduleOf(filmWith([[twice]])));
    expect([at(29, PAPER_Y), isBlank(at(89, PAPER_Y))]).toEqual([WHITE, true]);
    expect([at(29, PHOTO_Y)[3], at(89, PHOTO_Y)[3]]).toEqual([255, Math.round(255 * 0.38)]);
    const edge = (x: number): boolean[] => Array.from({ length: 90 }, (_, i) => isBlank(at(x, 10 + i)));
    expect(edge(0)).not.toContain(true);
    expect(new Set(edge(60))).toEqual(new Set([true, false]));
  });

  it('seen close by are drawn as far as they are shown, with a tracing of the photo every 480 pixels', () => {
    const canvas = drawnCanvas(1000, BAND);
    const [ticket] = ticketsOf(scheduleOf(filmOf([[96]])));
    if (!ticket) throw new Error('no ticket');
    drawTickets(penOn(canvas, 6000, 100_000), [ticket], true);
    const traced = Array.from({ length: 1000 }, (_, x) => x).filter(
      (x) => canvas.at(x, PHOTO_Y).join() !== WHITE.join(),
    );
    expect([traced[0], traced.length]).toEqual([321, 2 * 116]);
    expect(traced).toContain(801 + 115);
    // Its edges are far out of sight.
    expect([canvas.at(0, PAPER_Y), canvas.at(999, PAPER_Y)]).toEqual([WHITE, WHITE]);
  });
});

it('a hold is read by counting holes', () => {
  fc.assert(
    fc.property(
      fc.array(fc.integer({ min: 1, max: 12 }), { minLength: 1, maxLength: 6 }),
      fc.double({ min: 4, max: 60, noNaN: true }),
      (holds, zoom) => {
        const plan = scheduleOf(filmOf([holds]));
        const canvas = drawnCanvas(Math.ceil(plan.frames * zoom), BAND);
        drawHoles(penOn(canvas, zoom), 0, plan.frames);
        const y = BAND - 12;
        for (const { start, end, pose } of plan.poses) {
          let holes = 0;
          let inHole = false;
          for (let x = Math.floor(start * zoom); x < Math.floor(end * zoom); x++) {
            const isHole = !isBlank(canvas.at(x, y));
            if (isHole && !inHole) holes++;
            inHole = isHole;
          }
          expect(holes).toBe(pose.hold);
        }
      },
    ),
    { numRuns: 60 },
  );
});

it('frames too narrow for holes have a line instead', () => {
  const canvas = drawnCanvas(100, BAND);
  drawHoles(penOn(canvas, 0.5, 10), 20, 120);
  expect([canvas.at(0, 99), canvas.at(49, 100)]).toEqual([
    [96, 96, 96, 128],
    [96, 96, 96, 128],
  ]);
  expect([canvas.at(50, 99), canvas.at(20, 98), canvas.at(20, 101)].map(isBlank)).toEqual([true, true, true]);
});

it('where tickets are too narrow they are paper with lines between them, those chosen lie under veils, and those lost under an edge', () => {
  const canvas = drawnCanvas(300, BAND);
  const pen = penOn(canvas, 2, 100);
  drawPaper(pen, 150, [52, 60]);
  drawVeils(pen, [[52, 60]]);
  drawLost(pen, [[80, 90]]);
  const { at } = canvas;
  expect([at(2, 50), at(30, 50), at(199, 50)]).toEqual([WHITE, WHITE, WHITE]);
  expect(isBlank(at(201, 50))).toBe(true);
  // Between their edges white under brass, where they are lines black.
  expect(at(12, 50)).toEqual([233, 220, 184, 255]);
  expect(at(20, 50)).toEqual(BLACK);
  expect([at(65, 2), at(65, 7), at(85, 2)]).toEqual([RED, WHITE, WHITE]);
});

it('a picture fills its box, with what does not fit cut off evenly', () => {
  const { context, at } = drawnCanvas(60, 90);
  const tall = bandedPicture(100, 300, ['#ff0000', '#00ff00', '#0000ff'], true) as SmallPicture;
  drawCover(context, tall, { x: 5, y: 1, width: 50, height: 84 });
  // Of its bands of 100 the last 34, all, and the first 34 are seen, at half their size.
  expect([at(30, 2), at(30, 16), at(30, 20), at(30, 66), at(30, 70), at(30, 84)]).toEqual([
    RED,
    RED,
    GREEN,
    GREEN,
    BLUE,
    BLUE,
  ]);
  expect([at(4, 40), at(55, 40), at(30, 0), at(30, 85)].map(isBlank)).toEqual([true, true, true, true]);
  expect([at(5, 40), at(54, 40)]).toEqual([GREEN, GREEN]);
});

describe('what is in sight', () => {
  const plan = scheduleOf(filmOf([Array.from({ length: 50 }, () => 4)]));

  it('is every pose that shows a pixel, and no other', () => {
    fc.assert(
      fc.property(fc.nat({ max: 3000 }), fc.integer({ min: 1, max: 2000 }), (left, width) => {
        const seen = ticketsIn(sightOf(plan, { zoom: 10, left, width })).map(({ index }) => index);
        const right = plan.poses.filter(({ start, end }) => 10 * end > left && 10 * start < left + width);
        if (left < 2000) expect(seen).toEqual(right.map(({ index }) => index));
      }),
    );
  });

  it.each([
    [7.5, 'pictured', true],
    [7.4, 'ticketed', true],
    [2.25, 'ticketed', true],
    [2.2, 'edges', false],
    [0.5, 'edges', false],
    [0.4, 'nothing', false],
  ])('has as much of a pose on fours as there is room for at %d pixels a frame', (zoom, detail, grabbed) => {
    const sight = sightOf(plan, { zoom, left: 0, width: 500 });
    expect([sight.detail, showsTickets(sight)]).toEqual([detail, grabbed]);
    expect(ticketsIn(sight).length > 0).toBe(detail !== 'nothing');
  });
});
