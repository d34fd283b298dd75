import Joi from 'joi';
import { desk } from '../../engine/browser/store/stores';
import { MAX_SIDE, SIDES, useLayout, type Layout } from './layout';
import { STAGES } from './stages';

const KEPT = Joi.object().pattern(
  Joi.string().valid(...STAGES),
  Joi.object().pattern(
    Joi.string().valid(...SIDES),
    Joi.object({ size: Joi.number().min(1).max(MAX_SIDE), folded: Joi.boolean() }),
  ),
);

/** Takes up the layout that was kept last; one that cannot be read is forgotten. */
export async function restoreLayout(): Promise<void> {
  const kept = await desk.getItem<unknown>('layout').catch(() => null);
  const { value, error } = KEPT.validate(kept ?? {}) as { value: Layout['stages']; error?: Error };
  if (!error) useLayout.setState({ stages: value });
}
