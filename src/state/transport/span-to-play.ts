import type { Film } from '../../core/film/film';
import { spanOf, type Span } from '../../core/film/moments';
import { scheduleOf } from '../../core/film/schedule';

/** What of a film is played: the part asked for, as far as there is one, or what lies between its in and out points. */
export function spanToPlay(film: Film, asked: Span | undefined): Span {
  const plan = scheduleOf(film);
  // The film may have become shorter since it was asked for.
  const to = asked && Math.min(asked.to, plan.frames);
  return asked && to !== undefined && asked.from < to ? { from: asked.from, to } : spanOf(plan, film.range);
}
