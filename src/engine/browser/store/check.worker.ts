import { expose } from 'comlink';
import { checkStores } from './check-stores';

const worker = { checkStores };

/** What the page asks of the worker that looks through the stores. */
export type CheckWorker = typeof worker;

expose(worker);
