import lineUrl from '../../../../demo/sounds/wait-for-me.wav?url';

/** How late the stand-in is, in seconds, as a microphone would be. */
const DELAY = 0.04;
/** Seconds from one time that the line is spoken to the next while nothing is recorded. */
const AGAIN = 4;

/** Stands in for a microphone where there is none: it speaks the demo's line, and hears the clicks of a clap test. */
export class StandIn {
  readonly output: GainNode;
  readonly #ear: DelayNode;
  readonly #context: AudioContext;
  readonly #line: AudioBuffer;
  #speaking: AudioBufferSourceNode | undefined;
  #chatting: ReturnType<typeof setInterval> | undefined;

  private constructor(context: AudioContext, line: AudioBuffer) {
    this.#context = context;
    this.#line = line;
    this.output = new GainNode(context);
    this.#ear = new DelayNode(context, { delayTime: DELAY });
    this.#ear.connect(this.output);
  }

  static async open(context: AudioContext): Promise<StandIn> {
    const response = await fetch(lineUrl);
    return new StandIn(context, await context.decodeAudioData(await response.arrayBuffer()));
  }

  /** Hears what is played: like a microphone, when it has come out of the loudspeaker. */
  hear(played: AudioNode): void {
    this.#ear.delayTime.value = DELAY + (this.#context.outputLatency || 0);
    played.connect(this.#ear);
  }

  /** Speaks the line now and again, so that its level can be seen. */
  chat(): void {
    this.hush();
    this.speak(this.#context.currentTime + 0.2);
    this.#chatting = setInterval(() => this.speak(this.#context.currentTime), AGAIN * 1000);
  }

  hush(): void {
    clearInterval(this.#chatting);
    this.#speaking?.stop();
    this.#speaking = undefined;
  }

  /** Speaks the line at a time of the audio clock, as late as it is. */
  speak(at: number): void {
    this.#speaking?.stop();
    this.#speaking = new AudioBufferSourceNode(this.#context, { buffer: this.#line });
    this.#speaking.connect(this.output);
    this.#speaking.start(at + DELAY);
  }

  close(): void {
    this.hush();
    this.output.disconnect();
  }
}
