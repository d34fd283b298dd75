import type { Command } from './command';
import type { Reason } from './reasons';

/** A command that is told once; whether it can be done is asked each time. */
export interface CommandFacts extends Omit<Command, 'keys' | 'cannot'> {
  readonly cannot?: Reason;
}
