import {
  bringPhotosBack,
  insertPhotos,
  makeScene,
  replacePhotos,
  showAsTheyCame,
  takePhotosOut,
} from '../../state/photos/use-photos';
import { dismissIntake } from '../../state/photos/intake';
import type { CommandFacts } from './command-facts';
import { leadTo } from './lead-to';
import { firstOf, noPhotoChosen, noPoses, noTable, readOnly } from './reasons';

const sort = (name: string) => (): void => leadTo({ stage: 'sort', side: 'left', name });
const cannot = firstOf(readOnly, noPhotoChosen);

/** What is done with photos and has no key of its own. */
export const PHOTO_COMMANDS: readonly CommandFacts[] = [
  {
    words: 'Choose photos',
    also: 'import bring in add pictures files upload',
    cannot: readOnly,
    run: sort('Choose photos'),
  },
  {
    words: 'Choose a folder of photos',
    also: 'import bring in directory',
    cannot: readOnly,
    run: sort('Choose a folder'),
  },
  { words: 'Order of what came in', also: 'sort number time name', cannot: noTable, run: sort('Order') },
  { words: 'Leave all out that came in', also: 'cancel import', cannot: noTable, run: dismissIntake },
  {
    words: 'Put the chosen photos into the film',
    also: 'insert add after',
    cannot,
    run: () => insertPhotos('after'),
  },
  {
    words: 'Put the chosen photos before',
    also: 'insert',
    cannot: firstOf(cannot, noPoses),
    run: () => insertPhotos('before'),
  },
  {
    words: 'Put the chosen photos in place of poses',
    also: 'replace swap',
    cannot: firstOf(cannot, noPoses),
    run: replacePhotos,
  },
  { words: 'A new scene of the chosen photos', cannot, run: makeScene },
  { words: 'Bring photos back that were set aside', also: 'restore', cannot, run: bringPhotosBack },
  {
    words: 'Take the chosen photos out of the film for good',
    also: 'delete remove',
    cannot,
    run: takePhotosOut,
  },
  {
    words: 'Brightness of the chosen photos',
    also: 'light exposure darker lighter',
    cannot,
    run: sort('Brightness'),
  },
  {
    words: 'Write the chosen photos out',
    also: 'export retouch folder zip',
    cannot,
    run: sort('As a ZIP file'),
  },
  {
    words: 'Swap in retouched photos',
    also: 'bring back replace import',
    cannot: readOnly,
    run: sort('Swap in retouched photos'),
  },
  {
    words: 'Show the chosen photos as they came',
    also: 'undo retouch original',
    cannot,
    run: showAsTheyCame,
  },
  {
    words: 'Which photos the tray shows',
    also: 'filter unused noticed new',
    run: () => leadTo({ stage: 'sort', name: 'Show' }),
  },
  {
    words: 'Size of the pictures in the tray',
    also: 'bigger smaller larger thumbnails',
    run: () => leadTo({ stage: 'sort', name: 'Size of the pictures' }),
  },
];
