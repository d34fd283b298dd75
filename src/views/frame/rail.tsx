import ChevronLeft from 'lucide-react/icons/chevron-left';
import ChevronRight from 'lucide-react/icons/chevron-right';
import ChevronUp from 'lucide-react/icons/chevron-up';
import { toggleSide, useLayout, type Side } from '../../state/shell/layout';
import styles from './frame.module.css';
import { SIDE_KEYS } from './side-keys';

interface RailProps {
  readonly side: Side;
  /** What is folded away there. */
  readonly name: string;
}

const ICONS = { left: ChevronRight, right: ChevronLeft, strip: ChevronUp };

/** What is left of a side that is folded away, or is a drawer: its name, which brings it back. */
export function Rail({ side, name }: RailProps) {
  const open = useLayout((state) => state.drawer === side);
  const Icon = ICONS[side];
  return (
    <button
      type="button"
      className={styles.rail}
      data-side={side}
      aria-expanded={open}
      aria-label={`Show ${name}`}
      data-tip={`Show ${name} (${SIDE_KEYS[side]})`}
      onClick={() => toggleSide(side)}
    >
      <Icon size={15} aria-hidden />
      <span>{name}</span>
    </button>
  );
}
