import { beatHere, cuesToBeats, findTheBeat, firstBeatHere, takeBeatsOff } from '../../state/sound/beats';
import { fadeWithFilm, holdCues } from '../../state/sound/cues';
import { askToCutSilence } from '../../state/sound/cut-silence';
import { measureLoudness } from '../../state/sound/loudness';
import { findWords, saveWords, snapWords } from '../../state/sound/transcript';
import type { SoundPanel } from '../../state/shell/shell';
import type { CommandFacts } from './command-facts';
import { leadTo } from './lead-to';
import { firstOf, noCues, noPoses, readOnly } from './reasons';

const sound = (soundPanel: SoundPanel, name: string) => (): void =>
  leadTo({ stage: 'sound', side: 'right', soundPanel, name });
const cannot = firstOf(readOnly, noCues);

/** What is done with sounds and has no key of its own. */
export const SOUND_COMMANDS: readonly CommandFacts[] = [
  {
    words: 'Choose sounds',
    also: 'import bring in music audio voice',
    cannot: readOnly,
    run: () => leadTo({ stage: 'sound', side: 'left', name: 'Choose sounds' }),
  },
  {
    words: 'Lay a sound in at the playhead',
    also: 'add insert music effect',
    cannot: readOnly,
    run: () => leadTo({ stage: 'sound', side: 'left', name: 'Lay ' }),
  },
  {
    words: 'Level of the chosen cues',
    also: 'volume louder quieter turn down',
    cannot,
    run: sound('cue', 'Level'),
  },
  { words: 'Lane of the chosen cues', also: 'move track', cannot, run: sound('cue', 'Lane') },
  { words: 'Fade in', also: 'cue volume', cannot, run: sound('cue', 'Fade in') },
  { words: 'Fade out', also: 'cue volume', cannot, run: sound('cue', 'Fade out') },
  {
    words: 'Tie the chosen cues to their pose',
    also: 'pin sync',
    cannot,
    run: () => holdCues({ to: 'pose', every: undefined }),
  },
  {
    words: 'Tie the chosen cues to their pose, every pass of a cycle',
    also: 'pin sync',
    cannot,
    run: () => holdCues({ to: 'pose', every: true }),
  },
  {
    words: 'Hold the chosen cues at their time',
    also: 'pin lock',
    cannot,
    run: () => holdCues({ to: 'time' }),
  },
  { words: 'Cut silence off both ends', also: 'trim cue', cannot, run: askToCutSilence },
  { words: 'Fade out with the film', also: 'end cue', cannot, run: fadeWithFilm },
  {
    words: 'Repeat until the film ends',
    also: 'loop cue music ambience',
    cannot,
    run: sound('cue', 'Repeat until'),
  },
  { words: 'How early a contact is heard', also: 'effect frame sync', run: sound('cue', 'Contact') },
  {
    words: 'Levels of the lanes',
    also: 'mix volume music dialogue effects ambience turn down',
    run: sound('mix', 'Level'),
  },
  { words: 'Level of the whole film', also: 'gain volume loud', cannot: readOnly, run: sound('mix', 'Gain') },
  {
    words: 'True peak of the film',
    also: 'ceiling limiter',
    cannot: readOnly,
    run: sound('mix', 'True peak'),
  },
  {
    words: 'Measure the loudness',
    also: 'lufs loud volume',
    cannot: noPoses,
    run: () => {
      sound('mix', 'Measure')();
      void measureLoudness();
    },
  },
  {
    words: 'Bring the film to a loudness',
    also: 'lufs normalise volume',
    cannot: firstOf(readOnly, noPoses),
    run: sound('mix', 'Bring the film to'),
  },
  {
    words: 'Add a lane',
    also: 'track dialogue music effects ambience',
    cannot: readOnly,
    run: sound('mix', 'Another lane'),
  },
  {
    words: 'Find the words',
    also: 'speech transcript lip sync',
    cannot: readOnly,
    run: () => {
      sound('words', 'Find the words')();
      findWords();
    },
  },
  {
    words: 'Hold a pose until a word',
    also: 'lip sync speech',
    cannot: firstOf(readOnly, noPoses),
    run: sound('words', 'Hold'),
  },
  { words: 'Let all words begin with frames', also: 'snap', cannot: readOnly, run: snapWords },
  {
    words: 'Bring in WebVTT',
    also: 'subtitles words import',
    cannot: readOnly,
    run: sound('words', 'Bring in WebVTT'),
  },
  { words: 'Save as WebVTT', also: 'subtitles words export', run: saveWords },
  {
    words: 'Find the beat',
    also: 'music tempo bpm',
    cannot: readOnly,
    run: () => {
      sound('beat', 'Find the beat')();
      findTheBeat();
    },
  },
  { words: 'Tempo of the music', also: 'bpm beat', cannot: readOnly, run: sound('beat', 'Tempo') },
  { words: 'First beat on this frame', also: 'music', cannot: readOnly, run: firstBeatHere },
  { words: 'A beat on this frame', also: 'move music sync', cannot: readOnly, run: beatHere },
  { words: 'Chosen cues to the beat', also: 'snap music', cannot, run: cuesToBeats },
  { words: 'No beats', also: 'remove music tempo', cannot: readOnly, run: takeBeatsOff },
  {
    words: 'Open the microphone',
    also: 'record voice mic',
    cannot: readOnly,
    run: sound('record', 'Open the microphone'),
  },
  {
    words: 'Choose the microphone',
    also: 'record voice mic',
    cannot: readOnly,
    run: sound('record', 'Microphone'),
  },
  { words: 'Takes that were recorded', also: 'voice record keep', run: sound('record', 'Record from') },
];
