import { useGesture } from '@use-gesture/react';
import { useRef, type KeyboardEvent } from 'react';
import { framingOf } from '../../core/film/crop-of';
import { frameOfPose, poseAt, scheduleOf } from '../../core/film/schedule';
import { WHOLE } from '../../core/picture/crop';
import type { Rect } from '../../core/picture/size';
import { useFilm } from '../../state/document/document';
import { useMend } from '../../state/mend/mend';
import { dropNudge, nudgePhotos, tryNudge } from '../../state/mend/move-photos';
import { pointAt, stopPointing } from '../../state/mend/point-photos';
import { useTransport } from '../../state/transport/transport';
import { Cross, PointSheet, type PicturePlace } from './point-sheet';

interface MoveOverlayProps {
  /** Where the picture lies, in pixels of the screen. */
  readonly area: Rect;
}

const MOVES: Readonly<Record<string, readonly [right: number, down: number]>> = {
  ArrowLeft: [-1, 0],
  ArrowRight: [1, 0],
  ArrowUp: [0, -1],
  ArrowDown: [0, 1],
};

/** What lies on the picture while it is steadied: dragged it moves the photo; or the same point is clicked in photo after photo. */
export function MoveOverlay({ area }: MoveOverlayProps) {
  const film = useFilm();
  const frame = useTransport((state) => state.frame);
  const pointing = useMend((state) => state.pointing);
  const ref = useRef<HTMLButtonElement>(null);
  const here = film && poseAt(scheduleOf(film), frame);
  const {
    size,
    x: middleX,
    y: middleY,
  } = (film && here && framingOf(film, here.pose, frameOfPose(here, frame)).crop) ?? WHOLE;
  const [width, height] = [film?.settings.width ?? 1, film?.settings.height ?? 1];
  // CSS pixels of the screen that a pixel of the film takes, as closely as it is framed and looked at.
  const scale = area.width / devicePixelRatio / width / size;
  const inFilm = ({ x, y }: PicturePlace): PicturePlace => ({
    x: (middleX + (x - 0.5) * size) * width,
    y: (middleY + (y - 0.5) * size) * height,
  });
  const onPicture = ({ x, y }: PicturePlace): PicturePlace => ({
    x: (x / width - middleX) / size + 0.5,
    y: (y / height - middleY) / size + 0.5,
  });

  useGesture(
    {
      onDrag: ({ xy: [x, y], initial: [fromX, fromY], last, canceled, tap }) => {
        if (tap || pointing) return;
        // The photo stays under the hand, from where it took hold.
        const by = { right: (x - fromX) / scale, down: (y - fromY) / scale };
        if (!last) tryNudge(by);
        else if (canceled) dropNudge();
        else nudgePhotos(by);
      },
    },
    { target: ref, drag: { filterTaps: true, pointer: { keys: false } } },
  );
  const keys = (event: KeyboardEvent): void => {
    const move = MOVES[event.key];
    if (!move) return;
    const step = event.shiftKey ? 0.1 : 1;
    nudgePhotos({ right: move[0] * step, down: move[1] * step });
    event.preventDefault();
    event.stopPropagation();
  };
  return (
    <PointSheet
      sheetRef={ref}
      area={area}
      label={
        pointing
          ? 'Click the same point in photo after photo. Arrows move the cross, Enter clicks, Escape stops.'
          : 'The photo: drag it. Arrows move it by a pixel of the film, with Shift by a tenth.'
      }
      onPoint={pointing ? (place) => pointAt(inFilm(place)) : undefined}
      onEnd={stopPointing}
      onKey={keys}
    >
      {pointing?.to && <Cross place={onPicture(pointing.to)} />}
    </PointSheet>
  );
}
