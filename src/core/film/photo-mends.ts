import type { Amount } from '../time/amount';
import { warmthStops } from '../picture/colour/warmth';
import {
  changeAfter,
  changesNothing,
  evenChange,
  partOfChange,
  SAME,
  type ChannelChange,
  type LightChange,
} from '../picture/steps/light-change';
import { isUnmoved, moveAfter, partOfMove, UNMOVED, type Move } from '../picture/move';
import type { SeenBacking } from '../picture/key/key-cut';
import type { Step } from '../picture/steps/step';

/** What can be set of a photo's light by hand, in stops. */
export const TOUCHES = {
  /** Brightness as a photographer counts it: each stop doubles the light. */
  light: { label: 'Brightness', unit: 'stops', least: -4, most: 4, neutral: 0 },
  /** By so much red becomes brighter than blue. */
  warmth: { label: 'Warmth', unit: 'stops', least: -2, most: 2, neutral: 0 },
  /** By so much green becomes darker than red and blue. */
  tint: { label: 'Tint', unit: 'stops', least: -2, most: 2, neutral: 0 },
} as const satisfies Readonly<Record<string, Amount>>;

export type Touch = keyof typeof TOUCHES;

/** How much of what was found is applied. */
export const STRENGTH: Amount = { label: 'Strength %', unit: '%', least: 0, most: 100, neutral: 100 };

/** What brings the light of a photo to that of another one, as it was found. */
export interface MatchedLight {
  readonly change: LightChange;
  /** Per cent of it that are applied. */
  readonly strength: number;
  /** Mean luma of what stands still in it, 0 to 255, as it came and with all of the change. */
  readonly before: number;
  readonly after: number;
}

/** What is found at once for a photo. */
export type FoundLight = Omit<MatchedLight, 'strength'>;

/** Where what stands still in a photo lay against another one, and what is done about it. */
export interface Steadied {
  /** From the other photo to this one, as it was found. */
  readonly at: Move;
  /** How this one is moved for it. */
  readonly move: Move;
  /** Per cent of that move that are applied. */
  readonly strength: number;
}

/** What is found at once for a photo. */
export type FoundPlace = Omit<Steadied, 'strength'>;

/** What was mended of a photo's file: true of it in every pose. */
export interface PhotoMends extends Readonly<Partial<Record<Touch, number | undefined>>> {
  readonly matched?: MatchedLight | undefined;
  /** Others are matched to how this one looks. */
  readonly isReference?: true | undefined;
  /** Nothing is done to its light, and it is matched to none. */
  readonly lightOff?: true | undefined;
  readonly steadied?: Steadied | undefined;
  /** How it is moved by hand, after what was found. */
  readonly nudge?: Move | undefined;
  /** Others are steadied to where this one stands. */
  readonly isAnchor?: true | undefined;
  /** It is not moved, and steadied to none. */
  readonly steadyOff?: true | undefined;
  /** What is painted on it is kept, but not shown. */
  readonly paintOff?: true | undefined;
  /** What its backing was found to look like, before its light is mended. */
  readonly backing?: SeenBacking | undefined;
}

/** What was set by hand as a change of light. Warmth and tint leave the luminance of a grey as it is. */
function touched({ light = 0, warmth = 0, tint = 0 }: PhotoMends): LightChange {
  if (warmth === 0 && tint === 0) return evenChange(light);
  const [red, green, blue] = warmthStops(warmth, tint);
  const lit = (stops: number): ChannelChange => ({ ...SAME, stops: stops + light });
  return [lit(red), lit(green), lit(blue)];
}

/** What was found for a photo, as far as it is applied. */
const matchedPart = ({ matched }: PhotoMends): LightChange =>
  matched ? partOfChange(matched.change, matched.strength / 100) : evenChange(0);

/** All that is done to the light of a photo: what was found first, then what was set by hand. */
export const lightChangeOf = (mends: PhotoMends | undefined): LightChange =>
  !mends || mends.lightOff ? evenChange(0) : changeAfter(matchedPart(mends), touched(mends));

/** The steps in a photo's own pixels that its mends are made of; none where they change nothing. */
export const photoStepsOf = (mends: PhotoMends | undefined): readonly Step[] =>
  lightStepsOf(lightChangeOf(mends));

/** A change of light as steps; none where it changes nothing. */
export const lightStepsOf = (value: LightChange): readonly Step[] =>
  changesNothing(value) ? [] : [{ step: 'light', value }];

/** What was found for a photo's place, as far as it is applied. */
export const steadiedPart = ({ steadied }: PhotoMends): Move =>
  steadied ? partOfMove(steadied.move, steadied.strength / 100) : UNMOVED;

/** How a photo's upright picture is moved: as was found first, then by hand. */
export const moveOfMends = (mends: PhotoMends | undefined): Move =>
  !mends || mends.steadyOff ? UNMOVED : moveAfter(steadiedPart(mends), mends.nudge ?? UNMOVED);

/** Whether a photo is moved at all. */
export const isMoved = (mends: PhotoMends | undefined): boolean => !isUnmoved(moveOfMends(mends));
