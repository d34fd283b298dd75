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
  const stands = wasPlaying ? `The film stands still on frame ${transportNow().frame + 1} now.` : '';
  const shown = wasMended ? '' : 'The picture is shown mended now.';
  tell([stands, shown, 'Begin again on it.'].filter((each) => each !== '').join(' '));
}
