import type { RefObject } from 'react';
import type { Stroke, UnsureCells } from '../../../core/film/stroke';
import type { FoundArea } from '../../../core/mend/paint/found-areas';
import { inverse, mapped } from '../../../core/picture/affine';
import { PLACE } from '../../../core/picture/paint/stroke';
import type { Rect } from '../../../core/picture/size';
import type { PaintedPhoto } from '../../../state/mend/paint/painted-photo';
import styles from './paint.module.css';

interface StrokeOutlinesProps {
  readonly svgRef: RefObject<SVGSVGElement | null>;
  readonly here: PaintedPhoto;
  readonly chosen: ReadonlySet<string>;
  /** Where the picture lies, in pixels of the canvas, of which so many are one of the screen. */
  readonly area: Rect;
  readonly ratio: number;
  /** Outlines that were found. */
  readonly areas: readonly FoundArea[];
}

/** Where along an outline its number stands: a rig and what hangs on it begin at the same place. */
const numberedAt = (points: readonly number[], i: number): number =>
  PLACE * Math.floor(((i % 3) * points.length) / PLACE / 3);

/** A number at a place, readable on any picture. */
const Number = ({ place: [x, y], children }: { place: readonly [number, number]; children: number }) => (
  <text x={x} y={y} className={styles.number}>
    {children}
  </text>
);

/** The strokes that are chosen and outlines that were found, as lines over the picture; and where its plate is not sure. */
export function StrokeOutlines({ svgRef, here, chosen, area, ratio, areas }: StrokeOutlinesProps) {
  const back = inverse(here.toPhoto);
  const onScreen = (u: number, v: number): readonly [number, number] => {
    const [x, y] = mapped(back, u, v);
    return [(area.x + x * area.width) / ratio, (area.y + y * area.height) / ratio];
  };
  const placeOf = (points: readonly number[], at: number): readonly [number, number] =>
    onScreen(points[at] as number, points[at + 1] as number);
  const lineOf = ({ points, shape }: Pick<Stroke, 'points' | 'shape'>): string => {
    const places: string[] = [];
    for (let i = 0; i < points.length; i += PLACE) places.push(placeOf(points, i).join(' '));
    // A line of one place would not be drawn.
    const [first] = places;
    return `M${(places.length === 1 && first ? [first, first] : places).join('L')}${shape === 'brush' ? '' : 'Z'}`;
  };
  const { unsure } = here.scene.plate ?? {};
  const cellsOf = ({ across, down, cells }: UnsureCells): string =>
    cells
      .map((cell) => {
        const [x, y] = [(cell % across) / across, Math.floor(cell / across) / down];
        const [[left, top], [right, bottom]] = [onScreen(x, y), onScreen(x + 1 / across, y + 1 / down)];
        return `M${left} ${top}H${right}V${bottom}H${left}Z`;
      })
      .join('');
  const width = (here.longer * area.width) / ratio;
  return (
    <svg ref={svgRef} className={styles.outlines} aria-hidden>
      {here.strokes
        .filter(({ id }) => chosen.has(id))
        .map((stroke) => (
          <g key={stroke.id}>
            {stroke.shape === 'brush' && (
              <path d={lineOf(stroke)} className={styles.body} style={{ strokeWidth: stroke.size * width }} />
            )}
            <path d={lineOf(stroke)} className={styles.under} />
            <path d={lineOf(stroke)} className={styles.line} />
          </g>
        ))}
      {areas.map((area, i) => (
        <g key={`${area.pixels} ${area.points[0]}`} className={styles.found}>
          <path d={lineOf({ points: area.points, shape: 'fill' })} className={styles.under} />
          <path d={lineOf({ points: area.points, shape: 'fill' })} className={styles.line} />
          <Number place={placeOf(area.points, numberedAt(area.points, i))}>{i + 1}</Number>
        </g>
      ))}
      {unsure && <path d={cellsOf(unsure)} className={styles.unsure} />}
    </svg>
  );
}
