import { expose } from 'comlink';
import { readFilmDocument } from '../../../core/formats/film-document';
import { mendFilmDocument } from '../../../core/formats/mend-document';

const worker = { readFilmDocument, mendFilmDocument };

/** What the page asks of the worker that reads large films, and puts damaged ones right. */
export type DocumentWorker = typeof worker;

expose(worker);
