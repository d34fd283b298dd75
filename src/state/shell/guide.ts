import { setShell } from './shell';

/** The chapters of the guide, headed as in `docs/guide.md` and in its order. */
export const GUIDE_CHAPTERS = {
  films: 'Films',
  settings: 'Film settings',
  camera: 'Camera',
  view: 'View',
  comingUp: 'Cues',
  folder: 'Folder',
  photos: 'Photos',
  addPhotos: 'Add photos',
  retouch: 'Retouch in another program',
  scenes: 'Scenes',
  poses: 'Poses',
  flags: 'Flags',
  history: 'History',
  light: 'Light',
  steady: 'Steady',
  framing: 'Framing',
  colour: 'Colour',
  paint: 'Paint out',
  key: 'Key',
  draw: 'Draw on top',
  sounds: 'Sounds',
  cue: 'Cue',
  words: 'Words',
  beat: 'Beat',
  record: 'Record',
  mix: 'Mix',
  output: 'Output',
} as const;
export type GuideChapter = keyof typeof GUIDE_CHAPTERS;

/** Shows a chapter of the guide over the workbench. */
export const openGuide = (guide: GuideChapter): void => setShell({ sheet: 'guide', guide });
