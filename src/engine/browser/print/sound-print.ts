import { FlacOutputFormat, Output, StreamTarget } from 'mediabunny';
import { in24Bits } from '../../../core/formats/wav';
import type { SoundKindFacts } from '../../../core/print/print-kinds';
import { framesOf } from '../../../core/print/print-plan';
import { SAMPLE_RATE } from '../../../core/time/frames';
import type { VideoFile } from '../../ports/encode';
import type { Sink } from '../../ports/sink';
import { printSound, soundLength, wavSink } from '../../print/print-sound';
import { SoundTrace } from '../../print/sound-trace';
import type { PrintContext, PrintMade } from './print-context';
import { readPrint } from './prove';
import { addSound, openSoundEncoder, sinkStream, soundSource } from './video-file';

interface SoundFile extends Pick<VideoFile, 'sound'> {
  end(): Promise<void>;
}

const FLAC = { label: 'FLAC', codec: 'flac', bits: 1_300_000, priming: 0, packet: 480 } as const;

async function flacFile(sink: Sink): Promise<SoundFile> {
  await openSoundEncoder(FLAC);
  const output = new Output({
    format: new FlacOutputFormat(),
    target: new StreamTarget(sinkStream(sink), { chunked: true }),
  });
  const source = soundSource(FLAC);
  output.addAudioTrack(source);
  await output.start();
  return {
    // Rounded as in a WAV file: the same samples, whichever it is.
    sound: (both, at) =>
      addSound(
        source,
        Int32Array.from(both, (each) => in24Bits(each) * 256),
        at,
      ),
    end: () => output.finalize(),
  };
}

/** Prints the sound alone. */
export async function makeSound({ form }: SoundKindFacts, context: PrintContext): Promise<PrintMade> {
  const { order, target, samples, signal, gate, tell, open } = context;
  const { film } = target;
  const length = soundLength(film, order.spans);
  const trace = new SoundTrace();
  const sink = await open();
  try {
    const file: SoundFile =
      'wav' in form
        ? { ...(await wavSink(length, form.wav, sink)), end: () => Promise.resolve() }
        : await flacFile(sink);
    const onFrame = (frames: number): void => tell({ frames, found: 0 });
    await printSound(film, order.spans, samples, trace.over(file), { signal, gate, onFrame });
    await file.end();
    await sink.close();
  } catch (error) {
    await sink.discard();
    throw error;
  }
  return {
    frames: framesOf(order.spans),
    expected: {
      sound: { samples: length, loudness: trace.loudness, isLossless: true },
      length: length / SAMPLE_RATE,
    },
    read: (file, options) => readPrint(file, trace.stretches(), options),
  };
}
