import fc from 'fast-check';
import { expect, it } from 'vitest';
import { scaledRecipe } from '../../../core/picture/random-recipes';
import { PictureCache, pictureWish, type PictureWish } from './picture-cache';

const size = { width: 100, height: 100 };
const recipe = scaledRecipe(size, size);
const wish = (key: string): PictureWish => ({ key, recipe, size, kind: 'kept' });
const wishes = (...keys: readonly string[]): readonly PictureWish[] => keys.map(wish);

/** A picture of 100 × 100, which knows whether it was closed. */
interface Made {
  readonly key: string;
  readonly width: number;
  readonly height: number;
  closed: number;
  close: () => void;
}
const BYTES = 40_000;

/** A cache with room for so many pictures, whose loading is in the hands of the test. */
function cacheFor(room: number): {
  readonly cache: PictureCache;
  readonly made: Made[];
  /** Keys that are being loaded, the first asked for first. */
  readonly loading: string[];
  readonly arrived: string[];
  readonly finish: (key: string, there?: boolean) => Promise<void>;
  readonly finishAll: () => Promise<void>;
} {
  const made: Made[] = [];
  const loading: string[] = [];
  const arrived: string[] = [];
  const ways = new Map<string, (there: boolean) => void>();
  const load = ({ key }: PictureWish): Promise<ImageBitmap | undefined> => {
    loading.push(key);
    return new Promise((resolve) =>
      ways.set(key, (there) => {
        loading.splice(loading.indexOf(key), 1);
        if (!there) return resolve(undefined);
        const picture: Made = { key, width: 100, height: 100, closed: 0, close: () => picture.closed++ };
        made.push(picture);
        resolve(picture);
      }),
    );
  };
  const settle = (): Promise<void> => new Promise((resolve) => setImmediate(resolve));
  const finish = async (key: string, there = true): Promise<void> => {
    ways.get(key)?.(there);
    await settle();
  };
  const finishAll = async (): Promise<void> => {
    for (let key = loading[0]; key !== undefined; key = loading[0]) await finish(key);
  };
  const cache = new PictureCache({ load, budget: room * BYTES, onArrival: (key) => arrived.push(key) });
  return { cache, made, loading, arrived, finish, finishAll };
}

it('loads what is wanted, the most urgent first, four at a time, and what is no longer wanted not at all', async () => {
  const { cache, loading, arrived, finish } = cacheFor(10);
  cache.want(wishes('a', 'b', 'c', 'd', 'e', 'f'));
  expect(loading).toEqual(['a', 'b', 'c', 'd']);
  await finish('c');
  expect(arrived).toEqual(['c']);
  expect(loading).toEqual(['a', 'b', 'd', 'e']);
  cache.want(wishes('z'));
  await finish('a');
  expect(loading).toEqual(['b', 'd', 'e', 'z']);
});

it('a picture that is not there is passed over, until it is asked for again', async () => {
  const { cache, loading, arrived, finish } = cacheFor(10);
  cache.want(wishes('a'));
  await finish('a', false);
  expect([cache.has(wish('a')), cache.get(wish('a')), arrived]).toEqual([true, undefined, ['a']]);
  cache.want(wishes('a'));
  expect(loading).toEqual([]);
  cache.retry();
  await finish('a');
  expect(cache.get(wish('a'))).toMatchObject({ key: 'a', closed: 0 });
});

it('closes each picture once, keeps to its room, and never gives one that is closed', async () => {
  const wants = fc.array(
    fc.uniqueArray(fc.constantFrom('a', 'b', 'c', 'd', 'e', 'f', 'g', 'h'), { maxLength: 6 }),
    {
      maxLength: 12,
    },
  );
  await fc.assert(
    fc.asyncProperty(wants, fc.integer({ min: 1, max: 8 }), async (list, room) => {
      const { cache, made, finishAll } = cacheFor(room);
      for (const keys of list) {
        cache.want(wishes(...keys));
        await finishAll();
        // What is wanted is there, though it be more than there is room for.
        for (const key of keys) expect(cache.get(wish(key))).toMatchObject({ key, closed: 0 });
        const open = made.filter(({ closed }) => closed === 0);
        expect(open.length).toBeLessThanOrEqual(Math.max(room, keys.length));
      }
      cache.close();
      expect(made.map(({ closed }) => closed)).toEqual(made.map(() => 1));
    }),
  );
});

it('a picture that comes after it was closed is closed too', async () => {
  const { cache, made, finish } = cacheFor(10);
  cache.want(wishes('a'));
  cache.close();
  await finish('a');
  expect(made).toMatchObject([{ key: 'a', closed: 1 }]);
});

it('gives a picture at another size until the one that is wanted is there', async () => {
  const { cache, finish } = cacheFor(10);
  const [small, large] = [pictureWish(recipe, size), pictureWish(recipe, { width: 200, height: 200 })];
  cache.want([small]);
  await finish(small.key);
  expect(cache.get(large)).toBeUndefined();
  expect(cache.getAny(large)).toMatchObject({ key: small.key });
  cache.want([large]);
  await finish(large.key);
  expect(cache.getAny(large)).toMatchObject({ key: large.key });
});
