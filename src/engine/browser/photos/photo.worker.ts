import { expose } from 'comlink';
import { bringInPhoto } from './bring-in-photo';

const worker = { bringInPhoto };

/** What the import asks of a photo worker. */
export type PhotoWorker = typeof worker;

expose(worker);
