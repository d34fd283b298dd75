import type { Command } from './command';

/** Everyday words, and the words of the app that mean the same. */
const MEANS: Readonly<Record<string, string>> = {
  export: 'print save write',
  render: 'print',
  download: 'save disk',
  volume: 'level louder quieter mute gain',
  loud: 'level loudness',
  quiet: 'level mute',
  fps: 'rate',
  speed: 'rate times',
  folder: 'folder',
  import: 'choose photos sounds bring',
  upload: 'choose photos sounds bring',
  add: 'choose add copy',
  rename: 'name',
  title: 'name',
  bigger: 'closer larger full fill',
  smaller: 'further more',
  zoom: 'closer further frames whole',
  fullscreen: 'fills screen',
  resolution: 'size pixels',
  width: 'size',
  remove: 'delete out away aside',
  erase: 'delete',
  trash: 'delete throw',
  repeat: 'cycle loop repeat',
  loop: 'loop cycle',
  duration: 'hold fit length',
  length: 'hold fit',
  longer: 'longer hold',
  shorter: 'shorter hold',
  exposure: 'hold light',
  brightness: 'light',
  rotate: 'turn',
  flip: 'mirror flip',
  backwards: 'opposite reverse',
  marker: 'flag',
  bookmark: 'flag',
  voice: 'record words dialogue',
  mic: 'microphone record',
  music: 'music beat sounds',
  dark: 'dim',
  night: 'dim',
  shortcut: 'keys',
  help: 'keys command',
  back: 'undo before back',
  forward: 'redo next',
  stop: 'pause stop',
  onion: 'ghost',
  skin: 'ghost',
  compare: 'difference ghost beside against',
  monitor: 'window screen',
  subtitle: 'words webvtt',
  video: 'print',
  mp4: 'print',
  backup: 'save disk copy',
  share: 'save print',
  messages: 'notes',
  hide: 'fold away aside',
  panel: 'panel fold show',
};

/** How well a word that was typed is found in words: 0 for at their start, more for further in; undefined where it is not. */
function found(typed: string, words: string): number | undefined {
  if (words.startsWith(typed)) return 0;
  if (words.includes(` ${typed}`)) return 1;
  return words.includes(typed) ? 2 : undefined;
}

/** The same, of the word or of one that means it; those that were meant by another word come later. */
function rankOf(typed: string, { words, also = '' }: Command): number | undefined {
  const own = found(typed, words.toLowerCase());
  if (own !== undefined) return own;
  if (found(typed, also.toLowerCase()) !== undefined) return 3;
  const [key] = Object.keys(MEANS).filter((each) => each.startsWith(typed) && typed.length > 2);
  const meant = (MEANS[typed] ?? (key === undefined ? undefined : MEANS[key]))?.split(' ') ?? [];
  const ranks = meant.map((each) => found(each, words.toLowerCase())).filter((rank) => rank !== undefined);
  return ranks.length > 0 ? 6 + Math.min(...ranks) : undefined;
}

/** How likely a command is meant by all the words typed, in any order: from 1 down, and 0 where it is not. */
export function likelihood(command: Command, typed: string): number {
  const ranks = typed
    .toLowerCase()
    .split(/\s+/)
    .filter(Boolean)
    .map((word) => rankOf(word, command));
  if (ranks.includes(undefined)) return 0;
  const rank = ranks.reduce<number>((sum, each) => sum + (each ?? 0), 0);
  return 1 / (1 + rank + (command.cannot === undefined ? 0 : 0.5));
}
