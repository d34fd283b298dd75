import { useLayoutEffect, useMemo, useRef } from 'react';
import type { Film } from '../../core/film/film';
import { scheduleOf } from '../../core/film/schedule';
import { lightRunOf } from '../../core/mend/light-run';
import { themeColours, useDrawingTheme } from '../use-drawing-theme';
import { prepareCanvas } from '../prepare-canvas';
import { curvePoints, drawCurve, type CurveTheme } from './draw-curve';
import styles from './strip.module.css';
import type { TicketSight } from './ticket-sight';

interface MendCurveProps {
  readonly film: Film;
  readonly sight: TicketSight;
  /** In pixels from the top of the strip. */
  readonly top: number;
  readonly height: number;
}

function curveTheme(element: Element): CurveTheme {
  const colour = themeColours(element);
  return {
    before: colour('ochre'),
    after: colour('teal'),
    jump: colour('tomato'),
    line: colour('line-strong'),
  };
}

/** The light over the film, before and now, on the frames of the strip; jumps are marked. */
export function MendCurve({ film, sight, top, height }: MendCurveProps) {
  const { left, width } = sight;
  const ref = useRef<HTMLCanvasElement>(null);
  const themeFor = useDrawingTheme(curveTheme);
  const jumps = useMemo(
    () => new Set(film.scenes.flatMap(({ id }) => lightRunOf(film, id).jumps.after)),
    [film],
  );
  const points = useMemo(() => curvePoints(film, scheduleOf(film), sight), [film, sight]);
  useLayoutEffect(() => {
    const context = prepareCanvas(ref.current, width, height);
    if (context) drawCurve({ context, theme: themeFor(context.canvas), sight, width, height }, points, jumps);
  }, [points, jumps, sight, width, height, themeFor]);
  return (
    <>
      <canvas ref={ref} className={styles.curve} style={{ left, top, width, height }} aria-hidden />
      <div className={styles.legend} style={{ top }}>
        <span>
          Light: <i data-of="before">before</i> <i data-of="after">now</i>
        </span>
      </div>
    </>
  );
}
