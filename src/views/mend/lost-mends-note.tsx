import type { Film } from '../../core/film/film';
import { lostMends, type LostMend } from '../../core/film/lost-mends';
import { scheduleOf, type ScheduledPose } from '../../core/film/schedule';
import type { MendTool } from '../../state/mend/mend';
import { JumpButtons } from './jump-buttons';
import styles from './mend.module.css';

/** The tool that makes each kind of mend. */
const TOOL_OF: Readonly<Record<LostMend, MendTool>> = {
  painted: 'paint',
  plate: 'paint',
  behind: 'key',
  drawn: 'draw',
};

/** Poses at which mends of a tool have no effect, each once, in the order of the film. */
export function lostWith(film: Film, tool: MendTool): readonly ScheduledPose[] {
  const lost = lostMends(film);
  if (lost.size === 0) return [];
  const { firsts } = scheduleOf(film);
  return [...lost]
    .flatMap(([id, kinds]) => (kinds.some((kind) => TOOL_OF[kind] === tool) ? (firsts.get(id) ?? []) : []))
    .sort((a, b) => a.start - b.start);
}

/** Where mends of a tool have no effect, with buttons that lead there; nothing where all have. */
export function LostMendsNote({ film, tool }: { readonly film: Film; readonly tool: MendTool }) {
  const places = lostWith(film, tool);
  if (places.length === 0) return null;
  return (
    <div className={styles.warning} role="status">
      <p>Something set here has no effect: what it needs is not in the film any more.</p>
      <JumpButtons noun="pose" places={places} />
    </div>
  );
}
