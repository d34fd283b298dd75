import { useEffect, useRef, type RefObject } from 'react';
import type { Rect } from '../../core/picture/size';
import { BINS, setSeenColours } from '../../state/mend/seen-colours';
import styles from './seen-colours.module.css';

interface SeenColoursProps {
  readonly canvasRef: RefObject<HTMLCanvasElement | null>;
  /** Where the picture lies on it, in its pixels. */
  readonly area: Rect;
  /** Changes whenever something else is drawn on it. */
  readonly drawn: number;
  readonly marksClipping: boolean;
}

const WHITE_MARK = [0, 128, 128, 255];
const BLACK_MARK = [176, 64, 144, 255];
const UNMARKED = [0, 0, 0, 0];

/** One pixel of so many is counted, so that about this many are. */
const COUNTED = 40_000;

/** The part of the picture that is seen, in whole pixels. */
function inSight(canvas: HTMLCanvasElement, { x, y, width, height }: Rect): Rect {
  const [left, top] = [Math.max(0, Math.ceil(x)), Math.max(0, Math.ceil(y))];
  return {
    ...{ x: left, y: top },
    width: Math.max(0, Math.min(canvas.width, Math.floor(x + width)) - left),
    height: Math.max(0, Math.min(canvas.height, Math.floor(y + height)) - top),
  };
}

function countColours(data: Uint8ClampedArray): void {
  const every = Math.max(1, Math.floor(data.length / 4 / COUNTED));
  const counts = [0, 1, 2].map(() => Array.from({ length: BINS }, () => 0));
  let [all, black, white] = [0, 0, 0];
  for (let i = 0; i < data.length; i += 4 * every) {
    let [least, most] = [255, 0];
    for (let c = 0; c < 3; c++) {
      const value = data[i + c] as number;
      const bins = counts[c] as number[];
      const bin = Math.floor((value * BINS) / 256);
      bins[bin] = (bins[bin] as number) + 1;
      least = Math.min(least, value);
      most = Math.max(most, value);
    }
    all++;
    if (least === 0) black++;
    if (most === 255) white++;
  }
  setSeenColours({ counts, black: all > 0 ? black / all : 0, white: all > 0 ? white / all : 0 });
}

/** What is black in a channel becomes plum, what is white teal; all else is see-through. */
function markClipping(image: ImageData): void {
  const { data } = image;
  for (let i = 0; i < data.length; i += 4) {
    const [r, g, b] = [data[i] as number, data[i + 1] as number, data[i + 2] as number];
    const isWhite = r === 255 || g === 255 || b === 255;
    const isBlack = r === 0 || g === 0 || b === 0;
    data.set(isWhite ? WHITE_MARK : isBlack ? BLACK_MARK : UNMARKED, i);
  }
}

/** Looks at the colours of the picture as it is shown, for its histogram, and marks where they are cut off. */
export function SeenColours({ canvasRef, area, drawn, marksClipping }: SeenColoursProps) {
  const marks = useRef<HTMLCanvasElement>(null);
  useEffect(() => {
    const canvas = canvasRef.current;
    const context = canvas?.getContext('2d', { willReadFrequently: true });
    if (!canvas || !context) return;
    const { x, y, width, height } = inSight(canvas, area);
    if (width === 0 || height === 0) return;
    const image = context.getImageData(x, y, width, height);
    countColours(image.data);
    const sheet = marks.current;
    if (!sheet) return;
    sheet.width = canvas.width;
    sheet.height = canvas.height;
    markClipping(image);
    sheet.getContext('2d')?.putImageData(image, x, y);
  }, [canvasRef, area, drawn, marksClipping]);
  useEffect(() => () => setSeenColours({ counts: undefined, black: 0, white: 0 }), []);
  return marksClipping ? (
    <canvas ref={marks} className={styles.marks} data-testid="clipping" aria-hidden />
  ) : null;
}
