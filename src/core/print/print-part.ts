import type { Film } from '../film/film';
import { spanOf, type Span } from '../film/moments';
import { scheduleOf } from '../film/schedule';

/** What of a film is printed. */
export type PrintPart =
  | { readonly of: 'film' }
  | { readonly of: 'range' }
  | { readonly of: 'scenes'; readonly ids: readonly string[] };

/** A scene that has poses. */
export interface PrintScene {
  readonly id: string;
  readonly name: string;
  readonly span: Span;
}

/** The scenes of a film that have poses, in order. */
export function scenesToPrint(film: Film): readonly PrintScene[] {
  const plan = scheduleOf(film);
  return film.scenes.flatMap(({ id, name }, i): PrintScene[] => {
    const { start = 0, end = 0 } = plan.scenes[i] ?? {};
    return start === end ? [] : [{ id, name, span: { from: start, to: end } }];
  });
}

/** Whether a film has an in or an out point. */
export const hasRange = ({ range }: Film): boolean => (range.in ?? range.out) !== undefined;

/** The scenes that a part chooses; all of those that are still there. */
export const chosenScenes = (film: Film, part: PrintPart): readonly PrintScene[] =>
  scenesToPrint(film).filter(({ id }) => part.of !== 'scenes' || part.ids.includes(id));

/** The spans of a part, in order; none where it shows nothing. Scenes that follow each other are one. */
export function spansOf(film: Film, part: PrintPart): readonly Span[] {
  const plan = scheduleOf(film);
  const spans =
    part.of === 'film'
      ? [{ from: 0, to: plan.frames }]
      : part.of === 'range'
        ? [spanOf(plan, film.range)]
        : chosenScenes(film, part).map(({ span }) => span);
  const joined: Span[] = [];
  for (const span of spans) {
    const last = joined.at(-1);
    if (last?.to === span.from) joined[joined.length - 1] = { from: last.from, to: span.to };
    else if (span.to > span.from) joined.push(span);
  }
  return joined;
}

/** A part as words of a file's name; nothing for all of a film. */
export function partWords(film: Film, part: PrintPart): string {
  if (part.of === 'film') return '';
  if (part.of === 'range') return 'part';
  const scenes = chosenScenes(film, part);
  return scenes.length === scenesToPrint(film).length ? '' : scenes.map(({ name }) => name).join(' and ');
}
