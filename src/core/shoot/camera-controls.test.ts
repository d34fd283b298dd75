import { expect, test } from 'vitest';
import { controlsOf, lockConstraints, lockProblem } from './camera-controls';

/** As a browser tells of a camera on a stand. */
const CAPABILITIES = {
  focusMode: ['continuous', 'manual'],
  focusDistance: { min: 0, max: 250, step: 5 },
  exposureMode: ['continuous', 'manual'],
  exposureTime: { min: 1, max: 5000, step: 1 },
  whiteBalanceMode: ['continuous'],
  colorTemperature: { min: 2800, max: 6500, step: 10 },
  width: { min: 1, max: 1920 },
};
const SETTINGS = {
  focusMode: 'continuous',
  focusDistance: 40,
  exposureMode: 'manual',
  exposureTime: 250,
  iso: NaN,
};

test('what can be locked is locked as it stands, or as wanted within its range; what cannot is said', () => {
  const controls = controlsOf(CAPABILITIES, SETTINGS);
  expect(controls.map(({ name, canLock, isLocked, value }) => [name, canLock, isLocked, value])).toEqual([
    ['focus', true, false, 40],
    ['exposure', true, true, 250],
    ['gain', true, true, undefined],
    ['white balance', false, false, undefined],
  ]);
  expect(controls.map(({ range }) => range?.max)).toEqual([250, 5000, undefined, undefined]);
  expect(lockConstraints(controls)).toEqual({
    advanced: [{ focusMode: 'manual', focusDistance: 40, exposureMode: 'manual', exposureTime: 250 }],
  });
  expect(lockConstraints(controls, { focus: 9999 }).advanced[0]).toMatchObject({ focusDistance: 250 });
  const locked = controlsOf(CAPABILITIES, { ...SETTINGS, focusMode: 'manual' });
  expect(lockProblem(locked)).toContain('This camera cannot lock white balance.');
});

test('a camera that tells of nothing, or of nonsense, cannot be locked, and nothing is asked of it', () => {
  for (const facts of [
    {},
    { focusMode: 'manual', focusDistance: { min: 5, max: 5 } },
    { exposureMode: [1, null] },
  ]) {
    const controls = controlsOf(facts, {});
    expect(controls.some(({ canLock }) => canLock)).toBe(false);
    expect(lockConstraints(controls)).toEqual({ advanced: [] });
    expect(lockProblem(controls)).toMatch(/cannot lock focus, exposure, gain and white balance\./);
  }
  const all = { focusMode: ['manual'], exposureMode: ['manual'], whiteBalanceMode: ['manual'] };
  const now = { focusMode: 'manual', exposureMode: 'manual', whiteBalanceMode: 'manual' };
  expect(lockProblem(controlsOf(all, now))).toBeUndefined();
});
