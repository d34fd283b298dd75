import Joi from 'joi';
import { create } from 'zustand';
import {
  LIMBS,
  movePuppet,
  STANDING,
  turnLimb,
  type Part,
  type Puppet,
} from '../../core/shoot/stand-in/puppet';
import { desk } from '../../engine/browser/store/stores';
import { StandInCamera } from '../../engine/browser/shoot/stand-in/stand-in-camera';
import { openCameraNow } from './camera';

interface PuppetState {
  readonly puppet: Puppet;
  /** The part that keys move. */
  readonly part: Part;
}

/** The puppet in front of the stand-in camera: it stays as it stands, until somebody moves it. */
export const usePuppet = create<PuppetState>(() => ({ puppet: STANDING, part: 'body' }));

const angle = Joi.number().min(-180).max(180).required();
const schema = Joi.object({
  x: Joi.number().min(0).max(4000).required(),
  y: Joi.number().min(0).max(4000).required(),
  turns: Joi.object(Object.fromEntries(LIMBS.map((limb) => [limb, angle]))).required(),
}).required();

/** Has the set stand as it was left. */
export async function restorePuppet(): Promise<void> {
  const kept = schema.validate(await desk.getItem<unknown>('puppet').catch(() => null), { convert: false });
  if (!kept.error) posePuppet(kept.value as Puppet);
  else posePuppet(usePuppet.getState().puppet);
}

/** Poses the puppet. */
export function posePuppet(puppet: Puppet): void {
  usePuppet.setState({ puppet });
  const camera = openCameraNow();
  if (camera instanceof StandInCamera) camera.pose(puppet);
  desk.setItem('puppet', puppet).catch(() => undefined);
}

/** Chooses what keys move. */
export const choosePart = (part: Part): void => usePuppet.setState({ part });

/** Moves the chosen part by steps: the body over the set, in pixels of it; a limb about its joint, in degrees. */
export function nudgePart(right: number, down: number): void {
  const { puppet, part } = usePuppet.getState();
  posePuppet(part === 'body' ? movePuppet(puppet, right, down) : turnLimb(puppet, part, right + down));
}
