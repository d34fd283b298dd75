/**
 * Everything that only a film needs, as one piece of code behind the shelf: the reader of films, what is done with them,
 * and what is shown around a stage. `fetch-film-parts.ts` fetches it.
 */
export { beginFilm, openFilmById, showShelf } from '../state/document/open-film';
export { openDemoFilm, openMendedDemo } from '../state/document/open-bundle';
export { saveNow } from '../state/document/autosave';
export { bringIn } from '../state/photos/bring-in';
export { bringSvgIn } from '../state/mend/draw/svg-in';
export { FilmBar } from './shell/film-bar';
export { IncomingBar } from './shell/incoming-bar';
export { Sheet } from './shell/sheet';
export { FilmsHere } from './shelf/films-here';
export { OpenFilm } from './frame/open-film';
export { startFilmWork } from './start-film-work';
