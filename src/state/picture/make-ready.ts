import { tell } from '../shell/shell';
import { pause } from '../transport/play';
import { transportNow } from '../transport/transport';
import { setMendView, useShownAs } from './shown-film';

/** Stops on the frame that is seen, and shows it mended: a hand can work on the picture then. Says so. */
export function makeReady(): void {
  const wasPlaying = transportNow().playing;
  const wasMended = useShownAs.getState().view === 'mended';
  if (wasPlaying) pause();
  if (!wasMended) setMendView('mended');
  const stands = wasPlaying ? `Stopped on frame ${transportNow().frame + 1}.` : '';
  const shown = wasMended ? '' : 'The mended picture is shown now.';
  tell([stands, shown, 'Draw now.'].filter((each) => each !== '').join(' '));
}
