import localforage from 'localforage';
import { extendPrototype } from 'localforage-setitems';

extendPrototype(localforage);

/** Stores items in one transaction: all of them or none. Rejects with the browser's error, such as a full disk. */
export const setItems = (store: LocalForage, items: { key: string; value: unknown }[]): Promise<void> =>
  store.setItems(items).catch((error: unknown) => {
    // The package hands over the transaction that was given up; what was wrong stands in it.
    throw (error as Partial<IDBTransaction>).error ?? error;
  });
