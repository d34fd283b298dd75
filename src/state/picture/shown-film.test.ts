import { afterEach, expect, test } from 'vitest';
import type { Edit } from '../../core/edits/edit';
import { draftDrawn, isDrafting, setDraft, useShownAs } from './shown-film';

const titled = (title: string): Edit => ({ kind: 'patch', of: 'film', patch: { title } });
const [first, second, third] = [titled('first'), titled('second'), titled('third')];
const shown = (): Edit | undefined => useShownAs.getState().draft;
afterEach(() => setDraft(undefined));

test('of drafts that come faster than pictures are drawn the latest is next; one that ends is gone at once, with what waited', () => {
  setDraft(first);
  setDraft(second);
  setDraft(third);
  expect(shown()).toBe(first);
  draftDrawn();
  expect(shown()).toBe(third);
  // It is drawn, and nothing waits: the next is shown at once.
  draftDrawn();
  setDraft(second);
  expect(shown()).toBe(second);
  setDraft(first);
  setDraft(undefined);
  draftDrawn();
  expect([shown(), isDrafting()]).toEqual([undefined, false]);
  setDraft(third);
  expect(shown()).toBe(third);
});
