import { expect, test } from 'vitest';
import { chanceNumbers } from '../../chance/chance-numbers';
import type { LightPicture } from '../light-picture';
import { snappedOutline } from './snap-outline';

const SIZE = { width: 400, height: 300 };
const MIDDLE = { x: 190, y: 150 };
const RADIUS = 90;

/** A disc before a wall with a slow shade, with grain; without the disc where it is none. */
function picture(disc: boolean): LightPicture {
  const next = chanceNumbers(3);
  const { width, height } = SIZE;
  const data = new Float32Array(3 * width * height);
  for (let i = 0; i < data.length; i++) {
    const pixel = Math.floor(i / 3);
    const [x, y] = [(pixel % width) + 0.5, Math.floor(pixel / width) + 0.5];
    const inside = Math.min(1, Math.max(0, RADIUS - Math.hypot(x - MIDDLE.x, y - MIDDLE.y) + 0.5));
    const wall = 0.4 + 0.0003 * x;
    const seen = disc ? wall + 0.2 * inside : wall;
    data[i] = (seen + 0.012 * (next() + next() - 1)) ** 2;
  }
  return { ...SIZE, data };
}

/** As a hand goes around it: up to nine pixels inside or outside. */
const byHand = Array.from({ length: 60 }, (_, i) => {
  const turn = (i / 60) * 2 * Math.PI;
  const far = RADIUS + 9 * Math.sin(3 * turn + 1) * Math.cos(turn);
  return [MIDDLE.x + far * Math.cos(turn), MIDDLE.y + far * Math.sin(turn), 1];
}).flat();

/** How far an outline lies from the disc's edge, all along it, in pixels. */
function offs(points: readonly number[]): readonly number[] {
  const count = points.length / 3;
  return Array.from({ length: 20 * count }, (_, k) => {
    const [i, t] = [Math.floor(k / 20), (k % 20) / 20];
    const at = (n: number, c: number): number => points[3 * (n % count) + c] as number;
    const between = (c: number): number => at(i, c) + t * (at(i + 1, c) - at(i, c));
    return Math.abs(Math.hypot(between(0) - MIDDLE.x, between(1) - MIDDLE.y) - RADIUS);
  }).sort((a, b) => a - b);
}

test('an outline drawn by hand comes to lie on the edge near it, to a pixel in 95 of 100 places; where there is none it stays', () => {
  const hand = offs(byHand);
  expect(hand[Math.floor(hand.length * 0.95)]).toBeGreaterThan(6);
  const snapped = offs(snappedOutline(byHand, picture(true)));
  expect(snapped[Math.floor(snapped.length * 0.95)]).toBeLessThan(1);
  expect(snapped.at(-1)).toBeLessThan(2.5);
  const stays = offs(snappedOutline(byHand, picture(false)));
  for (const part of [0.25, 0.5, 0.75, 0.95])
    expect(
      Math.abs((stays[Math.floor(stays.length * part)] ?? 0) - (hand[Math.floor(hand.length * part)] ?? 0)),
    ).toBeLessThan(1);
});

test('outlines at the edge of the picture, outside it, of three corners, or that cross themselves stay outlines', () => {
  const { width, height } = SIZE;
  for (const points of [
    [0, 0, 1, width, 0, 1, width, height, 1, 0, height, 1],
    [-90, -80, 1, -40, -80, 1, -60, -20, 1],
    [10, 10, 1, 200, 250, 1, 200, 10, 1, 10, 250, 1],
    [5, 5, 1, 6, 5, 1, 6, 6, 1],
  ]) {
    const snapped = snappedOutline(points, picture(true));
    expect(snapped.length).toBeGreaterThanOrEqual(9);
    expect(snapped.every(Number.isFinite)).toBe(true);
  }
});
