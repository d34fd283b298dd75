import type { Film } from '../film/film';
import { patternName, unusedName } from './print-name';
import { printKind } from './print-kinds';
import { sizeOfPrint, type PrintOrder } from './print-order';
import { chosenScenes, partWords, spansOf, type PrintPart } from './print-part';
import type { PrintSettings } from './print-settings';

/** What an order is for: settings alone do not say which part. */
export interface PlannedOrder extends PrintOrder {
  readonly part: PrintPart;
}

/** Whether a pattern tells files of several scenes apart. */
const tellsApart = (pattern: string): boolean => /\{(scene|counter)\}/i.test(pattern);

/** The orders that settings and a part of a film come to: one, or one a scene, numbered so that they sort. `taken` are names that are used. */
export function planOrders(
  film: Film,
  part: PrintPart,
  settings: PrintSettings,
  date: Date,
  taken: ReadonlySet<string>,
): readonly PlannedOrder[] {
  const { width, height } = sizeOfPrint(settings, film);
  const { ending } = printKind(settings.kind);
  const names = new Set(taken);
  const nameOf = (pattern: string, scene: string, counter: number): string => {
    const parts = { film: film.title, scene, date, width, height, counter };
    const name = unusedName(patternName(pattern, parts, ending), names);
    names.add(name);
    return name;
  };
  if (settings.eachScene) {
    const pattern = tellsApart(settings.pattern) ? settings.pattern : `${settings.pattern} {counter} {scene}`;
    const scenes = part.of === 'range' ? [] : chosenScenes(film, part);
    return scenes.map(({ id, name, span }, i) => ({
      ...{ film, settings, spans: [span], part: { of: 'scenes', ids: [id] } },
      fileName: nameOf(pattern, name, i + 1),
    }));
  }
  const spans = spansOf(film, part);
  return spans.length === 0
    ? []
    : [
        {
          film,
          settings,
          spans,
          part,
          fileName: nameOf(settings.pattern, partWords(film, part), taken.size + 1),
        },
      ];
}
