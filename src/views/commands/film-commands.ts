import { openFilm } from '../../state/document/document';
import { beginFilm, copyFilm, showShelf } from '../../state/document/open-film';
import { saveCopy } from '../../state/document/save-copy';
import { pauseRunningPrint, stopRunningPrint } from '../../state/print/print-queue';
import { saveFrame } from '../../state/print/save-frame';
import { dismissAll, setShell, shellNow } from '../../state/shell/shell';
import { switchTheme } from '../../state/shell/theme';
import { setSpeed, SPEEDS } from '../../state/transport/play';
import { filmFileChooser } from '../shell/film-file-chooser';
import type { CommandFacts } from './command-facts';
import { leadTo } from './lead-to';
import { noPoses, printing, readOnly } from './reasons';

const withFilm = (act: (film: NonNullable<ReturnType<typeof openFilm>>) => unknown) => (): void => {
  const film = openFilm();
  if (film) act(film);
};

const settings = (): void => setShell({ sheet: 'settings' });

/** What is done with the film as a whole, with prints, and with the workbench. */
export const FILM_COMMANDS: readonly CommandFacts[] = [
  { words: 'Film settings', also: 'preferences options setup configure', run: settings },
  {
    words: 'Open a film file',
    mainly: 'open load',
    also: 'load kermis import project',
    run: () => filmFileChooser.current?.click(),
  },
  { words: 'Name of the film', also: 'title rename settings', run: settings },
  {
    words: 'Rate of the film',
    mainly: 'rate fps speed second',
    also: 'fps frames per second speed framerate settings',
    run: settings,
  },
  {
    words: 'Size of the film',
    mainly: 'resolution aspect',
    also: 'resolution width height pixels aspect settings ratio',
    run: settings,
  },
  { words: 'Hold of new poses', also: 'default length settings', run: settings },
  { words: 'Photos of another shape: show whole or fill', also: 'crop bars framing settings', run: settings },
  { words: 'Background colour', also: 'bars settings', run: settings },
  {
    words: 'Save the film to disk as a .kermis file',
    mainly: 'save backup',
    also: 'download backup hand in kermis export project',
    run: withFilm(saveCopy),
  },
  {
    words: 'Copy this film',
    mainly: 'as',
    also: 'duplicate version save',
    run: withFilm(copyFilm),
  },
  { words: 'New film', mainly: 'new', also: 'start begin project', run: beginFilm },
  {
    words: 'All films',
    mainly: 'my film',
    also: 'shelf library delete project switch my',
    run: () => showShelf(),
  },
  {
    words: 'Print a part of the film: a scene, or between the points',
    also: 'export range',
    cannot: noPoses,
    run: () => leadTo({ stage: 'print', side: 'left', name: 'Part' }),
  },
  {
    words: 'Name of the printed file',
    also: 'export rename',
    run: () => leadTo({ stage: 'print', side: 'left', name: 'Name of the file' }),
  },
  {
    words: 'What a print is for: to share, to project, to edit',
    also: 'export preset purpose',
    run: () => leadTo({ stage: 'print', side: 'left', name: 'Use' }),
  },
  {
    words: 'Size of the print',
    mainly: '4k',
    also: 'export resolution 1080 720 2160 4k square upright pal ntsc',
    run: () => leadTo({ stage: 'print', side: 'left', name: 'Size' }),
  },
  {
    words: 'Quality of the print',
    also: 'export bitrate small good best megabytes',
    run: () => leadTo({ stage: 'print', side: 'left', name: 'Small' }),
  },
  {
    words: 'Print a loop: GIF, WebP, animated PNG',
    mainly: 'gif',
    also: 'export gif animation',
    run: () => leadTo({ stage: 'print', side: 'left', name: 'Loop' }),
  },
  {
    words: 'Print numbered frames: PNG or JPEG',
    mainly: 'png jpeg sequence',
    also: 'export image sequence photos',
    run: () => leadTo({ stage: 'print', side: 'left', name: 'Frames' }),
  },
  {
    words: 'Save the frame on screen as PNG',
    mainly: 'still screenshot',
    also: 'export still image picture screenshot snapshot thumbnail poster',
    cannot: noPoses,
    run: saveFrame,
  },
  {
    words: 'Print the sound alone: WAV or FLAC',
    mainly: 'wav flac',
    also: 'export audio mix bounce',
    run: () => leadTo({ stage: 'print', side: 'left', name: 'Sound alone' }),
  },
  {
    words: 'Pause printing, or go on',
    also: 'export hold resume',
    cannot: () => (printing() === undefined ? 'Nothing is being printed.' : undefined),
    run: pauseRunningPrint,
  },
  {
    words: 'Stop printing',
    also: 'cancel export',
    cannot: () => (printing() === undefined ? 'Nothing is being printed.' : undefined),
    run: stopRunningPrint,
  },
  ...SPEEDS.map((speed) => ({
    words: `Play at ${speed} times the rate`,
    also: 'speed fast',
    ...(speed === 0.5 ? { mainly: 'slow motion' } : {}),
    cannot: noPoses,
    run: () => setSpeed(speed),
  })),
  {
    words: 'Ruler in frames or timecode',
    also: 'time seconds',
    run: () => setShell(({ ruler }) => ({ ruler: ruler === 'frames' ? 'timecode' : 'frames' })),
  },
  {
    words: 'Light or dark colours',
    mainly: 'dark theme',
    also: 'night theme mode dim appearance',
    run: switchTheme,
  },
  {
    words: 'Clear the notes',
    also: 'messages clear',
    cannot: () => (shellNow().notices.length > 0 ? undefined : 'There are no notes.'),
    run: dismissAll,
  },
  {
    words: 'Show what was done',
    mainly: 'history',
    also: 'undo list changes',
    cannot: readOnly,
    run: () => {
      leadTo({ stage: 'time', side: 'right', panel: 'done', name: 'History' });
    },
  },
];
