/** A range that a camera tells of a setting, in its own unit. */
export interface ControlRange {
  readonly min: number;
  readonly max: number;
  readonly step: number;
}

/** What is locked before the first photo, in the order in which it is set. */
export const CONTROLS = ['focus', 'exposure', 'gain', 'white balance'] as const;
export type ControlName = (typeof CONTROLS)[number];

/**
 * Names of settings as the W3C's "MediaStream Image Capture" has them: the mode that says who sets it, and the number that is set by hand. Gain is
 * in the same mode as exposure.
 */
const SETTINGS: Readonly<Record<ControlName, { readonly mode: string; readonly number: string }>> = {
  focus: { mode: 'focusMode', number: 'focusDistance' },
  exposure: { mode: 'exposureMode', number: 'exposureTime' },
  gain: { mode: 'exposureMode', number: 'iso' },
  'white balance': { mode: 'whiteBalanceMode', number: 'colorTemperature' },
};

/** What a camera says of itself: capabilities and settings of its track, as the browser gives them. */
export type CameraFacts = Readonly<Record<string, unknown>>;

/** A control of a camera. */
export interface CameraControl {
  readonly name: ControlName;
  /** Whether it can be kept as it is: by its mode, or since it is set by hand only. */
  readonly canLock: boolean;
  readonly isLocked: boolean;
  /** What can be set by hand; undefined where nothing can. */
  readonly range: ControlRange | undefined;
  readonly value: number | undefined;
}

const isNumber = (value: unknown): value is number => typeof value === 'number' && Number.isFinite(value);

function rangeIn(capabilities: CameraFacts, name: string): ControlRange | undefined {
  const { min, max, step } = (capabilities[name] ?? {}) as Partial<Record<keyof ControlRange, unknown>>;
  if (!isNumber(min) || !isNumber(max) || max <= min) return undefined;
  return { min, max, step: isNumber(step) && step > 0 ? step : (max - min) / 100 };
}

/** The controls of a camera, all four: what it does not tell of cannot be locked. */
export function controlsOf(capabilities: CameraFacts, settings: CameraFacts): readonly CameraControl[] {
  return CONTROLS.map((name) => {
    const { mode, number } = SETTINGS[name];
    const modes = capabilities[mode];
    const canLock = Array.isArray(modes) && modes.includes('manual');
    const value = settings[number];
    return {
      ...{ name, canLock, isLocked: canLock && settings[mode] === 'manual' },
      range: canLock ? rangeIn(capabilities, number) : undefined,
      value: isNumber(value) ? value : undefined,
    };
  });
}

/** What is asked of a camera; for `applyConstraints`. */
export interface CameraConstraints {
  readonly advanced: readonly Readonly<Record<string, string | number>>[];
}

/** What is asked of a camera so that all that can be locked stays as it is, or as `wanted` says. */
export function lockConstraints(
  controls: readonly CameraControl[],
  wanted: Partial<Readonly<Record<ControlName, number>>> = {},
): CameraConstraints {
  const all: Record<string, string | number> = {};
  for (const { name, canLock, range, value } of controls) {
    if (!canLock) continue;
    const { mode, number } = SETTINGS[name];
    all[mode] = 'manual';
    const to = wanted[name] ?? value;
    if (range && to !== undefined) all[number] = Math.min(range.max, Math.max(range.min, to));
  }
  return { advanced: Object.keys(all).length > 0 ? [all] : [] };
}

/** `Focus and gain cannot be locked …`: what a camera does not let us lock, with what to do; undefined where it lets us lock all. */
export function lockProblem(controls: readonly CameraControl[]): string | undefined {
  const names = controls.filter(({ isLocked }) => !isLocked).map(({ name }) => name);
  const last = names.pop();
  if (last === undefined) return undefined;
  const list = names.length > 0 ? `${names.join(', ')} and ${last}` : last;
  return `This camera cannot lock ${list}. Set what you can by hand, and match the light in Mend.`;
}

/** What is asked of a camera so that it sets itself again, as far as it can. */
export function freeConstraints(capabilities: CameraFacts): CameraConstraints {
  const modes = new Set(CONTROLS.map((name) => SETTINGS[name].mode));
  const can = [...modes].filter((mode) => {
    const all = capabilities[mode];
    return Array.isArray(all) && all.includes('continuous');
  });
  return { advanced: can.length > 0 ? [Object.fromEntries(can.map((mode) => [mode, 'continuous']))] : [] };
}
