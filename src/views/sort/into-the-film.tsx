import { scheduleOf } from '../../core/film/schedule';
import { count } from '../../core/time/format';
import { Button } from '../../kit/button';
import { Pair } from '../../kit/pair';
import { useDocument } from '../../state/document/document';
import { targetPoses } from '../../state/document/edit-film';
import { canReplace, insertPhotos, makeScene, replacePhotos } from '../../state/photos/use-photos';
import { useSelection } from '../../state/selection/selection';
import { useTransport } from '../../state/transport/transport';

/** Ways to make poses of the chosen photos. */
export function IntoTheFilm({ photos }: { readonly photos: number }) {
  // What is meant follows the choice on the strip and the playhead.
  useSelection((state) => state.chosen);
  useTransport((state) => state.frame);
  const film = useDocument((state) => state.history?.film);
  const poses = targetPoses();
  const meant = new Set(poses);
  const numbers = film
    ? scheduleOf(film).poses.flatMap((each) => (meant.has(each.pose.id) ? [each.index + 1] : []))
    : [];
  const [first, last] = [numbers[0], numbers.at(-1)];
  const one = first === last;
  if (first === undefined) {
    return (
      <Button onClick={() => insertPhotos('after')}>Add {photos === 1 ? 'it' : 'them'} into the film</Button>
    );
  }
  return (
    <>
      <h3>Into the film</h3>
      <Pair label="Into the film">
        <Button onClick={() => insertPhotos('before')}>Before pose {first}</Button>
        <Button onClick={() => insertPhotos('after')}>After pose {last}</Button>
        <Button
          disabled={!canReplace(photos, poses.length)}
          onClick={replacePhotos}
          title={
            canReplace(photos, poses.length)
              ? 'Holds stay unchanged'
              : `${count(photos, 'photo')} cannot replace ${count(poses.length, 'pose')}: choose one, or as many as poses`
          }
        >
          {one ? `Replace ${first}` : `Replace ${count(poses.length, 'pose')}`}
        </Button>
        <Button onClick={makeScene}>As a new scene</Button>
      </Pair>
    </>
  );
}
