import type { Side } from '../../state/shell/layout';

/** The keys that fold what stands around the picture: each looks like where it stands. */
export const SIDE_KEYS: Readonly<Record<Side, string>> = { left: '(', right: ')', strip: '_' };
