import { count } from '../time/format';
import type { ListEdit } from './edit';
import { nestedCollection } from './nested-collection';

/** Marks of drawings. */
export const marksCollection = nestedCollection<'marks'>({
  lists: ({ drawings }) => drawings.map(({ id, marks }) => ({ parentId: id, list: marks })),
  map: (film, change) => {
    const drawings = film.drawings.map((drawing) => {
      const marks = change(drawing.marks, drawing.id);
      return marks === drawing.marks ? drawing : { ...drawing, marks };
    });
    return drawings.every((drawing, i) => drawing === film.drawings[i]) ? film : { ...film, drawings };
  },
});

/** An edit of marks in a few plain words. */
export function marksLabel(edit: ListEdit<'marks'>): string {
  switch (edit.kind) {
    case 'insert':
      return `${count(edit.places.length, 'mark')} drawn`;
    case 'remove':
      return `${count(edit.ids.length, 'mark')} deleted`;
    case 'move':
      return `${count(edit.moves.length, 'mark')} moved`;
    case 'patch':
      return `${count(edit.patches.length, 'mark')} changed`;
  }
}
