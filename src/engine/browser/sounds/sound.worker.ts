import { expose } from 'comlink';
import { beatsOf } from './beats-of';
import { bringInSound } from './bring-in-sound';

const worker = { bringInSound, beatsOf };

/** What the page asks of the sound worker. */
export type SoundWorker = typeof worker;

expose(worker);
