import { lightAsBefore } from '../../state/mend/mend-light';
import { setMend } from '../../state/mend/mend';
import type { CommandFacts } from './command-facts';
import { leadTo } from './lead-to';
import { firstOf, noPoses, readOnly } from './reasons';

const cannot = firstOf(readOnly, noPoses);
const light = (name: string) => (): void => {
  setMend({ tool: 'light' });
  leadTo({ stage: 'mend', side: 'left', name });
};

/** What mends pictures and has no key of its own. */
export const MEND_COMMANDS: readonly CommandFacts[] = [
  {
    words: 'Brightness of the chosen poses’ photos',
    also: 'light exposure darker lighter',
    cannot,
    run: light('Brightness'),
  },
  {
    words: 'Warmth of the chosen poses’ photos',
    also: 'white balance temperature yellow blue colour',
    cannot,
    run: light('Warmth'),
  },
  { words: 'Tint of the chosen poses’ photos', also: 'green magenta colour', cannot, run: light('Tint') },
  {
    words: 'How strongly the light is matched',
    also: 'strength per cent flicker',
    cannot,
    run: light('Strength'),
  },
  {
    words: 'Which photos the light is matched of',
    also: 'flicker scene film chosen',
    cannot,
    run: light('Match'),
  },
  { words: 'The light of the chosen photos as it came', also: 'reset original', cannot, run: lightAsBefore },
];
