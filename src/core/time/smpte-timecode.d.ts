/** The part of the reference library that the tests compare with. */
declare module 'smpte-timecode' {
  export default function timecode(frame: number, rate: number, drop: boolean): { toString(): string };
}
