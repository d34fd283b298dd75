import { useKeying } from '../../state/mend/key/keying';
import { useMend, type MendTool } from '../../state/mend/mend';
import { useShownAs } from '../../state/picture/shown-film';
import { useShell } from '../../state/shell/shell';
import { useTransport } from '../../state/transport/transport';

/** What a hand can do on the big picture. */
export interface PictureHand {
  /** The tool of Mend that works on it now; undefined while the film plays, or is shown otherwise than that tool takes it. */
  readonly tool: MendTool | undefined;
  /** A colour is picked on it. */
  readonly picksColour: boolean;
  /** A place is clicked that framing comes closer to. */
  readonly picksPoint: boolean;
  /** A tool waits for a hand, and cannot work yet. */
  readonly isAwaited: boolean;
}

const IDLE: PictureHand = { tool: undefined, picksColour: false, picksPoint: false, isAwaited: false };

/** What a hand can do on the picture: nothing outside Mend, and nothing but steadying is seen in a window of its own. */
export function usePictureHand(apart: boolean): PictureHand {
  const isMending = useShell((state) => state.stage === 'mend');
  const isStill = useTransport((state) => !state.playing);
  const isMended = useShownAs((state) => state.view === 'mended');
  const tool = useMend((state) => state.tool);
  const picksColour = useMend((state) => state.picking !== undefined) && tool === 'colour';
  const picksPoint = useMend((state) => state.pickingPoint);
  const isPointing = useKeying((state) => state.pointing !== undefined);
  if (!isMending) return IDLE;
  if (apart) return { ...IDLE, tool: tool === 'steady' && isStill ? tool : undefined };
  const onMended = tool === 'paint' || tool === 'draw' || tool === 'key';
  const isReady = isStill && (isMended || !onMended);
  const waits = tool === 'paint' || tool === 'draw' || (tool === 'key' && isPointing);
  return {
    tool: isReady ? tool : undefined,
    picksColour: picksColour && isReady,
    picksPoint,
    isAwaited: !isReady && (waits || picksColour || picksPoint),
  };
}
