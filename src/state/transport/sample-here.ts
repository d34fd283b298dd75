import type { Film } from '../../core/film/film';
import { frameToSample } from '../../core/time/frames';
import { transportNow } from './transport';

/** The sample of the film, at 48 kHz, with which the frame on screen begins. */
export const sampleHere = (film: Film): number => frameToSample(transportNow().frame, film.settings.rate);
