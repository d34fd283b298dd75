import { expose } from 'comlink';
import { mendFilmDocument } from '../../../core/formats/mend-document';

const worker = { mendFilmDocument };

/** What the page asks of the worker that puts damaged films right. */
export type DocumentWorker = typeof worker;

expose(worker);
