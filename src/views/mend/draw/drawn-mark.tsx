import { useId } from 'react';
import { MARK_BOUNDS, type Mark } from '../../../core/picture/drawn/mark';
import { markRings } from '../../../core/picture/drawn/mark-rings';
import { markPath, ringPath } from './mark-path';

/** Larger than any drawing. */
const ALL = {
  ...{ x: -MARK_BOUNDS.place, y: -MARK_BOUNDS.place },
  ...{ width: 2 * MARK_BOUNDS.place, height: 2 * MARK_BOUNDS.place },
};

/** A mark over the picture, in pixels of its drawing, without what is erased of it. */
export function DrawnMark({ mark, fill }: { readonly mark: Mark; readonly fill?: string | undefined }) {
  const id = useId();
  const { erased, evenOdd } = markRings(mark);
  const rule = evenOdd ? ({ fillRule: 'evenodd' } as const) : {};
  if (erased.length === 0) return <path d={markPath(mark)} fill={fill} {...rule} />;
  return (
    <>
      <mask id={id} maskUnits="userSpaceOnUse" {...ALL}>
        <rect {...ALL} fill="#fff" />
        <path d={erased.map(ringPath).join('')} fill="#000" stroke="none" />
      </mask>
      <path d={markPath(mark)} fill={fill} mask={`url(#${id})`} {...rule} />
    </>
  );
}
