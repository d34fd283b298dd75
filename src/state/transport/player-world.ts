import type { Film } from '../../core/film/film';
import type { Span } from '../../core/film/moments';
import type { ScheduledPose } from '../../core/film/schedule';
import type { TransportState } from './transport';

/** What a player needs of the world around it. Times are milliseconds of the page. */
export interface PlayerWorld {
  /** The film that is open. */
  readonly film: () => Film | undefined;
  readonly transport: {
    readonly now: () => TransportState;
    readonly set: (change: Partial<TransportState>) => void;
  };
  readonly now: () => number;
  /** Calls back at the next repaint, unless the function that it gives is called before. */
  readonly nextRepaint: (then: (now: number) => void) => () => void;
  readonly sound: {
    /** Begins to sound a film from a frame; gives whether there is anything to hear. */
    readonly start: (film: Film, frame: number, span: Span, loop: boolean, speed: number) => Promise<boolean>;
    readonly stop: () => void;
    /** Milliseconds that were heard since it began. */
    readonly heard: () => number;
    /** Lets a frame by itself be heard. */
    readonly frame: (film: Film, frame: number) => void;
  };
  /** Whether the picture of a pose at a frame of the film can be shown now. */
  readonly isReady: (entry: ScheduledPose, frame: number) => boolean;
}

/** How it is played, where it is not as the person set it. */
export interface PlayWay {
  /** Not around, though it is looped. */
  readonly once?: boolean;
  /** Without its sound. */
  readonly silent?: boolean;
  /** At the film's own speed, whichever is set to check by. */
  readonly ownSpeed?: boolean;
  /** The milliseconds that it goes by where it is not heard; those of the page where none is given. */
  readonly clock?: () => number;
  /** When it begins, by that clock, where that is not at once; later where it is not ready by then. */
  readonly at?: number;
  /** Called when it comes to its end. */
  readonly onEnd?: () => void;
}
