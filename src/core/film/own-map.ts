import { chained, type Affine } from '../picture/affine';
import { moveMap } from '../picture/move';
import { turnMatrix } from '../picture/orientation';
import type { Photo } from './film';
import { isMoved, moveOfMends } from './photo-mends';
import { fileOf, turnOf } from './photo-picture';

/** How a photo's upright picture comes to stand as the film shows it: steadied first, and then turned. */
export const ownMap = (photo: Photo): Affine => {
  const { width, height, mends } = fileOf(photo);
  const turned = turnMatrix(turnOf(photo), width, height);
  return isMoved(mends) ? chained(moveMap(moveOfMends(mends), { width, height }), turned) : turned;
};
