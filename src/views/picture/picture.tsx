import { useMemo, useRef, useState } from 'react';
import { poseAt, scheduleOf } from '../../core/film/schedule';
import type { Rect } from '../../core/picture/size';
import type { Point } from '../../core/picture/zoom';
import { composePicture } from '../../state/picture/composition';
import {
  movePicture,
  setSight,
  usePictureZoom,
  zoomPictureAt,
  type Sight,
} from '../../state/picture/picture-zoom';
import type { Drawing } from '../../state/picture/plan-drawing';
import { useShownAs, useShownFilm } from '../../state/picture/shown-film';
import { useSelection } from '../../state/selection/selection';
import { useShell } from '../../state/shell/shell';
import { pickPoint } from '../../state/mend/frame-runs';
import { useMend, type MendTool } from '../../state/mend/mend';
import { useCompare } from '../../state/transport/compare';
import { useTransport } from '../../state/transport/transport';
import { Divider } from '../mend/divider';
import { DrawOverlay } from '../mend/draw/draw-overlay';
import { FrameOverlay } from '../mend/frame-overlay';
import { KeyOverlay } from '../mend/key/key-overlay';
import { MoveOverlay } from '../mend/move-overlay';
import { PaintOverlay } from '../mend/paint/paint-overlay';
import { PickOverlay } from '../mend/pick-overlay';
import { PointSheet } from '../mend/point-sheet';
import { ReadySheet } from '../mend/ready-sheet';
import { SeenColours } from '../mend/seen-colours';
import { poseCaption } from '../pose-caption';
import styles from './picture.module.css';
import { PictureTools } from './picture-tools';
import { useDrawnPicture } from './use-drawn-picture';
import { useLookCloser } from './use-look-closer';
import { usePictureHand } from './use-picture-hand';

const sameRect = (a: Rect | undefined, b: Rect | undefined): boolean =>
  a?.x === b?.x && a?.y === b?.y && a?.width === b?.width && a?.height === b?.height;

/** Tools whose sheets read what was drawn. */
const READS_PICTURE: ReadonlySet<MendTool> = new Set(['colour', 'paint', 'draw']);

interface PictureProps {
  /** In a window of its own: without tools, and not the one that keys look closer at. */
  readonly apart?: boolean;
}

/** The big picture: the pose under the playhead, as the print will show it, and what it is compared with. */
export function Picture({ apart = false }: PictureProps) {
  const film = useShownFilm();
  const isDivided = useShownAs((state) => state.view === 'divided');
  const isMending = useShell((state) => state.stage === 'mend');
  const place = useShownAs((state) => state.divider);
  const divider = isMending && isDivided ? place : undefined;
  const [area, setArea] = useState<Rect>();
  const frame = useTransport((state) => state.frame);
  const playing = useTransport((state) => state.playing);
  const playSpan = useTransport((state) => state.playSpan);
  const whole = useShownAs((state) => state.whole && state.view === 'mended');
  const hand = usePictureHand(apart);
  const isFraming = isMending && whole && !playing;
  const showsClipping = useMend((state) => state.showsClipping);
  const [drawn, setDrawn] = useState(0);
  const overlay = useMend((state) => state.overlay);
  const anchor = hand.tool === 'steady' && overlay !== 'none' ? overlay : undefined;
  const chosen = useSelection((state) => state.chosen);
  const isZoomed = usePictureZoom((state) => state.zoom !== undefined);
  const compare = useCompare();
  const screenRef = useRef<HTMLDivElement>(null);
  const canvasRef = useRef<HTMLCanvasElement>(null);
  const here = film && poseAt(scheduleOf(film), frame);
  const composition = useMemo(
    () => film && composePicture(film, { frame, playing, playSpan, compare, chosen, divider, anchor }),
    [film, frame, playing, playSpan, compare, chosen, divider, anchor],
  );

  const sightIn = (panel: Drawing['panels'][number] | undefined): Sight | undefined =>
    film && panel && { room: panel.room, picture: film.settings };
  const shown = film && here && composition && { film, here, composition };
  const look = (drawing: Drawing | undefined): void => {
    // Of the first against the last, neither may be on screen: one is as good as the other.
    const panels = drawing?.panels ?? [];
    const main = panels.find(({ isHere }) => isHere) ?? panels[0];
    if (!apart) setSight(sightIn(main));
    setArea((known) => (sameRect(known, main?.area) ? known : main?.area));
  };
  const planned = useDrawnPicture(canvasRef, shown, look, () => {
    if (hand.tool && READS_PICTURE.has(hand.tool)) setDrawn((times) => times + 1);
  });

  /** In pixels of the canvas. */
  const inPixels = ({ x, y }: Point): Point => {
    const ratio = canvasRef.current?.ownerDocument.defaultView?.devicePixelRatio ?? 1;
    return { x: x * ratio, y: y * ratio };
  };
  /** What is looked at under a place of the canvas. */
  const sightAt = ({ x }: Point): Sight | undefined => {
    const panels = planned()?.panels ?? [];
    return sightIn(panels.find(({ room }) => x < room.x + room.width) ?? panels.at(-1));
  };
  useLookCloser(screenRef, {
    onZoom: (times, place) => {
      const at = inPixels(place);
      const sight = sightAt(at);
      if (sight) zoomPictureAt(sight, times, at);
    },
    onMove: (by, place) => {
      const sight = sightAt(inPixels(place));
      if (sight) movePicture(sight, inPixels(by));
    },
  });

  const words = film && here ? poseCaption(film, here) : 'No picture yet';
  return (
    <div className={styles.surround}>
      <div ref={screenRef} className={styles.screen}>
        <canvas
          ref={canvasRef}
          role="img"
          aria-label={words}
          data-testid={apart ? 'picture-apart' : 'picture'}
          data-zoomed={isZoomed || undefined}
        />
        {hand.isAwaited && area && <ReadySheet />}
        {!apart && divider !== undefined && area && <Divider area={area} at={divider} />}
        {!apart && hand.tool === 'steady' && divider === undefined && area && <MoveOverlay area={area} />}
        {hand.tool === 'colour' && area && (
          <SeenColours canvasRef={canvasRef} area={area} drawn={drawn} marksClipping={showsClipping} />
        )}
        {hand.tool === 'paint' && film && area && (
          <PaintOverlay film={film} canvasRef={canvasRef} area={area} drawn={drawn} />
        )}
        {hand.tool === 'draw' && film && area && (
          <DrawOverlay film={film} canvasRef={canvasRef} area={area} drawn={drawn} />
        )}
        {hand.tool === 'key' && film && area && <KeyOverlay film={film} area={area} />}
        {hand.picksColour && area && <PickOverlay canvasRef={canvasRef} area={area} />}
        {!apart && isFraming && area && <FrameOverlay area={area} />}
        {!apart && isFraming && hand.picksPoint && area && (
          <PointSheet
            area={area}
            label="Click where each word zooms to. Arrows move the cross, Enter clicks, Escape cancels."
            onPoint={pickPoint}
            onEnd={() => pickPoint(undefined)}
          />
        )}
      </div>
      {!apart && here && <PictureTools />}
    </div>
  );
}
