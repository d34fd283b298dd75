import { useGesture } from '@use-gesture/react';
import { useRef, useState, type KeyboardEvent } from 'react';
import { inverse, mapped, type Affine } from '../../core/picture/affine';
import type { Size } from '../../core/picture/size';
import { partAt, pullPart, type Part, type Puppet } from '../../core/shoot/stand-in/puppet';
import { setView } from '../../core/shoot/stand-in/set-view';
import { choosePart, nudgePart, posePuppet, usePuppet } from '../../state/shoot/puppet';
import { PUPPET_STEP } from './puppet-step';
import { ARROW_MOVES } from './arrow-moves';
import styles from './shoot.module.css';

interface PuppetSheetProps {
  /** From pixels of the live picture to CSS pixels of the film's picture. */
  readonly map: Affine;
  readonly live: Size;
  readonly isMirrored: boolean;
}

type Place = readonly [x: number, y: number];

/** Over the live picture of the stand-in: the puppet is taken hold of and pulled, or moved by the arrows. */
export function PuppetSheet({ map, live, isMirrored }: PuppetSheetProps) {
  const ref = useRef<HTMLButtonElement>(null);
  const [over, setOver] = useState<Part>();
  const part = usePuppet((state) => state.part);
  /** A place of the screen on the set. */
  const onSet = (x: number, y: number): Place => {
    const box = ref.current?.getBoundingClientRect();
    const left = x - (box?.left ?? 0);
    const [liveX, liveY] = mapped(
      inverse(map),
      isMirrored ? (box?.width ?? 0) - left : left,
      y - (box?.top ?? 0),
    );
    return mapped(inverse(setView(live)), liveX, liveY);
  };
  useGesture(
    {
      onMove: ({ xy: [x, y], dragging }) => {
        if (!dragging) setOver(partAt(usePuppet.getState().puppet, ...onSet(x, y)));
      },
      onDrag: ({ xy: [x, y], initial: [fromX, fromY], memo, first, last, pinching, cancel }) => {
        if (pinching) return cancel();
        // Keys belong to the film again.
        if (last) ref.current?.blur();
        type Held = { readonly from: Puppet; readonly part: Part | undefined };
        const { puppet } = usePuppet.getState();
        const held = first
          ? { from: puppet, part: partAt(puppet, ...onSet(fromX, fromY)) }
          : (memo as Held | undefined);
        if (!held?.part) return held;
        if (first) choosePart(held.part);
        posePuppet(pullPart(held.from, held.part, onSet(fromX, fromY), onSet(x, y)));
        return held;
      },
    },
    { target: ref, drag: { filterTaps: true, pointer: { keys: false } } },
  );
  const keys = (event: KeyboardEvent): void => {
    const move = ARROW_MOVES[event.key];
    if (!move) return;
    const step = event.shiftKey ? 1 : PUPPET_STEP;
    nudgePart(move[0] * step, move[1] * step);
    event.preventDefault();
    event.stopPropagation();
  };
  return (
    <button
      ref={ref}
      type="button"
      className={styles.puppet}
      data-over={over}
      data-part={part}
      aria-label="Paper puppet: drag its body or a limb. Arrows move the chosen part, with Shift by less."
      onKeyDown={keys}
    />
  );
}
