import { sampleHere } from '../transport/sample-here';
import { placeCues, type PlacedCue } from '../../core/film/cue-place';
import {
  addWordsEdit,
  changeWordEdit,
  joinWordEdit,
  removeWordEdit,
  snapWordsEdit,
  splitWordEdit,
} from '../../core/edits/transcript-edits';
import { LONGEST_NAME } from '../../core/film/bounds';
import { placedTranscript, type PlacedWord } from '../../core/film/placed-transcript';
import type { Film } from '../../core/film/film';
import { readWebVtt, webVtt } from '../../core/formats/webvtt';
import { fileName } from '../../core/formats/file-name';
import type { SampleSpan } from '../../core/sound/ducking';

import { count } from '../../core/time/format';
import { newId } from '../../engine/browser/new-id';
import { edit, tryEdit } from '../document/edit-film';
import { handOver } from '../shell/hand-over';
import { analysisOf } from './sounds';
import { openFilm } from '../document/document';
import { selectionNow } from '../selection/selection';
import { tell } from '../shell/shell';

/** The cues that words are looked for in: the chosen ones, or all of dialogue; each sound once. */
function meantCues(film: Film): readonly PlacedCue[] {
  const { chosenCues } = selectionNow();
  const seen = new Set<string>();
  return placeCues(film).filter(({ cue, lane, sound }) => {
    const meant = chosenCues.size > 0 ? chosenCues.has(cue.id) : lane.kind === 'dialogue';
    if (!meant || seen.has(sound.id)) return false;
    seen.add(sound.id);
    return true;
  });
}

/** Marks a word at each burst of speech, to be typed into. */
export function findWords(): void {
  const film = openFilm();
  if (!film) return;
  const cues = meantCues(film);
  if (cues.length === 0)
    return tell('Add a line to a dialogue lane first, or choose the cue that is spoken.');
  for (const { sound } of cues) {
    const bursts = analysisOf(sound.hash)?.speech;
    if (bursts) tryEdit(() => addWordsEdit(sound, bursts, newId));
    else tell(`${sound.name} is still being read. Try again when its waveform is there.`);
  }
}

/** Sets the text of a word. */
export const typeWord = ({ word, placed }: PlacedWord, text: string): void =>
  edit(changeWordEdit(placed.sound, word.id, { text }));

/** The sample of a word's sound that is heard at a sample of the film. */
const soundSample = ({ cue, start }: PlacedCue, at: number): number => cue.from + at - start;

/** Moves a word to the frame on screen. */
export function moveWordHere({ word, placed }: PlacedWord): void {
  const film = openFilm();
  if (film) edit(changeWordEdit(placed.sound, word.id, { at: soundSample(placed, sampleHere(film)) }));
}

/** Moves all words so that each begins with a frame; a sound that is heard several times where it is heard first. */
export function snapWords(): void {
  const film = openFilm();
  if (!film) return;
  const bySound = new Map<string, Map<string, number>>();
  for (const { word, placed, start } of placedTranscript(film)) {
    const starts = bySound.get(placed.sound.id) ?? new Map<string, number>();
    if (!starts.has(word.id)) starts.set(word.id, start);
    bySound.set(placed.sound.id, starts);
  }
  for (const sound of film.sounds) {
    const starts = bySound.get(sound.id);
    if (starts) tryEdit(() => snapWordsEdit(sound, starts, film.settings.rate));
  }
}

/** Parts a word at the playhead. */
export function splitWordHere({ word, placed }: PlacedWord): void {
  tryEdit((film) => splitWordEdit(placed.sound, word.id, soundSample(placed, sampleHere(film)), newId));
}

/** Joins a word with the one behind it; false where there is none. */
export const joinWord = ({ word, placed }: PlacedWord): boolean =>
  tryEdit(() => joinWordEdit(placed.sound, word.id));

/** Takes a word off. */
export const removeWord = ({ word, placed }: PlacedWord): void => edit(removeWordEdit(placed.sound, word.id));

/** Writes the words of the film into a WebVTT file. */
export function saveWords(): void {
  const film = openFilm();
  if (!film) return;
  const words = placedTranscript(film).map(({ start, end, word }) => ({
    from: Math.max(0, start),
    to: end,
    text: word.text,
  }));
  if (words.length === 0) return tell('There are no words in the film yet.');
  const again = placeCues(film)
    .filter(({ showings, sound }) => showings && sound.words)
    .map(({ sound }) => sound.name);
  if (again.length > 0)
    tell(`Words of ${again.join(', ')} are written once only: it is heard at too many passes of a cycle.`);
  handOver(new Blob([webVtt(words)], { type: 'text/vtt' }), fileName(film.title, '.vtt'));
}

/** Reads words out of a WebVTT file into the sounds that are heard at their times. */
export async function bringInWords(files: readonly File[]): Promise<void> {
  const [file] = files;
  const film = openFilm();
  if (!file || !film) return;
  if (file.size > 5_000_000)
    return tell(`${file.name} is too large to be words. Nothing was changed.`, 'wrong');
  const read = readWebVtt(await file.text());
  if (!read.ok) return tell(`${file.name}: ${read.problem} Nothing was changed.`, 'wrong');
  const spoken = placeCues(film).filter(({ lane, cue }) => lane.kind === 'dialogue' && !cue.reversed);
  const bySound = new Map<string, { placed: PlacedCue; spans: (SampleSpan & { text: string })[] }>();
  let unheard = 0;
  for (const { from, to, text } of read.value) {
    const placed = spoken.find(({ start, end }) => from >= start && from < end);
    if (!placed) {
      unheard++;
      continue;
    }
    const here = bySound.get(placed.sound.id) ?? { placed, spans: [] };
    here.spans.push({
      from: soundSample(placed, from),
      to: soundSample(placed, Math.min(to, placed.end)),
      text,
    });
    bySound.set(placed.sound.id, here);
  }
  for (const { placed, spans } of bySound.values()) tryEdit(() => addWordsEdit(placed.sound, spans, newId));
  const long = read.value.filter(({ text }) => text.length > LONGEST_NAME).length;
  if (long > 0)
    tell(
      `${count(long, 'text')} of ${file.name} ${long === 1 ? 'is' : 'are'} longer than ${LONGEST_NAME.toLocaleString('en')} letters and ${long === 1 ? 'was' : 'were'} cut there.`,
    );
  if (unheard > 0)
    tell(
      `${unheard} of ${read.value.length} words of ${file.name} lie where no dialogue is heard; they were left out.`,
    );
}
