import { useEffect, useLayoutEffect, useMemo, useRef, useState } from 'react';
import { poseAt, scheduleOf, showingsBetween } from '../../core/film/schedule';
import { recipeOf } from '../../core/film/recipe-of';
import { chained, scaling } from '../../core/picture/affine';
import type { Rect, Size } from '../../core/picture/size';
import { zoomedArea, type Point } from '../../core/picture/zoom';
import { shotNeighbours } from '../../core/shoot/shot-neighbours';
import { pictureWish, type PictureWish } from '../../engine/browser/pictures/picture-cache';
import { StandInCamera } from '../../engine/browser/shoot/stand-in/stand-in-camera';
import { useFilm } from '../../state/document/document';
import { movePicture, setSight, usePictureZoom, zoomPictureAt } from '../../state/picture/picture-zoom';
import { sayWhatIsReady, useCheck } from '../../state/shoot/check';
import { useCamera } from '../../state/shoot/camera';
import { ghostsOf } from '../../state/shoot/ghost-layers';
import { useGuides } from '../../state/shoot/guides';
import { useLiveMended } from '../../state/shoot/live-mended';
import { useLive } from '../../state/shoot/live';
import { useReference } from '../../state/shoot/reference';
import { useLiveCompare } from '../../state/shoot/live-compare';
import { liveView } from '../../state/shoot/live-view';
import { useShooting } from '../../state/shoot/shooting';
import { useTransport } from '../../state/transport/transport';
import { poseCaption } from '../pose-caption';
import { useLookCloser } from '../picture/use-look-closer';
import { CameraPicture } from './camera-picture';
import { GuideLayer } from './guide-layer';
import { EdgesLayer } from './edges-layer';
import { Magnifier } from './magnifier';
import { MendedLayer } from './mended-layer';
import { LayerCanvas } from './layer-canvas';
import { ReferenceLayer, ReferencePlacing } from './reference-layer';
import { PuppetSheet } from './puppet-sheet';
import styles from './shoot.module.css';
import { useShootPictures } from './use-shoot-pictures';

/** Space around the picture, in CSS pixels. */
const MARGIN = 6;
/** Longer sides of pictures that are checked: they stay for a moment only. */
const QUICK = 960;

/** Poses that are made ready to be checked: those of ten seconds on ones. */
const MOST_AHEAD = 300;

/** The pixels at which pictures of poses are made for an area of the screen: no more than the film has. */
function pixelsFor(area: Size, film: Size, most: number): Size {
  const ratio = devicePixelRatio;
  const scale = Math.min(
    1,
    film.width / (area.width * ratio),
    most / (Math.max(area.width, area.height) * ratio),
  );
  return {
    width: Math.max(1, Math.round(area.width * ratio * scale)),
    height: Math.max(1, Math.round(area.height * ratio * scale)),
  };
}

/** The live picture with what is laid over it, or a pose of the film in its place. */
export function LivePicture() {
  const film = useFilm();
  const frame = useTransport((state) => state.frame);
  const { camera, live, photo } = useCamera();
  const { place, turn, mirrorsPhotos, mirrored } = useShooting();
  const isLive = useLive((state) => state.isLive);
  const compare = useLiveCompare();
  const check = useCheck();
  const isPlaced = useReference(({ isPlaced: placed, reference }) => placed && reference !== undefined);
  const zoom = usePictureZoom((state) => state.zoom);
  const { edges, magnifier } = useGuides();
  const isMended = useLiveMended();
  const screen = useRef<HTMLDivElement>(null);
  const [room, setRoom] = useState<Rect>({ x: MARGIN, y: MARGIN, width: 1, height: 1 });

  useLayoutEffect(() => {
    const element = screen.current;
    if (!element) return undefined;
    const observer = new ResizeObserver(() =>
      setRoom({
        ...{ x: MARGIN, y: MARGIN },
        width: Math.max(1, element.clientWidth - 2 * MARGIN),
        height: Math.max(1, element.clientHeight - 2 * MARGIN),
      }),
    );
    observer.observe(element);
    return () => observer.disconnect();
  }, []);

  const view = useMemo(
    () =>
      film && live && photo && live.width > 0
        ? liveView(film, { live, photo }, { place, turn, mirrorsPhotos }, frame)
        : undefined,
    [film, live, photo, place, turn, mirrorsPhotos, frame],
  );
  const { width, height } = view?.film ?? film?.settings ?? { width: 16, height: 9 };
  const picture = useMemo(() => ({ width, height }), [width, height]);
  // Looked at as closely as the big picture is elsewhere: in pixels of the screen, of which a CSS pixel may have several.
  const ratio = devicePixelRatio;
  const sight = useMemo(
    () => ({
      room: { x: room.x * ratio, y: room.y * ratio, width: room.width * ratio, height: room.height * ratio },
      picture,
    }),
    [room, ratio, picture],
  );
  useEffect(() => setSight(sight), [sight]);
  const inPixels = ({ x, y }: Point): Point => ({ x: x * ratio, y: y * ratio });
  useLookCloser(screen, {
    onZoom: (times, at) => zoomPictureAt(sight, times, inPixels(at)),
    onMove: (by) => movePicture(sight, inPixels(by)),
  });
  const whole = zoomedArea(sight.room, picture, zoom);
  const area = {
    x: whole.x / ratio,
    y: whole.y / ratio,
    width: whole.width / ratio,
    height: whole.height / ratio,
  };
  const size = pixelsFor(area, picture, Infinity);

  const around = useMemo(() => film && shotNeighbours(film, place, frame), [film, place, frame]);
  const ghosts =
    film && around && camera && isLive && !check.film
      ? ghostsOf(film, around, compare, size)
      : ({ layers: [], how: 'over' } as const);

  // What is in the film: the pose that was stepped to, or those that are checked.
  const shownFilm = check.film ?? film;
  const plan = shownFilm && scheduleOf(shownFilm);
  const here = plan && poseAt(plan, check.film ? check.frame : frame);
  const isLiveNow = check.film ? here?.pose.id === check.liveId : isLive && camera !== undefined;
  const quick = pixelsFor(area, picture, QUICK);
  const wishOf = (entry: typeof here): PictureWish | undefined => {
    const recipe =
      shownFilm && entry && entry.pose.id !== check.liveId ? recipeOf(shownFilm, entry.pose) : undefined;
    if (!recipe) return undefined;
    return check.film
      ? pictureWish(recipe, quick)
      : pictureWish(recipe, size, size.width > QUICK ? 'fine' : 'kept');
  };
  const shown = wishOf(here);
  const { span } = check;
  const ahead = span && plan ? [...showingsBetween(plan, span.from, span.to)].slice(-MOST_AHEAD) : [];
  const wishes = [
    ...(isLiveNow ? [] : shown ? [shown] : []),
    ...ghosts.layers.toReversed().map(({ wish }) => wish),
    ...ahead.flatMap((entry) => wishOf(entry) ?? []),
  ];
  const pictures = useShootPictures(wishes);
  useEffect(() =>
    sayWhatIsReady((poseId) => {
      const wish = wishOf(ahead.find(({ pose }) => pose.id === poseId));
      return !wish || pictures.has(wish);
    }),
  );

  const scale = area.width / width;
  const words = film && here && !check.film ? poseCaption(film, here) : 'The film, as it is checked';
  return (
    <div ref={screen} className={styles.screen} data-testid="shoot-screen">
      <div
        className={styles.lens}
        data-testid="lens"
        data-mirrored={(mirrored && isLiveNow) || undefined}
        style={{ left: area.x, top: area.y, width: area.width, height: area.height }}
      >
        {camera && view && (
          <CameraPicture camera={camera} map={view.map} scale={scale} isSeen={isLiveNow && !compare.flipped}>
            {edges && live && isLiveNow && !compare.flipped && <EdgesLayer camera={camera} live={live} />}
          </CameraPicture>
        )}
        {camera && isMended && view?.mended && isLiveNow && !compare.flipped && (
          <MendedLayer camera={camera} recipe={view.mended} size={size} />
        )}
        {!isLiveNow && here && shown && (
          <LayerCanvas
            label={words}
            testId="shown-pose"
            layers={[{ wish: shown, strength: 1 }]}
            how="over"
            pictures={pictures}
            size={check.film ? quick : size}
            keepsLast
          />
        )}
        {isLiveNow && ghosts.layers.length > 0 && (
          <LayerCanvas
            label={
              ghosts.how === 'difference' ? 'Difference from the last photo' : 'Ghosts over the live picture'
            }
            testId="ghosts"
            layers={ghosts.layers}
            how={ghosts.how}
            pictures={pictures}
            size={size}
          />
        )}
        {film && !check.film && (
          <ReferenceLayer
            area={area}
            frame={(isLive ? around?.frame : undefined) ?? frame}
            rate={film.settings.rate}
          />
        )}
        <GuideLayer width={width} height={height} />
        {camera instanceof StandInCamera && view && live && isLiveNow && !compare.flipped && (
          <PuppetSheet map={chained(view.map, scaling(scale, scale))} live={live} isMirrored={mirrored} />
        )}
        {camera && view && magnifier && isLiveNow && !compare.flipped && (
          <Magnifier camera={camera} map={view.map} scale={scale} isMirrored={mirrored} />
        )}
        {isPlaced && <ReferencePlacing area={area} film={picture} isMirrored={mirrored && isLiveNow} />}
      </div>
    </div>
  );
}
