import { useEffect, useRef, useState } from 'react';
import type { PictureCache, PictureWish } from '../../engine/browser/pictures/picture-cache';
import { ghostPictures } from '../../state/shoot/ghost-pictures';

/** Pictures of poses that lie over the live one or are shown in its place. */
export interface ShootPictures {
  readonly get: (wish: PictureWish) => ImageBitmap | undefined;
  readonly has: (wish: PictureWish) => boolean;
  /** Changes as pictures come. */
  readonly arrived: number;
}

/** Has pictures made, the most urgent first, as long as they are wanted. */
export function useShootPictures(wishes: readonly PictureWish[]): ShootPictures {
  const cache = useRef<PictureCache>(undefined);
  const [arrived, setArrived] = useState(0);
  const key = wishes.map((wish) => wish.key).join(' ');
  const wanted = useRef(wishes);
  useEffect(() => {
    wanted.current = wishes;
  });
  useEffect(() => {
    const own = ghostPictures(() => setArrived((times) => times + 1));
    cache.current = own;
    own.want(wanted.current);
    return () => {
      cache.current = undefined;
      own.close();
    };
  }, []);
  useEffect(() => cache.current?.want(wanted.current), [key]);
  return {
    get: (wish) => cache.current?.getAny(wish),
    has: (wish) => cache.current?.has(wish) ?? false,
    arrived,
  };
}
