import { pinAt } from '../../core/film/cue-place';
import type { Film } from '../../core/film/film';
import { frameToSample, SAMPLE_RATE } from '../../core/time/frames';
import { TakeWriter, type Take } from '../../engine/browser/store/take-repository';
import { isFull } from '../../engine/faults/is-full';
import { newId } from '../../engine/browser/new-id';
import { reasonOf } from '../../engine/faults/reason-of';
import { useRecord } from './microphone';
import { useTakes } from './takes';
import { tell } from '../shell/shell';

/** A take as it grows: begun with its first samples. */
export class TakeSamples {
  readonly #film: Film;
  readonly #frame: number;
  #writer: TakeWriter | undefined;
  /** Sample of the clock with which it begins, and the one that belongs to the film's frame. */
  #begun = 0;
  #lead: number;

  constructor(film: Film, frame: number, lead: number) {
    this.#film = film;
    this.#frame = frame;
    this.#lead = lead + useRecord.getState().delay * SAMPLE_RATE;
  }

  get seconds(): number {
    return (this.#writer?.samples ?? 0) / SAMPLE_RATE;
  }

  push(channels: readonly Float32Array<ArrayBuffer>[], at: number, onFailed: () => void): void {
    if (!this.#writer) {
      this.#begun = at;
      const sample = frameToSample(this.#frame, this.#film.settings.rate);
      this.#writer = new TakeWriter({
        id: newId(),
        filmId: this.#film.id,
        name: `Take ${useTakes.getState().taken + 1}`,
        recordedAt: Date.now(),
        channels: channels.length,
        lead: Math.round(this.#lead - at),
        pin: pinAt(this.#film, sample, 0),
        samples: 0,
        done: false,
      });
    }
    this.#writer.push(channels).catch((error: unknown) => {
      tell(
        isFull(error)
          ? 'No room left: the recording stopped. What was recorded until then is saved.'
          : `The recording was stopped: it could not be saved. ${reasonOf(error)}`,
        'wrong',
      );
      onFailed();
    });
  }

  setLead(sample: number): void {
    this.#lead = sample;
    this.#writer?.change({ lead: Math.round(sample - this.#begun) });
  }

  /** The take; undefined where nothing was recorded. Rejects when it cannot be stored. */
  async finish(): Promise<Take | undefined> {
    return this.#writer?.finish();
  }
}
