import type { Film } from '../film/film';
import type { Span } from '../film/moments';
import type { Rate } from '../time/rate';
import type { PrintSettings } from './print-settings';
import { filmAtSize, namedSize, type PrintSize } from './print-size';

/** A print that was asked for: of a film as it was then, of parts of it, by settings, under a name. */
export interface PrintOrder {
  readonly film: Film;
  readonly spans: readonly Span[];
  readonly settings: PrintSettings;
  /** With its ending. */
  readonly fileName: string;
}

/** What follows from settings for a film. */
export interface PrintTarget {
  /** The film, placed for the print's size. */
  readonly film: Film;
  readonly size: PrintSize;
  readonly rate: Rate;
}

/** The size that settings ask for. */
export const sizeOfPrint = ({ size }: PrintSettings, film: Film): PrintSize =>
  typeof size === 'string' ? namedSize(size, film) : size;

export function targetOf({ film, settings }: Pick<PrintOrder, 'film' | 'settings'>): PrintTarget {
  const size = sizeOfPrint(settings, film);
  return {
    film: filmAtSize(film, size, settings.framing),
    size,
    rate: settings.rate ?? film.settings.rate,
  };
}
