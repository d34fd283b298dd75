import type { Film } from '../../core/film/film';
import { spanOf, type Span } from '../../core/film/moments';
import { scheduleOf } from '../../core/film/schedule';

/** A part of the film that can be printed by itself. */
export interface PrintPart {
  readonly value: string;
  readonly label: string;
  /** As a part of a file name. */
  readonly words: string;
  readonly span: Span;
}

export const WHOLE = 'whole';

/** The whole film, what lies between its in and out points, and each scene. */
export function printParts(film: Film): readonly [PrintPart, ...PrintPart[]] {
  const plan = scheduleOf(film);
  const whole = { value: WHOLE, label: 'The whole film', words: '', span: { from: 0, to: plan.frames } };
  const between = {
    value: 'range',
    label: 'Between the in and out points',
    words: 'part',
    span: spanOf(plan, film.range),
  };
  const scenes = film.scenes.flatMap((scene, i): PrintPart[] => {
    const { start = 0, end = 0 } = plan.scenes[i] ?? {};
    if (start === end || film.scenes.length === 1) return [];
    const span = { from: start, to: end };
    return [{ value: scene.id, label: `Scene: ${scene.name}`, words: scene.name, span }];
  });
  return [whole, ...((film.range.in ?? film.range.out) ? [between] : []), ...scenes];
}
