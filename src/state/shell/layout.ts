import { create } from 'zustand';
import { desk } from '../../engine/browser/store/stores';
import { shellNow } from './shell';
import type { Stage } from './stages';

/** What stands around the picture: the panels at its sides, and the strip below. */
export const SIDES = ['left', 'right', 'strip'] as const;
export type Side = (typeof SIDES)[number];

/** How a side stands in a stage. */
export interface SideLayout {
  /** Width of a panel or height of the strip in CSS pixels, as a person dragged it; undefined for what suits the window. */
  readonly size?: number;
  readonly folded?: boolean;
}

type StageLayout = Readonly<Partial<Record<Side, SideLayout>>>;

export interface Layout {
  /** By stage; what is not there stands as it suits the window. */
  readonly stages: Readonly<Partial<Record<Stage, StageLayout>>>;
  /** Whether there is no room for panels beside the picture: they are drawers over it. */
  readonly narrow: boolean;
  /** The drawer that is open. */
  readonly drawer: Side | undefined;
  /** Whether nothing but the picture is shown. */
  readonly alone: boolean;
}

/** How the window is shared out. */
export const useLayout = create<Layout>(() => ({
  stages: {},
  narrow: false,
  drawer: undefined,
  alone: false,
}));

const layoutNow = useLayout.getState;

/** No panel and no strip is larger than this, in CSS pixels. */
export const MAX_SIDE = 4000;

function put(stage: Stage, side: Side, layout: SideLayout): void {
  const { stages } = layoutNow();
  const changed = { ...stages, [stage]: { ...stages[stage], [side]: layout } };
  useLayout.setState({ stages: changed });
  // A layout that is not remembered does no harm.
  desk.setItem('layout', changed).catch(() => undefined);
}

const change = (stage: Stage, side: Side, next: SideLayout): void =>
  put(stage, side, { ...layoutNow().stages[stage]?.[side], ...next });

/** Keeps the size in CSS pixels to which a side was dragged. */
export const setSideSize = (stage: Stage, side: Side, size: number): void =>
  change(stage, side, { size: Math.min(MAX_SIDE, Math.round(size)) });

/** Lets a side take what suits the window again. */
export function resetSide(stage: Stage, side: Side): void {
  const { folded } = layoutNow().stages[stage]?.[side] ?? {};
  put(stage, side, folded === undefined ? {} : { folded });
}

/** Folds a side of the stage on screen away, or back; where panels are drawers, opens or closes one. */
export function toggleSide(side: Side): void {
  const { narrow, drawer, alone, stages } = layoutNow();
  if (alone) return leaveAlone();
  if (narrow && side !== 'strip') {
    useLayout.setState({ drawer: drawer === side ? undefined : side });
    return;
  }
  const { stage } = shellNow();
  change(stage, side, { folded: !stages[stage]?.[side]?.folded });
}

/** Brings a side of the stage on screen in sight. */
export function showSide(side: Side): void {
  const { narrow, drawer, stages } = layoutNow();
  if (layoutNow().alone) leaveAlone();
  const hidden = narrow && side !== 'strip' ? drawer !== side : stages[shellNow().stage]?.[side]?.folded;
  if (hidden) toggleSide(side);
}

/** Closes the drawer that is open, or shows all again after the picture alone; gives whether there was anything to leave. */
export function leaveInnermost(): boolean {
  const { drawer, alone } = layoutNow();
  if (alone) leaveAlone();
  if (drawer !== undefined) useLayout.setState({ drawer: undefined });
  return alone || drawer !== undefined;
}

/** Tells whether there is room for panels beside the picture. */
export const setNarrow = (narrow: boolean): void => useLayout.setState({ narrow, drawer: undefined });

/** Shows nothing but the picture, or all again. */
export function toggleAlone(): void {
  if (layoutNow().alone) leaveAlone();
  else useLayout.setState({ alone: true, drawer: undefined });
}

/** Shows all again; a picture that fills the screen goes back into its window. */
export function leaveAlone(): void {
  useLayout.setState({ alone: false });
  if (document.fullscreenElement) void document.exitFullscreen().catch(() => undefined);
}

/** Fills the screen with the picture, or puts it back into its window. */
export async function toggleFullScreen(): Promise<void> {
  if (document.fullscreenElement) return leaveAlone();
  useLayout.setState({ alone: true, drawer: undefined });
  // Where the browser refuses it fills the window at least.
  await document.documentElement.requestFullscreen().catch(() => undefined);
}
