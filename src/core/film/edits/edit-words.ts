import { count } from '../../time/words';
import type { Edit, EditOf } from './edit';

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
    case 'place-poses':
      return `${count(edit.places.length, 'pose')} added`;
    case 'remove-poses':
      return `${count(edit.poseIds.length, 'pose')} deleted`;
    case 'move-poses':
      return `${count(edit.moves.length, 'pose')} moved`;
    case 'place-scenes':
      return `${count(edit.places.length, 'scene')} added`;
    case 'remove-scenes':
      return `${count(edit.sceneIds.length, 'scene')} deleted`;
    case 'name-scene':
      return `Scene named ${edit.name}`;
    case 'together': {
      const first = edit.edits[0];
      return first ? editWords(first) : 'Nothing changed';
    }
  }
}
