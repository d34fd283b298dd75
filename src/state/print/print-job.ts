import { planMix } from '../../core/mix/mix-plan';
import { fileOf } from '../../core/film/photo-picture';
import { scheduleOf } from '../../core/film/schedule';
import { photosById, type Film, type Photo } from '../../core/film/film';
import type { Span } from '../../core/film/moments';
import { create } from 'zustand';
import type { Size } from '../../core/picture/size';
import type { Rate } from '../../core/time/rate';
import { fileName } from '../../core/formats/file-name';
import { printInWorker } from '../../engine/browser/print/print-in-worker';
import { printKind, type PrintKind } from '../../engine/browser/print/print-kinds';
import { missingForPrint } from '../document/missing';
import { openFilm } from '../document/document';
import { atWork } from '../shell/at-work';

/** A finished print. Its address is owned here and lives as long as the page. */
export interface Print {
  readonly id: number;
  readonly fileName: string;
  readonly url: string;
  readonly bytes: number;
  readonly frames: number;
  readonly rate: Rate;
  /** Of what size its pictures are; undefined for the sound alone. */
  readonly picture?: Size;
  readonly seconds: number;
}

interface PrintState {
  readonly running:
    { readonly written: number; readonly total: number; readonly seconds: number } | undefined;
  readonly problem: string | undefined;
  readonly prints: readonly Print[];
}

/** The print that runs, and the finished ones. */
export const usePrints = create<PrintState>(() => ({ running: undefined, problem: undefined, prints: [] }));

let stopping: AbortController | undefined;
let printsSoFar = 0;

/** Stops the print that runs; nothing is left of it. */
export const stopPrint = (): void => stopping?.abort();

/** Photos that are shown within a part of the film; of those in cycles all, wherever they are shown again. */
const photosWithin = (film: Film, { from, to }: Span): readonly Photo[] =>
  scheduleOf(film).poses.flatMap(({ pose, start, end, showings }) =>
    showings > 1 || (start < to && end > from) ? (photosById(film).get(pose.photoId) ?? []) : [],
  );

/** Prints a part of the open film, or all of it, under a name; the film may be changed meanwhile, the print is of the film as it is now. */
export async function startPrint(typedName: string, kind: PrintKind, span: Span): Promise<void> {
  const film = openFilm();
  if (!film || usePrints.getState().running) return;
  const total = span.to - span.from;
  const isVideo = printKind(kind).makes === 'video';
  const startedAt = performance.now();
  stopping = new AbortController();
  usePrints.setState({ running: { written: 0, total, seconds: 0 }, problem: undefined });
  const why = await missingForPrint(film, {
    // Of the sound alone no photo is missing.
    photos: new Set(isVideo ? photosWithin(film, span).map((photo) => fileOf(photo).hash) : []),
    sounds: new Set(planMix(film).voices.map(({ hash }) => hash)),
  }).catch(() => undefined);
  if (why !== undefined) {
    stopping = undefined;
    return usePrints.setState({ running: undefined, problem: why });
  }
  const { signal } = stopping;
  const outcome = await atWork(() =>
    printInWorker(film, kind, span, signal, (written) =>
      usePrints.setState({ running: { written, total, seconds: (performance.now() - startedAt) / 1000 } }),
    ),
  );
  stopping = undefined;
  if (!outcome.ok) {
    usePrints.setState({ running: undefined, problem: outcome.problem });
    return;
  }
  const print: Print = {
    id: printsSoFar++,
    fileName: fileName(typedName, printKind(kind).ending),
    url: URL.createObjectURL(outcome.file),
    bytes: outcome.file.size,
    frames: total,
    rate: film.settings.rate,
    ...(isVideo && { picture: { width: film.settings.width, height: film.settings.height } }),
    seconds: outcome.seconds,
  };
  usePrints.setState(({ prints }) => ({ running: undefined, prints: [print, ...prints] }));
}

/** Throws a print away and frees its memory. */
export function discardPrint(id: number): void {
  const print = usePrints.getState().prints.find((each) => each.id === id);
  if (print) URL.revokeObjectURL(print.url);
  usePrints.setState(({ prints }) => ({ prints: prints.filter((each) => each.id !== id) }));
}
