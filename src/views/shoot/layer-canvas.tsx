import { useEffectEvent, useLayoutEffect, useRef } from 'react';
import type { Size } from '../../core/picture/size';
import type { Ghosts } from '../../state/shoot/ghost-layers';
import styles from './shoot.module.css';
import type { ShootPictures } from './use-shoot-pictures';

interface LayerCanvasProps {
  readonly label: string;
  readonly testId: string;
  readonly layers: Ghosts['layers'];
  readonly how: Ghosts['how'];
  readonly pictures: ShootPictures;
  /** Pixels of the canvas; it lies over the whole of the film's picture. */
  readonly size: Size;
  /** What is shown until the pictures are there: what was, or nothing. */
  readonly keepsLast?: boolean;
}

/** Pictures of poses, laid over each other over the live picture. */
export function LayerCanvas(props: LayerCanvasProps) {
  const { label, testId, layers, how, pictures, size, keepsLast = false } = props;
  const ref = useRef<HTMLCanvasElement>(null);
  const { get, arrived } = pictures;
  const key = layers.map(({ wish, strength }) => `${wish.key} ${strength}`).join(' ');
  const draw = useEffectEvent(() => {
    const canvas = ref.current;
    const context = canvas?.getContext('2d');
    if (!canvas || !context) return;
    const drawn = layers.map(({ wish, strength }) => ({ picture: get(wish), strength }));
    if (keepsLast && drawn.some(({ picture }) => !picture)) return;
    if (canvas.width !== size.width || canvas.height !== size.height) {
      canvas.width = size.width;
      canvas.height = size.height;
    }
    context.clearRect(0, 0, size.width, size.height);
    for (const { picture, strength } of drawn) {
      if (!picture) continue;
      context.globalAlpha = strength;
      context.drawImage(picture, 0, 0, size.width, size.height);
    }
  });
  // As pictures come, and for other layers or another size.
  useLayoutEffect(() => draw(), [key, arrived, size.width, size.height]);
  return (
    <canvas
      ref={ref}
      role="img"
      aria-label={label}
      data-testid={testId}
      data-layers={layers.filter(({ wish }) => pictures.has(wish)).length}
      className={how === 'difference' ? `${styles.layer} ${styles.difference}` : styles.layer}
    />
  );
}
