import { useRef, useState } from 'react';
import type { Film } from '../../../core/film/film';
import { inverse, mapped } from '../../../core/picture/affine';
import { PLACE } from '../../../core/picture/paint/stroke';
import type { Rect } from '../../../core/picture/size';
import { setKeying, useKeying } from '../../../state/mend/key/keying';
import { keyOfScope } from '../../../state/mend/key/keys';
import { addOutline } from '../../../state/mend/key/outlines';
import { pickBacking } from '../../../state/mend/key/pick-backing';
import { paintedPhoto, type PaintedPhoto } from '../../../state/mend/paint/painted-photo';
import { useTransport } from '../../../state/transport/transport';
import mend from '../mend.module.css';
import { PenSheet, type PenPlace } from '../pen-sheet';
import { PointSheet } from '../point-sheet';
import styles from './key.module.css';

interface KeyOverlayProps {
  readonly film: Film;
  /** Where the picture lies, in pixels of the canvas. */
  readonly area: Rect;
}

/** What lies on the picture while a key is set: where colours were picked, parts that always stay or go, and what is just drawn. */
export function KeyOverlay({ film, area }: KeyOverlayProps) {
  const frame = useTransport((state) => state.frame);
  const { scope, pointing } = useKeying();
  const here = paintedPhoto(film, frame);
  if (!here) return null;
  const { picked, outlines } = keyOfScope(film, scope);
  const back = inverse(here.toPhoto);
  const onScreen = (u: number, v: number): readonly [number, number] => {
    const [x, y] = mapped(back, u, v);
    return [(area.x + x * area.width) / devicePixelRatio, (area.y + y * area.height) / devicePixelRatio];
  };
  const lineOf = (points: readonly number[]): string => {
    const places: string[] = [];
    for (let i = 0; i < points.length; i += PLACE)
      places.push(onScreen(points[i] as number, points[i + 1] as number).join(' '));
    return `M ${places.join(' L ')} Z`;
  };
  return (
    <div className={`${mend.overlay} ${styles.overlay}`}>
      <svg aria-hidden>
        {outlines.map(({ id, points, stays }) => (
          <path key={id} d={lineOf(points)} data-goes={stays ? undefined : true} />
        ))}
      </svg>
      {picked.map(({ x, y }) => {
        const [left, top] = onScreen(x, y);
        return <i key={`${x} ${y}`} className={styles.mark} style={{ left, top }} aria-hidden />;
      })}
      {pointing === 'pick' && (
        <PointSheet
          area={area}
          label="Click on the backing. Arrows move the cross, Enter clicks, Escape cancels."
          onPoint={({ x, y }) => void pickBacking(x, y)}
          onEnd={() => setKeying({ pointing: undefined })}
        />
      )}
      {(pointing === 'stays' || pointing === 'goes') && (
        <OutlineSheet here={here} area={area} stays={pointing === 'stays'} />
      )}
    </div>
  );
}

interface OutlineSheetProps extends Pick<KeyOverlayProps, 'area'> {
  readonly here: PaintedPhoto;
  readonly stays: boolean;
}

/** A sheet on which a part is drawn around. */
function OutlineSheet({ here, area, stays }: OutlineSheetProps) {
  // Places on the screen, and the same in parts of the photo.
  const drawn = useRef<{ readonly line: string[]; readonly points: number[] }>(undefined);
  const [line, setLine] = useState('');
  const add = ({ x, y }: PenPlace): void => {
    const [u, v] = mapped(here.toPhoto, (x - area.x) / area.width, (y - area.y) / area.height);
    drawn.current?.line.push(`${x / devicePixelRatio} ${y / devicePixelRatio}`);
    drawn.current?.points.push(u, v, 1);
  };
  const drop = (): void => {
    drawn.current = undefined;
    setLine('');
  };
  return (
    <>
      <svg aria-hidden>{line !== '' && <path d={line} data-goes={stays ? undefined : true} />}</svg>
      <PenSheet
        label={`Picture: draw around what to ${stays ? 'stays' : 'goes'} with a mouse, a pen or a finger.`}
        onBegin={(place) => {
          drawn.current = { line: [], points: [] };
          add(place);
        }}
        onGo={(places) => {
          if (!drawn.current) return;
          places.forEach(add);
          setLine(`M ${drawn.current.line.join(' L ')}`);
        }}
        onEnd={() => {
          const points = drawn.current?.points ?? [];
          drop();
          if (points.length > 0) addOutline(points, stays);
        }}
        onDrop={drop}
        onKeyDown={(event) => {
          if (event.key !== 'Escape') return;
          drop();
          setKeying({ pointing: undefined });
          event.stopPropagation();
        }}
      />
    </>
  );
}
