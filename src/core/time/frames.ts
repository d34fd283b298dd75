import type { Rate } from './rate';

/** Sound is worked on at 48 kHz. */
export const SAMPLE_RATE = 48_000;

// Every product below stays under 2^53 for 24 hours at 120 frames a second: 1.04e7 frames × 1001 × 48000 = 5e14.

/** Start of a frame in seconds from the start of the film. */
export const frameToSeconds = (frame: number, r: Rate): number => (frame * r.den) / r.num;

/** A length in seconds as the nearest whole number of frames, never below one. */
export const secondsToLength = (seconds: number, r: Rate): number =>
  Math.max(1, Math.round((seconds * r.num) / r.den));

/** Samples at 48 kHz from the start of a frame to that of the next, whole or not. */
export const samplesAFrame = (r: Rate): number => (r.den * SAMPLE_RATE) / r.num;

/** The first sample at 48 kHz that belongs to a frame; `sampleToFrame` gives the frame back exactly. */
export const frameToSample = (frame: number, r: Rate): number =>
  Math.ceil((frame * r.den * SAMPLE_RATE) / r.num);

/** The frame on screen while a sample sounds. */
export const sampleToFrame = (sample: number, r: Rate): number =>
  Math.floor((sample * r.num) / (r.den * SAMPLE_RATE));
