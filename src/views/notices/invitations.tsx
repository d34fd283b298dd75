import X from 'lucide-react/icons/x';
import { placeCues } from '../../core/film/cue-place';
import { sampleToFrame } from '../../core/time/frames';
import { Button, IconButton } from '../../kit/button';
import { openFilm } from '../../state/document/document';
import { setHold } from '../../state/poses/arrange-poses';
import { endInvitations, useInvitations, type Invitation } from '../../state/shell/invitations';
import { showStage } from '../../state/shell/show-stage';
import { chooseCue } from '../../state/sound/cues';
import { goTo, play } from '../../state/transport/play';
import styles from './notices.module.css';

/** The sound that is invited to be moved. */
const CLOPS = /clop/i;

/** Shows the cue that can be dragged. */
function showClops(): void {
  const film = openFilm();
  const clops = film && placeCues(film).find(({ sound }) => CLOPS.test(sound.name));
  showStage('sound');
  if (!film || !clops) return;
  goTo(sampleToFrame(clops.start, film.settings.rate));
  chooseCue(clops.cue.id, 'only');
}

const WORDS: Readonly<
  Record<Invitation, { readonly words: string; readonly more: string; readonly run: () => void }>
> = {
  play: { words: 'Play the film', more: 'Space plays, and stops', run: () => play() },
  hold: {
    words: 'Hold 3 frames',
    more: 'The key 3 holds the pose on screen for three frames',
    run: () => setHold(3),
  },
  cue: {
    words: 'Move a sound',
    more: 'In Sound: the horse’s hoofs, along their lane, under the pose they belong to',
    run: showClops,
  },
};

/** What can be tried on the demo film; each goes once it was done. */
export function Invitations() {
  const left = useInvitations((state) => state.left);
  if (left.length === 0) return null;
  return (
    <div className={styles.invitations} role="group" aria-label="Try it">
      {left.map((each) => (
        <Button key={each} title={WORDS[each].more} onClick={WORDS[each].run}>
          {WORDS[each].words}
        </Button>
      ))}
      <IconButton label="Hide these tips" onClick={endInvitations}>
        <X size={15} aria-hidden />
      </IconButton>
    </div>
  );
}
