import type { Film } from '../../core/film/film';
import type { Span } from '../../core/film/moments';
import type { I420 } from '../../core/picture/pixels';
import type { Recipe } from '../../core/picture/recipe';
import { printLoop, type PrintLoopOptions } from '../../core/print/print-loop';
import { planPrint } from '../../core/print/print-plan';
import { planMix } from '../../core/mix/mix-plan';
import { frameToSample } from '../../core/time/frames';
import type { Encode, PrintShape } from '../ports/encode';
import type { Samples } from '../ports/samples';
import { SoundWriter } from './sound-writer';

/** What a print needs from the world. */
export interface PrintPorts {
  /** A recipe's picture as a frame of the film; may be called again before the last one is done. */
  makeFrame(recipe: Recipe, name: string): Promise<I420>;
  readonly samples: Samples;
  /** Begins the file. */
  begin(shape: PrintShape): Promise<Encode>;
}

/**
 * Prints a part of a film: its pictures, each made once, and beside them its sound. Gives what was printed.
 * @throws the signal's reason when it is stopped, or whatever a port throws; the file is cancelled then.
 */
export async function printFilm(
  film: Film,
  span: Span,
  ports: PrintPorts,
  options: PrintLoopOptions,
): Promise<PrintShape> {
  const plan = planPrint(film, span);
  const mix = planMix(film);
  const { size, rate, frames } = plan;
  const shape: PrintShape = { size, rate, frames, hasSound: mix.voices.length > 0 };
  const encode = await ports.begin(shape);
  const sound = shape.hasSound ? new SoundWriter(mix, film, span, ports.samples, encode) : undefined;
  try {
    await printLoop(
      plan,
      {
        makeFrame: ({ recipe, name }) => ports.makeFrame(recipe, name),
        writeFrame: async (picture, frame) => {
          await encode.frame(picture, frame);
          await sound?.writeUntil(frameToSample(span.from + frame + 1, rate));
        },
      },
      options,
    );
    await encode.end();
  } catch (error) {
    await encode.cancel();
    throw error;
  }
  return shape;
}
