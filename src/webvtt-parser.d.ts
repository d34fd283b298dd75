/** The part of the parser that is used. */
declare module 'webvtt-parser' {
  interface ParsedCue {
    /** Seconds. */
    readonly startTime: number;
    readonly endTime: number;
    readonly text: string;
  }
  export class WebVTTParser {
    parse(text: string): {
      readonly cues: readonly ParsedCue[];
      readonly errors: readonly { readonly line: number; readonly message: string }[];
    };
  }
}
