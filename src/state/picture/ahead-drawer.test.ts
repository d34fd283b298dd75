import { expect, test } from 'vitest';
import { scaledRecipe } from '../../core/picture/random-recipes';
import { DrawnPictures } from '../../engine/browser/pictures/drawn-pictures';
import type { PictureWish } from '../../engine/browser/pictures/picture-cache';
import { AheadDrawer, type DrawnSoFar } from './ahead-drawer';

const size = { width: 10, height: 10 };
const recipe = scaledRecipe(size, size);
const wish = (key: string): PictureWish => ({ key, recipe, size, kind: 'played' });
const wishes = (keys: string): readonly PictureWish[] => keys.split('').map(wish);
const file = new Blob([new Uint8Array(100)]);

/** A drawer whose making and waiting is in the hands of the test. */
function drawerFor(room: number): {
  readonly drawer: AheadDrawer;
  readonly drawn: DrawnPictures;
  readonly state: { busy: boolean; from: number; told: DrawnSoFar | undefined };
  /** What is being made, the first asked for first. */
  readonly making: string[];
  readonly finish: (key: string, made?: Blob) => Promise<void>;
  /** Lets time go by. */
  readonly pass: () => void;
} {
  const drawn = new DrawnPictures(room * file.size);
  const state = { busy: false, from: 0, told: undefined as DrawnSoFar | undefined };
  const making: string[] = [];
  const ways = new Map<string, (made: Blob | undefined) => void>();
  let waiting: (() => void)[] = [];
  const drawer = new AheadDrawer(
    {
      make: ({ key }) => {
        making.push(key);
        return new Promise((resolve) => ways.set(key, resolve));
      },
      isBusy: () => state.busy,
      from: () => state.from,
      atOnce: () => 2,
      later: (then) => void waiting.push(then),
      now: () => 0,
      tell: (told) => (state.told = told),
    },
    drawn,
  );
  return {
    ...{ drawer, drawn, state, making },
    finish: async (key, made) => {
      making.splice(making.indexOf(key), 1);
      ways.get(key)?.(made);
      await new Promise((resolve) => setImmediate(resolve));
    },
    pass: () => {
      const due = waiting;
      waiting = [];
      due.forEach((each) => each());
    },
  };
}

test('draws from where it is most urgent, two at a time, each once, and tells how far it is', async () => {
  const { drawer, drawn, state, making, finish, pass } = drawerFor(9);
  state.from = 0.5;
  drawer.follow(wishes('abbcd'));
  expect(making).toEqual([]);
  pass();
  expect(making).toEqual(['c', 'd']);
  expect(state.told).toMatchObject({ done: 0, total: 4 });
  await finish('d', file);
  expect(making).toEqual(['c', 'a']);
  expect(state.told).toMatchObject({ done: 1, total: 4 });
  // One that cannot be had is passed over.
  await finish('a', undefined);
  await finish('c', file);
  await finish('b', file);
  expect(making).toEqual([]);
  expect(state.told).toBeUndefined();
  expect(['a', 'b', 'c', 'd'].map((key) => drawn.has(key))).toEqual([false, true, true, true]);
});

test('of another list only what is not there is drawn; while it is busy elsewhere, or stopped, nothing is', async () => {
  const { drawer, state, making, finish, pass } = drawerFor(9);
  drawer.follow(wishes('ab'));
  pass();
  await finish('a', file);
  drawer.follow(wishes('axbvw'));
  state.busy = true;
  pass();
  await finish('b', file);
  expect(making).toEqual([]);
  state.busy = false;
  pass();
  expect(making).toEqual(['x', 'v']);
  drawer.stop();
  await finish('x', file);
  await finish('v', file);
  expect([state.told, making]).toEqual([undefined, []]);
  drawer.follow(wishes('axyz'));
  pass();
  expect(making).toEqual(['y', 'z']);
});

test('what the film no longer needs makes room; where there is none for what it needs, drawing ends', async () => {
  const { drawer, drawn, state, making, finish, pass } = drawerFor(2);
  drawer.follow(wishes('ab'));
  pass();
  await finish('a', file);
  await finish('b', file);
  drawer.follow(wishes('bcd'));
  pass();
  await finish('c', file);
  expect(['a', 'b', 'c'].map((key) => drawn.has(key))).toEqual([false, true, true]);
  await finish('d', file);
  expect([drawn.has('d'), state.told, making]).toEqual([false, undefined, []]);
});
