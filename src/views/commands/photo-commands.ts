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
    words: 'Add photos',
    mainly: 'import upload',
    also: 'import bring in choose pictures images files upload jpg load add',
    cannot: readOnly,
    run: sort('Add photos'),
  },
  {
    words: 'Add a folder of photos',
    also: 'import bring in choose directory',
    cannot: readOnly,
    run: sort('Add a folder'),
  },
  {
    words: 'Order of the photos being added',
    also: 'sort number time name',
    cannot: noTable,
    run: sort('Order'),
  },
  { words: 'Cancel adding the photos', also: 'cancel import', cannot: noTable, run: dismissIntake },
  {
    words: 'Add the chosen photos to the film',
    also: 'insert add after',
    cannot,
    run: () => insertPhotos('after'),
  },
  {
    words: 'Add the chosen photos before the pose',
    also: 'insert',
    cannot: firstOf(cannot, noPoses),
    run: () => insertPhotos('before'),
  },
  {
    words: 'Replace poses with the chosen photos',
    also: 'replace swap',
    cannot: firstOf(cannot, noPoses),
    run: replacePhotos,
  },
  { words: 'Make a scene of the chosen photos', cannot, run: makeScene },
  { words: 'Bring back photos that were set aside', also: 'restore', cannot, run: bringPhotosBack },
  {
    words: 'Delete the chosen photos from film and tray',
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
    words: 'Save the chosen photos to retouch them',
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
    words: 'Show the originals of the chosen photos',
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
    words: 'Size of the photos in the tray',
    also: 'bigger smaller larger thumbnails',
    run: () => leadTo({ stage: 'sort', name: 'Size of the photos' }),
  },
];
