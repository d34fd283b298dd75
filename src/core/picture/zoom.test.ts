import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { moveZoomed, NEAREST, wholeScale, zoomBy, zoomedArea, zoomTo, type Zoom } from './zoom';

const room = { x: 100, y: 20, width: 800, height: 400 };
const picture = { width: 1600, height: 1200 };

/** A picture that has been zoomed and moved anyhow. */
const zooms = fc
  .array(
    fc.record({
      times: fc.double({ min: 0.2, max: 6, noNaN: true }),
      x: fc.nat(800),
      y: fc.nat(400),
      by: fc.integer({ min: -900, max: 900 }),
    }),
    { maxLength: 6 },
  )
  .map((steps) =>
    steps.reduce<Zoom | undefined>((zoom, { times, x, y, by }) => {
      const near = zoomBy(room, picture, zoom, times, { x: 100 + x, y: 20 + y });
      return moveZoomed(room, picture, near, { x: by, y: -by });
    }, undefined),
  );

describe('looking closer', () => {
  it('shows the whole picture in the middle of its room', () => {
    expect(wholeScale(room, picture)).toBe(1 / 3);
    expect(zoomedArea(room, picture, undefined)).toEqual({ x: 234, y: 20, width: 533, height: 400 });
  });

  it('keeps what is under the pointer there, wherever the picture reaches past its room', () => {
    fc.assert(
      fc.property(zooms, fc.nat(800), fc.nat(400), (zoom, x, y) => {
        const at = { x: 100 + x, y: 20 + y };
        const from = zoom && zoom.scale > 0.8 ? zoom : { scale: 0.8, x: 0.5, y: 0.5 };
        const before = zoomedArea(room, picture, from);
        const near = zoomBy(room, picture, from, 1.5, at);
        const after = zoomedArea(room, picture, near);
        const under = (area: typeof before): number[] => [
          (at.x - area.x) / area.width,
          (at.y - area.y) / area.height,
        ];
        const [u = 0, v = 0] = under(before);
        // Places and sizes are whole pixels.
        const [u2 = 0, v2 = 0] = under(after);
        expect(Math.abs(u - u2) * after.width).toBeLessThanOrEqual(2.6);
        expect(Math.abs(v - v2) * after.height).toBeLessThanOrEqual(2.6);
      }),
    );
  });

  it('never shows past the edge, nor comes nearer than the nearest, nor stays zoomed where all is in sight', () => {
    fc.assert(
      fc.property(zooms, (zoom) => {
        if (!zoom) return;
        expect(zoom.scale).toBeLessThanOrEqual(NEAREST);
        expect(zoom.scale).toBeGreaterThan(1 / 3);
        const { x, y, width, height } = zoomedArea(room, picture, zoom);
        const filled = (start: number, size: number, from: number, length: number): void => {
          if (size >= length)
            expect([start <= from + 1, start + size >= from + length - 1]).toEqual([true, true]);
          else expect(Math.abs(start + size / 2 - from - length / 2)).toBeLessThanOrEqual(1);
        };
        filled(x, width, room.x, room.width);
        filled(y, height, room.y, room.height);
      }),
    );
  });

  it('shows one pixel for one pixel, and the whole again when it goes far enough away', () => {
    const one = zoomTo(room, picture, undefined, 1);
    expect(zoomedArea(room, picture, one)).toEqual({ x: -300, y: -380, width: 1600, height: 1200 });
    expect(zoomBy(room, picture, one, 0.3)).toBeUndefined();
    expect(moveZoomed(room, picture, undefined, { x: 10, y: 10 })).toBeUndefined();
  });
});
