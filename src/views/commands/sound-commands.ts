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
    words: 'Add sounds',
    mainly: 'music song',
    also: 'import music audio song voice wav mp3 effects',
    cannot: readOnly,
    run: () => leadTo({ stage: 'sound', side: 'left', name: 'Add sounds' }),
  },
  {
    words: 'Add a sound at the playhead',
    also: 'add insert music effect',
    cannot: readOnly,
    run: () => leadTo({ stage: 'sound', side: 'left', name: 'Add ' }),
  },
  {
    words: 'Level of the chosen cues',
    mainly: 'volume louder',
    also: 'volume louder quieter turn down',
    cannot,
    run: sound('cue', 'Level'),
  },
  { words: 'Lane of the chosen cues', also: 'move track', cannot, run: sound('cue', 'Lane') },
  { words: 'Fade in the chosen cues', also: 'volume music', cannot, run: sound('cue', 'Fade in') },
  { words: 'Fade out the chosen cues', also: 'volume music', cannot, run: sound('cue', 'Fade out') },
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
    words: 'Fix the chosen cues at their time',
    also: 'pin lock',
    cannot,
    run: () => holdCues({ to: 'time' }),
  },
  { words: 'Cut silence off both ends', also: 'trim cue', cannot, run: askToCutSilence },
  { words: 'Fade the chosen cues out with the film', also: 'end cue', cannot, run: fadeWithFilm },
  {
    words: 'Repeat the chosen cues until the film ends',
    also: 'loop cue music ambience',
    cannot,
    run: sound('cue', 'Repeat until'),
  },
  { words: 'How early a sync point is heard', also: 'effect frame sync', run: sound('cue', 'Sync point') },
  {
    words: 'Levels of the lanes',
    also: 'mix volume music dialogue effects ambience turn down',
    run: sound('mix', 'Level'),
  },
  { words: 'Level of the whole film', also: 'gain volume loud', cannot: readOnly, run: sound('mix', 'Gain') },
  {
    words: 'Peak limit of the film',
    also: 'ceiling limiter',
    cannot: readOnly,
    run: sound('mix', 'Peak limit'),
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
    words: 'Set the film’s loudness',
    also: 'lufs normalise volume',
    cannot: firstOf(readOnly, noPoses),
    run: sound('mix', 'Set loudness'),
  },
  {
    words: 'Lower music and ambience under dialogue',
    mainly: 'ducking duck',
    also: 'quieter voice speech automatic',
    cannot: readOnly,
    run: sound('mix', 'Lower music'),
  },
  {
    words: 'Mute a lane',
    mainly: 'mute',
    also: 'silent track off',
    cannot: readOnly,
    run: () => leadTo({ stage: 'sound', name: 'Mute' }),
  },
  {
    words: 'Hear a lane alone',
    also: 'solo track',
    run: () => leadTo({ stage: 'sound', name: 'Solo' }),
  },
  {
    words: 'Add a lane',
    mainly: 'new track',
    also: 'track dialogue music effects ambience',
    cannot: readOnly,
    run: sound('mix', 'Another lane'),
  },
  {
    words: 'Mark the words of a line',
    also: 'speech transcript lip sync',
    cannot: readOnly,
    run: () => {
      sound('words', 'Mark the words of a line')();
      findWords();
    },
  },
  {
    words: 'Hold a pose until a word',
    also: 'lip sync speech',
    cannot: firstOf(readOnly, noPoses),
    run: sound('words', 'Hold'),
  },
  { words: 'Snap words to frames', also: 'snap', cannot: readOnly, run: snapWords },
  {
    words: 'Add words from a WebVTT file',
    mainly: 'caption subtitle',
    also: 'subtitles captions import',
    cannot: readOnly,
    run: sound('words', 'Add words from a WebVTT file'),
  },
  { words: 'Save the words as a WebVTT file', also: 'subtitles captions export', run: saveWords },
  {
    words: 'Find the beat',
    also: 'music tempo bpm',
    cannot: readOnly,
    run: () => {
      sound('beat', 'Find the beat')();
      findTheBeat();
    },
  },
  {
    words: 'Tempo of the music',
    mainly: 'bpm tempo',
    also: 'bpm beat',
    cannot: readOnly,
    run: sound('beat', 'Tempo'),
  },
  { words: 'First beat on this frame', also: 'music', cannot: readOnly, run: firstBeatHere },
  { words: 'Move a beat to this frame', also: 'move music sync', cannot: readOnly, run: beatHere },
  { words: 'Put the chosen cues on the beat', also: 'snap music', cannot, run: cuesToBeats },
  { words: 'Delete the beats', also: 'remove music tempo', cannot: readOnly, run: takeBeatsOff },
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
  { words: 'Takes: your recordings', also: 'voice use', run: sound('record', 'Record from') },
];
