import { expose } from 'comlink';
import { bringInSound } from './bring-in-sound';

const worker = { bringInSound };

/** What the page asks of the sound worker. */
export type SoundWorker = typeof worker;

expose(worker);
