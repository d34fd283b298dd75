import { findOnsets } from '../../core/sound/onsets';
import { clapDelay } from '../../core/sound/clap-delay';
import { SAMPLE_RATE } from '../../core/time/frames';
import { openMicrophone, openRecorder, setDelay, takeSamples, untilClock, useRecord } from './microphone';
import { pause } from '../transport/play';
import { tell } from '../shell/shell';

const set = useRecord.setState;

/** Clicks of the clap test, a second apart. */
const CLICKS = 4;

/** Plays four clicks and hears how late the microphone, or who claps along, is. */
export async function clapTest(): Promise<void> {
  if (!openRecorder()) await openMicrophone();
  const own = openRecorder();
  if (!own || useRecord.getState().doing !== 'open') return;
  pause();
  set({ doing: 'clapping' });
  const heard: Float32Array[] = [];
  let first: number | undefined;
  takeSamples(([channel], at) => {
    first ??= at;
    if (channel) heard.push(channel);
  });
  try {
    own.start();
    const begins = own.time + 1;
    const clicks = Array.from({ length: CLICKS }, (_, i) => begins + i);
    for (const at of clicks) own.click(at, 1760, true);
    await untilClock(begins + CLICKS - 0.2);
    await own.stop();
    const whole = new Float32Array(heard.reduce((sum, part) => sum + part.length, 0));
    let at = 0;
    for (const part of heard) {
      whole.set(part, at);
      at += part.length;
    }
    const places = clicks.map((time) => (time + own.latency) * SAMPLE_RATE - (first ?? 0));
    const delay = clapDelay(places, findOnsets(whole));
    if (openRecorder() !== own) return;
    if (delay === undefined || delay < 0)
      return tell(
        'The claps were not heard. Clap along with all four clicks near the microphone, or let it hear the loudspeaker.',
      );
    setDelay(Math.round(delay * 1000) / 1000);
    tell(`The microphone is ${Math.round(delay * 1000)} ms late. That is corrected from now on.`);
  } finally {
    takeSamples(() => undefined);
    if (openRecorder() === own) set({ doing: 'open' });
  }
}
