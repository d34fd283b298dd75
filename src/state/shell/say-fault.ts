import { WorkerFault } from '../../engine/browser/threads/worker-pool';
import { tell } from './shell';

/**
 * Says why a worker could not do its work, once.
 * @throws the error that it was given: it is passed on.
 */
export function sayFault(error: unknown): never {
  if (error instanceof WorkerFault) tell(error.message, 'wrong');
  throw error;
}
