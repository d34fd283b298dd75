import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import type { Item } from '../../core/film/film';
import { filmOf, filmWith } from '../../core/film/random-films';
import { scheduleOf, type Schedule } from '../../core/film/schedule';
import { writtenCanvas, type WrittenCanvas } from '../written-canvas';
import {
  BAND,
  drawCover,
  drawHoles,
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
  ...{ paper: 'paper', sheet: 'sheet', edge: 'edge', hole: 'hole', chosen: 'brass', chosenSheet: 'wash' },
  missing: 'missing',
};
const PICTURE = { width: 232, height: 168 } as SmallPicture;

const penOn = ({ context }: WrittenCanvas, zoom: number, left = 0, width = 1000): TicketPen => ({
  ...{ context, theme: THEME, zoom, left, width },
});

/** All tickets of a film in sight, with changes to each. */
const ticketsOf = (plan: Schedule, change: Partial<DrawnTicket> = {}): DrawnTicket[] =>
  ticketsIn(sightOf(plan, { zoom: 30, left: 0, width: 30 * plan.frames })).map((entry) => ({
    ...{ entry, chosen: false, moving: false, picture: PICTURE },
    ...change,
  }));

/** What a film's tickets are drawn with, at 30 pixels a frame. */
function drawn(plan: Schedule, change: Partial<DrawnTicket> = {}): WrittenCanvas {
  const canvas = writtenCanvas();
  drawTickets(penOn(canvas, 30), ticketsOf(plan, change), true);
  return canvas;
}

describe('tickets', () => {
  it('are as wide as their holds, a pixel apart, with the photo once at the left', () => {
    const { of } = drawn(scheduleOf(filmOf([[2, 6, 1]])));
    expect(of('roundRect').map(({ given }) => given)).toEqual([
      [0.5, 0.5, 58, BAND - 1, 4],
      [60.5, 0.5, 178, BAND - 1, 4],
      [240.5, 0.5, 28, BAND - 1, 4],
    ]);
    // A box of 57, 116 and 27 by 84 pixels, of a picture that is 84 high at half its size.
    expect(of('drawImage').map(({ given }) => given.slice(1))).toEqual([
      [59, 0, 114, 168, 1, 1, 57, 84],
      [0, 0, 232, 168, 61, 1, 116, 84],
      [89, 0, 54, 168, 241, 1, 27, 84],
    ]);
    // Held longer than on threes.
    expect(of('fillRect')).toMatchObject([{ given: [60, 1, 4, BAND - 2], colour: 'edge' }]);
  });

  it('are brass where they are chosen, faint where they are dragged elsewhere', () => {
    const plan = scheduleOf(filmOf([[2]]));
    const chosen = drawn(plan, { chosen: true });
    expect(chosen.of('fill')[0]?.colour).toBe('wash');
    expect(chosen.of('strokeRect')[0]).toMatchObject({ colour: 'brass', given: [1.5, 1.5, 56, BAND - 3] });
    const moving = drawn(plan, { moving: true });
    for (const call of ['fill', 'drawImage', 'stroke'])
      expect(moving.of(call).map(({ alpha }) => alpha)).toEqual([0.45]);
  });

  it('are tracings where a cycle shows a pose again', () => {
    const pose = { id: 'pose', photoId: 'a', hold: 2 };
    const twice: Item = { id: 'cycle', times: 2, way: 'forward', endsTwice: false, items: [pose] };
    const { of } = drawn(scheduleOf(filmWith([[twice]])));
    expect(of('fill').map(({ colour }) => colour)).toEqual(['sheet']);
    expect(of('stroke').map(({ dashed }) => dashed)).toEqual([false, true]);
    expect(of('drawImage').map(({ alpha }) => alpha)).toEqual([1, 0.38]);
  });

  it('seen close by are drawn as far as they are shown', () => {
    const canvas = writtenCanvas();
    const [ticket] = ticketsOf(scheduleOf(filmOf([[96]])));
    if (!ticket) throw new Error('no ticket');
    drawTickets(penOn(canvas, 6000, 100_000), [ticket], true);
    expect(canvas.of('roundRect')[0]?.given).toEqual([-7.5, 0.5, 1014, BAND - 1, 4]);
    // Of its tracings, one every 480 pixels, those that are seen.
    expect(canvas.of('drawImage').map(({ given, alpha }) => [given[5], alpha])).toEqual([
      [321, 0.38],
      [801, 0.38],
    ]);
  });
});

it('a hold is read by counting holes', () => {
  fc.assert(
    fc.property(
      fc.array(fc.integer({ min: 1, max: 24 }), { minLength: 1, maxLength: 20 }),
      fc.double({ min: 2.5, max: 96, noNaN: true }),
      (holds, zoom) => {
        const canvas = writtenCanvas();
        const plan = scheduleOf(filmOf([holds]));
        drawHoles(penOn(canvas, zoom), 0, plan.frames);
        const places = [
          ...canvas.of('arc').map(({ given }) => given as [number, number, number]),
          ...canvas.of('rect').map(({ given: [x, , across] }) => [Number(x) + Number(across) / 2]),
        ].map(([x]) => x as number);
        for (const { start, end, pose } of plan.poses)
          expect(places.filter((x) => x > start * zoom && x < end * zoom)).toHaveLength(pose.hold);
      },
    ),
  );
});

it('frames too narrow for holes have a line instead', () => {
  const canvas = writtenCanvas();
  drawHoles(penOn(canvas, 0.5, 10), 20, 120);
  expect(canvas.strokes).toMatchObject([{ call: 'fillRect', given: [0, 99, 50, 2], colour: 'hole' }]);
});

it('where tickets are too narrow they are paper with lines between them, and those chosen lie under veils', () => {
  const canvas = writtenCanvas();
  const pen = penOn(canvas, 2, 100, 300);
  drawPaper(pen, 150, [52, 60]);
  expect(canvas.of('fillRect')[0]).toMatchObject({ given: [-8, 0, 208, BAND], colour: 'sheet' });
  expect(canvas.of('moveTo').map(({ given }) => given)).toEqual([
    [4.5, 0],
    [20.5, 0],
  ]);
  drawVeils(pen, [[52, 60]]);
  expect(canvas.of('fillRect')[1]).toMatchObject({ given: [4, 0, 16, BAND], colour: 'brass', alpha: 0.28 });
});

it('a picture fills its box, with what does not fit cut off evenly', () => {
  const { context, of } = writtenCanvas();
  drawCover(context, { width: 100, height: 300 } as SmallPicture, { x: 5, y: 1, width: 50, height: 84 });
  expect(of('drawImage')[0]?.given.slice(1)).toEqual([0, 66, 100, 168, 5, 1, 50, 84]);
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
