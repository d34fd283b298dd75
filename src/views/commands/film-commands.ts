import { openFilm } from '../../state/document/document';
import { beginFilm, copyFilm, showShelf } from '../../state/document/open-film';
import { saveCopy } from '../../state/document/save-copy';
import { pauseRunningPrint, stopRunningPrint } from '../../state/print/print-queue';
import { saveFrame } from '../../state/print/save-frame';
import { dismissAll, setShell, shellNow } from '../../state/shell/shell';
import { switchTheme } from '../../state/shell/theme';
import { setSpeed, SPEEDS } from '../../state/transport/play';
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
  { words: 'Name of the film', also: 'title rename settings', run: settings },
  { words: 'Rate of the film', also: 'fps frames a second speed settings', run: settings },
  { words: 'Size of the picture', also: 'resolution width height pixels aspect settings', run: settings },
  { words: 'Hold of new poses', also: 'default length settings', run: settings },
  { words: 'Photos of another shape: show whole or fill', also: 'crop bars framing settings', run: settings },
  { words: 'Background colour', also: 'bars settings', run: settings },
  {
    words: 'Save the film to disk as a .kermis file',
    also: 'download backup hand in',
    run: withFilm(saveCopy),
  },
  { words: 'A copy of this film', also: 'duplicate version', run: withFilm(copyFilm) },
  { words: 'New film', also: 'start begin project', run: beginFilm },
  { words: 'All films', also: 'open shelf library delete project', run: () => showShelf() },
  {
    words: 'Print a part of the film: a scene, or between the points',
    also: 'export range',
    cannot: noPoses,
    run: () => leadTo({ stage: 'print', side: 'left', name: 'Of' }),
  },
  {
    words: 'Name of the printed file',
    also: 'export rename',
    run: () => leadTo({ stage: 'print', side: 'left', name: 'Name of the file' }),
  },
  {
    words: 'What a print is for: to share, to project, to edit further, a loop for a page',
    also: 'export preset purpose',
    run: () => leadTo({ stage: 'print', side: 'left', name: 'For' }),
  },
  {
    words: 'Size of the print',
    also: 'export resolution 1080 720 2160 4k square upright pal ntsc',
    run: () => leadTo({ stage: 'print', side: 'left', name: 'Size' }),
  },
  {
    words: 'Quality of the print',
    also: 'export bitrate small good best megabytes',
    run: () => leadTo({ stage: 'print', side: 'left', name: 'Small' }),
  },
  {
    words: 'Print as a loop: GIF, WebP, animated PNG',
    also: 'export gif animation',
    run: () => leadTo({ stage: 'print', side: 'left', name: 'Loop' }),
  },
  {
    words: 'Print as numbered pictures: PNG or JPEG',
    also: 'export image sequence stills frames',
    run: () => leadTo({ stage: 'print', side: 'left', name: 'Pictures' }),
  },
  {
    words: 'Save the frame at the playhead as PNG',
    also: 'export still image picture',
    cannot: noPoses,
    run: saveFrame,
  },
  {
    words: 'Print the sound alone: WAV or FLAC',
    also: 'export audio mix bounce',
    run: () => leadTo({ stage: 'print', side: 'left', name: 'Sound alone' }),
  },
  {
    words: 'Pause printing, or go on',
    also: 'export hold',
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
    also: 'speed slow fast',
    cannot: noPoses,
    run: () => setSpeed(speed),
  })),
  {
    words: 'Count the ruler in frames or timecode',
    also: 'time seconds',
    run: () => setShell(({ ruler }) => ({ ruler: ruler === 'frames' ? 'timecode' : 'frames' })),
  },
  { words: 'Daylight or dim colours', also: 'dark night theme light mode', run: switchTheme },
  {
    words: 'Put the notes away',
    also: 'messages clear',
    cannot: () => (shellNow().notices.length > 0 ? undefined : 'There are no notes.'),
    run: dismissAll,
  },
  {
    words: 'Show what was done',
    also: 'history undo list',
    cannot: readOnly,
    run: () => {
      leadTo({ stage: 'time', side: 'right', panel: 'done', name: 'Done' });
    },
  },
];
