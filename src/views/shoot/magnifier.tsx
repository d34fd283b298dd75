import { useEffect, useRef } from 'react';
import { chained, type Affine } from '../../core/picture/affine';
import type { Point } from '../../core/picture/zoom';
import type { Camera } from '../../engine/browser/shoot/camera';
import styles from './shoot.module.css';

/** CSS pixels of its side, and of the screen that each of the camera's has. */
const SIDE = 240;
const TIMES = 3;

interface MagnifierProps {
  readonly camera: Camera;
  /** From pixels of the live picture to those of the film. */
  readonly map: Affine;
  /** CSS pixels of one of the film's. */
  readonly scale: number;
  readonly isMirrored: boolean;
}

/** A glass over the live picture that shows the camera's own pixels large, where the pointer is; in the middle at first. */
export function Magnifier({ camera, map, scale, isMirrored }: MagnifierProps) {
  const glass = useRef<HTMLCanvasElement>(null);
  // It stays where it is while the film grows, and with it what is drawn.
  const where = useRef<Point>(undefined);
  useEffect(() => {
    const canvas = glass.current;
    const lens = canvas?.parentElement;
    const context = canvas?.getContext('2d');
    if (!canvas || !lens || !context) return undefined;
    const follow = ({ clientX, clientY }: PointerEvent): void => {
      const box = lens.getBoundingClientRect();
      const x = clientX - box.left;
      where.current = { x: isMirrored ? box.width - x : x, y: clientY - box.top };
    };
    const [a, b] = map;
    const large = TIMES / Math.hypot(a, b);
    let next = 0;
    const draw = (): void => {
      const middle = SIDE / 2;
      const at = where.current ?? { x: lens.clientWidth / 2, y: lens.clientHeight / 2 };
      canvas.style.transform = `translate(${at.x - middle}px, ${at.y - middle}px)`;
      const toGlass: Affine = [
        large,
        0,
        0,
        large,
        middle - (large * at.x) / scale,
        middle - (large * at.y) / scale,
      ];
      context.setTransform(1, 0, 0, 1, 0, 0);
      context.clearRect(0, 0, SIDE, SIDE);
      context.setTransform(...chained(map, toGlass));
      context.imageSmoothingEnabled = false;
      context.drawImage(camera.picture, 0, 0);
      next = requestAnimationFrame(draw);
    };
    draw();
    lens.addEventListener('pointermove', follow);
    lens.addEventListener('pointerdown', follow);
    return () => {
      cancelAnimationFrame(next);
      lens.removeEventListener('pointermove', follow);
      lens.removeEventListener('pointerdown', follow);
    };
  }, [camera, map, scale, isMirrored]);
  return (
    <canvas
      ref={glass}
      width={SIDE}
      height={SIDE}
      className={styles.magnifier}
      data-testid="magnifier"
      aria-hidden
    />
  );
}
