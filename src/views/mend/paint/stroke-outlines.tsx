import type { RefObject } from 'react';
import type { Stroke } from '../../../core/film/stroke';
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
}

/** The strokes that are chosen, as lines over the picture. */
export function StrokeOutlines({ svgRef, here, chosen, area, ratio }: StrokeOutlinesProps) {
  const back = inverse(here.toPhoto);
  const lineOf = ({ points, shape }: Stroke): string => {
    const places: string[] = [];
    for (let i = 0; i < points.length; i += PLACE) {
      const [x, y] = mapped(back, points[i] as number, points[i + 1] as number);
      places.push(`${(area.x + x * area.width) / ratio} ${(area.y + y * area.height) / ratio}`);
    }
    // A line of one place would not be drawn.
    const [first] = places;
    return `M${(places.length === 1 && first ? [first, first] : places).join('L')}${shape === 'brush' ? '' : 'Z'}`;
  };
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
    </svg>
  );
}
