import { useLayoutEffect, useRef, type ReactNode } from 'react';
import { chained, scaling, type Affine } from '../../core/picture/affine';
import type { Camera } from '../../engine/browser/shoot/camera';
import styles from './shoot.module.css';

interface CameraPictureProps {
  readonly camera: Camera;
  /** From pixels of the live picture to those of the film. */
  readonly map: Affine;
  /** CSS pixels of one of the film's. */
  readonly scale: number;
  readonly isSeen: boolean;
  /** What lies over it, in its own pixels. */
  readonly children?: ReactNode;
}

/** The camera's own picture, where the photo will lie in the film's. */
export function CameraPicture({ camera, map, scale, isSeen, children }: CameraPictureProps) {
  const place = useRef<HTMLDivElement>(null);
  useLayoutEffect(() => {
    place.current?.replaceChildren(camera.picture);
    // What was out of the page is paused.
    if (camera.picture instanceof HTMLVideoElement) void camera.picture.play().catch(() => undefined);
  }, [camera]);
  const [a, b, c, d, e, f] = chained(map, scaling(scale, scale));
  return (
    <div
      className={styles.camera}
      hidden={!isSeen}
      style={{ transform: `matrix(${a},${b},${c},${d},${e},${f})` }}
    >
      <div ref={place} role="img" aria-label={`Live picture of ${camera.name}`} data-testid="live" />
      {children}
    </div>
  );
}
