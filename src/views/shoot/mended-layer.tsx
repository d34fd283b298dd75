import { useEffect, useEffectEvent, useRef } from 'react';
import type { Recipe } from '../../core/picture/recipe';
import type { Size } from '../../core/picture/size';
import type { Camera } from '../../engine/browser/shoot/camera';
import { mendedFrame } from '../../state/shoot/live-mended';
import styles from './shoot.module.css';

interface MendedLayerProps {
  readonly camera: Camera;
  readonly recipe: Recipe;
  readonly size: Size;
}

/** Milliseconds between two pictures, at least: the live one goes on below. */
const EVERY = 120;

/** The live picture with the mends of its scene, as often as that can be made. */
export function MendedLayer({ camera, recipe, size }: MendedLayerProps) {
  const ref = useRef<HTMLCanvasElement>(null);
  const make = useEffectEvent(async (): Promise<void> => {
    const picture = await mendedFrame(camera, recipe, size).catch(() => undefined);
    const canvas = ref.current;
    if (canvas && picture) {
      canvas.width = picture.width;
      canvas.height = picture.height;
      canvas.getContext('bitmaprenderer')?.transferFromImageBitmap(picture);
    }
    picture?.close();
  });
  useEffect(() => {
    let isOver = false as boolean;
    const goOn = async (): Promise<void> => {
      while (!isOver) {
        await make();
        await new Promise((resolve) => setTimeout(resolve, EVERY));
      }
    };
    void goOn();
    return () => {
      isOver = true;
    };
  }, []);
  return <canvas ref={ref} className={styles.layer} data-testid="live-mended" aria-hidden />;
}
