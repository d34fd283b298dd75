import { useEffect, useRef } from 'react';
import { sizeWithin, type Size } from '../../core/picture/size';
import { sharpEdges } from '../../core/shoot/sharp-edges';
import type { Camera } from '../../engine/browser/shoot/camera';
import styles from './shoot.module.css';

/** Pixels of the longer side of what is looked at, and milliseconds from one look to the next. */
const SIDE = 640;
const EVERY = 200;

/** What is sharp in the live picture, marked over it; it lies in the camera's own pixels. */
export function EdgesLayer({ camera, live }: { readonly camera: Camera; readonly live: Size }) {
  const ref = useRef<HTMLCanvasElement>(null);
  const { width, height } = sizeWithin(live, SIDE);
  useEffect(() => {
    const small = new OffscreenCanvas(width, height).getContext('2d', { willReadFrequently: true });
    const look = (): void => {
      const context = ref.current?.getContext('2d');
      if (!small || !context) return;
      small.drawImage(camera.picture, 0, 0, width, height);
      const marks = sharpEdges(small.getImageData(0, 0, width, height));
      context.putImageData(new ImageData(marks.data, width, height), 0, 0);
    };
    const timer = setInterval(look, EVERY);
    return () => clearInterval(timer);
  }, [camera, width, height]);
  return (
    <canvas
      ref={ref}
      width={width}
      height={height}
      className={styles.edges}
      style={{ width: live.width, height: live.height }}
      data-testid="edges"
      aria-hidden
    />
  );
}
