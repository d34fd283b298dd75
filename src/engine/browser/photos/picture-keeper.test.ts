import 'fake-indexeddb/auto';
import { afterEach, beforeEach, expect, it, vi } from 'vitest';
import { isFull } from '../../faults/is-full';
import { setItems } from '../store/set-items';
import * as stores from '../store/stores';
import { PictureKeeper, type PictureRecord } from './picture-keeper';

const pictures = [stores.originals, stores.previews, stores.thumbnails];

beforeEach(async () => {
  for (const store of pictures) await store.clear();
});
afterEach(() => vi.restoreAllMocks());

const record = (hash: string, bytes = 10): PictureRecord => ({
  hash,
  original: new Blob([new Uint8Array(bytes)]),
  preview: new Blob([new Uint8Array(3)]),
  thumbnail: new Uint8Array(2),
});

const transactions = (): { readonly count: () => number } => {
  const begun = vi.spyOn(IDBDatabase.prototype, 'transaction');
  return { count: () => begun.mock.calls.filter(([, mode]) => mode === 'readwrite').length };
};

it('four photos are stored in one transaction for each store, each whole', async () => {
  const keeper = new PictureKeeper();
  const { count } = transactions();
  await Promise.all(['a', 'b', 'c', 'd'].map((hash) => keeper.keep(record(hash))));
  expect(count()).toBe(3);
  for (const store of pictures) expect(await store.keys()).toEqual(['a', 'b', 'c', 'd']);
  expect(await stores.thumbnails.getItem('c')).toEqual(new Uint8Array(2));
});

it('one that comes alone is stored a moment later, a large one at once', async () => {
  const keeper = new PictureKeeper();
  const before = performance.now();
  await keeper.keep(record('large', 16e6));
  expect(performance.now() - before).toBeLessThan(190);
  vi.useFakeTimers({ toFake: ['setTimeout', 'clearTimeout'] });
  const alone = keeper.keep(record('alone'));
  vi.advanceTimersByTime(200);
  vi.useRealTimers();
  await alone;
  expect(await stores.originals.keys()).toEqual(['alone', 'large']);
});

it('one for which there is no room leaves nothing behind, and the others are kept', async () => {
  const keeper = new PictureKeeper();
  const put = Reflect.get(IDBObjectStore.prototype, 'put') as (
    value: unknown,
    key?: IDBValidKey,
  ) => IDBRequest<IDBValidKey>;
  vi.spyOn(IDBObjectStore.prototype, 'put').mockImplementation(function (this: IDBObjectStore, value, key) {
    if (key === 'b' && this.name === 'originals') throw new DOMException('no room', 'QuotaExceededError');
    return put.call(this, value, key);
  });
  const outcomes = await Promise.allSettled(['a', 'b', 'c', 'd'].map((hash) => keeper.keep(record(hash))));
  expect(outcomes.map(({ status }) => status)).toEqual(['fulfilled', 'rejected', 'fulfilled', 'fulfilled']);
  expect(outcomes[1]).toSatisfy((it: PromiseRejectedResult) => isFull(it.reason));
  for (const store of pictures) expect(await store.keys()).toEqual(['a', 'c', 'd']);
});

it('a photo that an earlier import kept stays whole when there is no room to keep it again', async () => {
  await new PictureKeeper().keep(record('a', 16e6));
  vi.spyOn(IDBObjectStore.prototype, 'put').mockImplementation(() => {
    throw new DOMException('no room', 'QuotaExceededError');
  });
  await expect(new PictureKeeper().keep(record('a', 16e6))).rejects.toSatisfy(isFull);
  for (const store of pictures) expect(await store.keys()).toEqual(['a']);
});

it('says what was wrong when a transaction is given up', async () => {
  vi.spyOn(stores.originals, 'setItems').mockRejectedValue({
    error: new DOMException('the disk is full', 'QuotaExceededError'),
  });
  await expect(setItems(stores.originals, [{ key: 'a', value: 1 }])).rejects.toSatisfy(isFull);
});
