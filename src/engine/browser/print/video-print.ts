import { transfer } from 'comlink';
import type { VideoKindFacts } from '../../../core/print/print-kinds';
import { frameToSeconds, SAMPLE_RATE } from '../../../core/time/frames';
import { printVideo } from '../../print/print-video';
import { SoundTrace } from '../../print/sound-trace';
import { StoredPieces } from '../store/print-pieces';
import { encodePiece, encoderConfig, type Encoding } from './encode-piece';
import { readPrint } from './prove';
import type { PrintContext, PrintMade, PrintNews } from './print-context';
import { beginVideoFile } from './video-file';

/** What the way pieces are made is called: another name where it gives other pieces, so that kept ones are not mixed with them. */
const WAY = 'pieces 1';

/** Milliseconds between two pictures that are shown of a print that goes on. */
const SHOWN_EVERY = 500;
const SHOWN_WIDTH = 240;

/** How coarsely a container counts time, in seconds: Matroska in thousandths, the others as finely as frames need it. */
const TICKS: Readonly<Record<VideoKindFacts['container'], number>> = {
  mp4: 1e-4,
  mov: 1e-4,
  webm: 1e-3,
  mkv: 1e-3,
};

/** Shows what is encoded now and then. */
function livePictures(tell: (picture: ImageBitmap) => void): (frame: VideoFrame) => void {
  let shown = 0;
  return (frame) => {
    if (performance.now() - shown < SHOWN_EVERY) return;
    shown = performance.now();
    createImageBitmap(frame, { resizeWidth: SHOWN_WIDTH }).then(tell, () => undefined);
  };
}

/** Prints video. */
export async function makeVideo(facts: VideoKindFacts, context: PrintContext): Promise<PrintMade> {
  const { order, target, frames: workers, samples, ahead, signal, gate, tell } = context;
  const { size, rate, film } = target;
  const { settings, spans } = order;
  const encoding: Encoding = { codec: facts.video, size, quality: settings.quality };
  let news: PrintNews = { frames: 0, found: 0 };
  const show = livePictures((picture) => tell(transfer({ ...news, picture }, [picture])));
  const trace = new SoundTrace();
  const { bitrate } = settings;
  const shape = await printVideo(
    {
      ...{ film, spans, size, rate, codec: facts.video, keyEvery: settings.keyEvery, bitrate },
      encoding: JSON.stringify([
        ...[WAY, navigator.userAgent, bitrate !== undefined],
        ...[encoderConfig(encoding), facts.video.steps[settings.quality]],
      ]),
    },
    {
      makeFrame: (recipe, name) => workers.run((each) => each.makeFrame(recipe, size, name)),
      samples,
      encoder: (bits) => encodePiece(encoding, bits, show),
      pieces: new StoredPieces(context.piecesRoom),
      begin: async (each) => {
        const file = await beginVideoFile(facts, each, await context.open());
        return { ...file, ...trace.over(file) };
      },
      gate,
    },
    {
      ahead,
      signal,
      onNews: (each) => {
        news = each;
        tell(each);
      },
    },
  );
  const { width, height } = size;
  return {
    frames: shape.frames,
    expected: {
      picture: { frames: shape.frames, rate, width, height, tick: TICKS[facts.container], saysColours: true },
      sound:
        shape.samples > 0
          ? {
              samples: shape.samples,
              loudness: trace.loudness,
              isLossless: facts.sound.codec === 'flac' || facts.sound.codec === 'pcm-s24',
            }
          : undefined,
      length: Math.max(frameToSeconds(shape.frames, rate), shape.samples / SAMPLE_RATE),
    },
    read: (file, options) => readPrint(file, trace.stretches(), options),
  };
}
