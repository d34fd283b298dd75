import { create } from 'zustand';
import type { MendScope } from '../mend';

/** What is done with a pointer on the picture while a key is set. */
export type Pointing = 'pick' | 'stays' | 'goes';

interface Keying {
  /** What a key is set for. */
  readonly scope: MendScope;
  /** Undefined where the pointer does nothing. */
  readonly pointing: Pointing | undefined;
}

/** How a key is set now. */
export const useKeying = create<Keying>(() => ({ scope: 'scene', pointing: undefined }));

export const setKeying = useKeying.setState;
export const keyingNow = useKeying.getState;
