import { expect, test } from 'vitest';
import { posesOf } from '../film/items';
import { filmWith } from '../film/random-films';
import { scheduleOf } from '../film/schedule';
import { shotNeighbours, withLivePose } from './shot-neighbours';

const pose = (id: string, hold: number) => ({ id, photoId: 'a', hold });
// Frames 0–1, 2–4, 5, and in the second scene 6–9.
const film = filmWith([[pose('1', 2), pose('2', 3), pose('3', 1)], [pose('4', 4)]]);

const around = (place: Parameters<typeof shotNeighbours>[1], frame: number): unknown => {
  const { before, after, against, frame: at } = shotNeighbours(film, place, frame);
  const ids = (poses: typeof before): string => poses.map((each) => each.pose.id).join(' ');
  return [ids(before), ids(after), against?.pose.id, at];
};

test('around the place of the next photo stand the poses of its scene, the nearest first', () => {
  expect(around('end', 0)).toEqual(['3 2 1', '', '3', 6]);
  expect(around('end', 7)).toEqual(['4', '', '4', 10]);
  expect(around('behind', 3)).toEqual(['2 1', '3', '2', 5]);
  expect(around('instead', 3)).toEqual(['1', '3', '2', 2]);
  const none = shotNeighbours(filmWith([[]]), 'end', 0);
  expect([none.before, none.after, none.against, none.frame]).toEqual([[], [], undefined, 0]);
});

test('the live picture stands in the film as a photo that is taken would, and the film itself stays', () => {
  const live = { width: 1920, height: 1080 };
  const { film: shot, poseId } = withLivePose(film, live, { place: 'behind', poseId: '2', hold: 2 });
  expect(posesOf(shot).map(({ id, hold }) => [id, hold])).toEqual([
    ['1', 2],
    ['2', 3],
    [poseId, 2],
    ['3', 1],
    ['4', 4],
  ]);
  expect(scheduleOf(shot).frames).toBe(12);
  expect(posesOf(film)).toHaveLength(4);
});
