import type { Film } from '../../core/film/film';
import { frameToSample } from '../../core/time/frames';
import { workbench } from '../shell/workbench';

/** The sample of the film, at 48 kHz, with which the frame on screen begins. */
export const sampleHere = (film: Film): number => frameToSample(workbench().frame, film.settings.rate);
