import Images from 'lucide-react/icons/images';
import type { Film } from '../core/film/film';
import { Button } from '../kit/button';
import { showStage } from '../state/shell/show-stage';
import { EmptyStage } from './empty-stage';

interface NoPosesProps {
  readonly film: Film;
  readonly heading: string;
  /** What the stage is for, in one sentence. */
  readonly words: string;
}

/** A stage of a film that has no poses yet, and the way to some. */
export function NoPoses({ film, heading, words }: NoPosesProps) {
  return (
    <EmptyStage heading={heading} words={words}>
      <Button variant="main" onClick={() => showStage('sort')}>
        <Images size={18} aria-hidden /> {film.photos.length > 0 ? 'Go to the photos' : 'Add photos'}
      </Button>
    </EmptyStage>
  );
}
