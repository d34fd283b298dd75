import { count } from '../../time/words';
import type { CycleWay } from '../film';
import type { Edit, EditOf } from './edit';

export const WAY_WORDS: Readonly<Record<CycleWay, string>> = {
  forward: 'forward',
  backward: 'backward',
  'there-and-back': 'there and back',
};

/** What was done to photos, told by the first of them; all of an edit are treated alike. */
function photoWords({ changes }: EditOf<'set-photos'>): string {
  const photos = count(changes.length, 'photo');
  const marks = changes[0]?.marks ?? {};
  if ('setAside' in marks) return `${photos} ${marks.setAside ? 'set aside' : 'brought back'}`;
  if ('retouched' in marks && 'writtenOut' in marks) return `${photos} swapped for retouched ones`;
  if ('writtenOut' in marks) return `${photos} written out`;
  return 'retouched' in marks && !marks.retouched ? `${photos} as they came` : `${photos} turned`;
}

/** The edit in a few plain words, as a list of what was done shows it: `Hold of 12 poses set to 2`. */
export function editWords(edit: Edit): string {
  switch (edit.kind) {
    case 'set-title':
      return `Film named ${edit.title}`;
    case 'set-settings':
      return 'Film settings changed';
    case 'set-holds': {
      const holds = new Set(edit.holds.map(({ hold }) => hold));
      const who = edit.holds.length === 1 ? 'Hold' : `Hold of ${count(edit.holds.length, 'pose')}`;
      return holds.size === 1 ? `${who} set to ${[...holds][0]}` : `${who} changed`;
    }
    case 'place-photos':
      return `${count(edit.places.length, 'photo')} added`;
    case 'remove-photos':
      return `${count(edit.photoIds.length, 'photo')} taken out`;
    case 'set-photos':
      return photoWords(edit);
    case 'show-photos':
      return `Photo of ${count(edit.shown.length, 'pose')} replaced`;
    case 'place-items':
      return `${count(edit.places.length, 'pose')} added`;
    case 'remove-items':
      return `${count(edit.ids.length, 'pose')} deleted`;
    case 'move-items':
      return `${count(edit.moves.length, 'pose')} moved`;
    case 'set-cycle':
      return edit.shape.times === undefined
        ? `Cycle goes ${WAY_WORDS[edit.shape.way ?? 'forward']}`
        : `Cycle of ${count(edit.shape.times, 'pass', 'passes')}`;
    case 'place-scenes':
      return `${count(edit.places.length, 'scene')} added`;
    case 'remove-scenes':
      return `${count(edit.sceneIds.length, 'scene')} deleted`;
    case 'move-scene':
      return 'Scene moved';
    case 'set-scene':
      if (edit.marks.name !== undefined) return `Scene named ${edit.marks.name}`;
      if ('colour' in edit.marks) return 'Colour of a scene changed';
      return edit.marks.setAside ? 'Scene set aside' : 'Scene brought back';
    case 'set-flags': {
      const flag = edit.flags[0]?.flag;
      return flag
        ? `Flag ${flag.label || 'without words'} set`
        : `${count(edit.flags.length, 'flag')} taken off`;
    }
    case 'set-range':
      return Object.values(edit.range).some(Boolean) ? 'In or out point set' : 'In and out points taken off';
    case 'set-sounds': {
      const [first] = edit.sounds;
      const sounds =
        edit.sounds.length === 1 && first?.sound ? first.sound.name : count(edit.sounds.length, 'sound');
      return `${sounds} ${first?.sound ? 'brought in' : 'taken out'}`;
    }
    case 'set-lanes':
      return 'Lanes changed';
    case 'set-cues':
      return `${count(edit.cues.length, 'cue')} ${edit.cues[0]?.cue ? 'changed' : 'deleted'}`;
    case 'set-mix':
      return 'Mix changed';
    case 'together': {
      const first = edit.edits[0];
      return edit.words ?? (first ? editWords(first) : 'Nothing changed');
    }
  }
}
