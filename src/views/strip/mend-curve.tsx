import { useLayoutEffect, useMemo, useRef } from 'react';
import type { Film, Photo } from '../../core/film/film';
import { scheduleOf } from '../../core/film/schedule';
import { lightLevel, lightRunOf } from '../../core/mend/light-run';
import { placeOf, placeRunOf } from '../../core/mend/steady/place-run';
import { useMend, type PlaceCurve } from '../../state/mend/mend';
import { themeColours, useDrawingTheme } from '../use-drawing-theme';
import { prepareCanvas } from '../prepare-canvas';
import { curvePoints, drawCurve, type CurveTheme, type Level } from './draw-curve';
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

/** What a curve shows, and how much of it at least from bottom to top. */
interface Measure {
  readonly words: string;
  readonly levelOf: (photo: Photo) => Level | undefined;
  readonly jumpsIn: (film: Film, sceneId: string) => readonly string[];
  readonly least: number;
}

const LIGHT: Measure = {
  words: 'Light',
  levelOf: lightLevel,
  jumpsIn: (film, id) => lightRunOf(film, id).jumps.after,
  least: 16,
};

const PLACE_WORDS: Readonly<Record<PlaceCurve, string>> = {
  right: 'Shift to the right',
  down: 'Shift down',
  turn: 'Turn',
  size: 'Size',
};
/** Parts of the picture, degrees, and times as large. */
const LEAST_PLACE: Readonly<Record<PlaceCurve, number>> = {
  right: 0.004,
  down: 0.004,
  turn: 0.2,
  size: 0.004,
};

const placeMeasure = (curve: PlaceCurve): Measure => ({
  words: PLACE_WORDS[curve],
  levelOf: (photo) => {
    const place = placeOf(photo);
    return place && { before: place.before[curve], after: place.after[curve] };
  },
  jumpsIn: (film, id) => placeRunOf(film, id).bumps.after,
  least: LEAST_PLACE[curve],
});

/** What was found over the film, before and now, on the frames of the strip: light, or place while that is mended; jumps are marked. */
export function MendCurve({ film, sight, top, height }: MendCurveProps) {
  const { left, width } = sight;
  const ref = useRef<HTMLCanvasElement>(null);
  const themeFor = useDrawingTheme(curveTheme);
  const isSteadying = useMend((state) => state.tool === 'steady');
  const curve = useMend((state) => state.curve);
  const measure = useMemo(() => (isSteadying ? placeMeasure(curve) : LIGHT), [isSteadying, curve]);
  const jumps = useMemo(
    () => new Set(film.scenes.flatMap(({ id }) => measure.jumpsIn(film, id))),
    [film, measure],
  );
  const points = useMemo(
    () => curvePoints(film, scheduleOf(film), sight, measure.levelOf),
    [film, sight, measure],
  );
  useLayoutEffect(() => {
    const context = prepareCanvas(ref.current, width, height);
    if (!context) return;
    const pen = { context, theme: themeFor(context.canvas), sight, width, height };
    drawCurve(pen, points, jumps, measure.least);
  }, [points, jumps, measure, sight, width, height, themeFor]);
  return (
    <>
      <canvas ref={ref} className={styles.curve} style={{ left, top, width, height }} aria-hidden />
      <div className={styles.legend} style={{ top }}>
        <span>
          {measure.words}: <i data-of="before">before</i> <i data-of="after">now</i>
        </span>
      </div>
    </>
  );
}
