import { create } from 'zustand';
import { scheduleOf } from '../../core/film/schedule';
import { subscribeToDocument } from '../document/document';
import { subscribeToTransport } from '../transport/transport';

/** What a new person is invited to try on the demo film: to play it, to hold a pose, to move a sound. */
export const INVITATIONS = ['play', 'hold', 'cue'] as const;
export type Invitation = (typeof INVITATIONS)[number];

interface Invitations {
  readonly left: readonly Invitation[];
}

/** The invitations that were not followed yet. */
export const useInvitations = create<Invitations>(() => ({ left: [] }));

let stop: (() => void) | undefined;

/** Takes all invitations back. */
export function endInvitations(): void {
  stop?.();
  stop = undefined;
  useInvitations.setState({ left: [] });
}

function follow(invitation: Invitation): void {
  const left = useInvitations.getState().left.filter((each) => each !== invitation);
  if (left.length === 0) endInvitations();
  else useInvitations.setState({ left });
}

/** Invites to try a few things on the film that is open; each goes once it is done, all once another film is opened. */
export function invite(filmId: string): void {
  endInvitations();
  useInvitations.setState({ left: INVITATIONS });
  const stops = [
    subscribeToTransport(({ playing }) => {
      if (playing) follow('play');
    }),
    subscribeToDocument(({ history: now }, { history: before }) => {
      if (now?.film.id !== filmId) return endInvitations();
      if (!before || now.film === before.film) return;
      if (scheduleOf(now.film).frames !== scheduleOf(before.film).frames) follow('hold');
      else if (now.film.cues !== before.film.cues) follow('cue');
    }),
  ];
  stop = () => stops.forEach((each) => each());
}
