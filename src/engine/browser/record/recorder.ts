import { SAMPLE_RATE } from '../../../core/time/frames';
import { openMicrophone, STAND_IN } from './microphones';
import type { FromRecorder, ToRecorder } from './recorder.worklet';
import recorderUrl from './recorder.worklet?worker&url';
import { StandIn } from './stand-in';
import { ToldError } from '../../../core/time/told-error';

export interface RecorderEvents {
  /** The loudest sample of the last tenth of a second. */
  readonly onPeak: (peak: number) => void;
  /** Samples while they are wanted, and the sample of the recorder's clock at which they begin. */
  readonly onSamples: (channels: readonly Float32Array<ArrayBuffer>[], at: number) => void;
  /** The microphone was unplugged, or taken away by the browser. */
  readonly onGone: () => void;
}

/** How long a browser may take to begin, in milliseconds; where nothing can be heard it never does. */
const PATIENCE = 1500;

async function running(context: AudioContext): Promise<boolean> {
  const late = new Promise<boolean>((resolve) => setTimeout(() => resolve(false), PATIENCE));
  return Promise.race([context.resume().then(() => true), late]);
}

/** A clock that runs; without a loudspeaker too, and then the counting in cannot be heard. */
async function openContext(): Promise<AudioContext> {
  const context = new AudioContext({ sampleRate: SAMPLE_RATE, latencyHint: 'interactive' });
  if (await running(context)) return context;
  await context.close();
  const silent = new AudioContext({
    sampleRate: SAMPLE_RATE,
    sinkId: { type: 'none' },
  } as AudioContextOptions);
  if (await running(silent)) return silent;
  await silent.close();
  throw new ToldError(
    'The browser does not let sound begin on this page. Click into the page, then open the microphone again.',
  );
}

/** An open microphone and the clock by which it is recorded. The owner closes it. */
export class Recorder {
  readonly #context: AudioContext;
  readonly #node: AudioWorkletNode;
  readonly #stream: MediaStream | undefined;
  readonly #standIn: StandIn | undefined;
  readonly #events: RecorderEvents;
  #finished: (() => void) | undefined;

  private constructor(context: AudioContext, input: MediaStream | StandIn, events: RecorderEvents) {
    this.#context = context;
    this.#events = events;
    this.#node = new AudioWorkletNode(context, 'recorder', { outputChannelCount: [1] });
    this.#node.port.onmessage = ({ data }: MessageEvent<FromRecorder>) => this.#take(data);
    // Its output is silent; without a way to the speaker it would not be asked for anything.
    this.#node.connect(context.destination);
    if (input instanceof StandIn) {
      this.#standIn = input;
      input.output.connect(this.#node);
      input.chat();
      return;
    }
    this.#stream = input;
    new MediaStreamAudioSourceNode(context, { mediaStream: input }).connect(this.#node);
    for (const track of input.getAudioTracks()) track.addEventListener('ended', events.onGone);
  }

  /**
   * Opens a microphone.
   * @throws Error with a sentence about why it cannot be opened.
   */
  static async open(microphone: string, events: RecorderEvents): Promise<Recorder> {
    const stream = microphone === STAND_IN.id ? undefined : await openMicrophone(microphone);
    let context: AudioContext | undefined;
    try {
      context = await openContext();
      await context.audioWorklet.addModule(recorderUrl);
      return new Recorder(context, stream ?? (await StandIn.open(context)), events);
    } catch (error) {
      await context?.close();
      for (const track of stream?.getTracks() ?? []) track.stop();
      throw error;
    }
  }

  /** Its clock in seconds. */
  get time(): number {
    return this.#context.currentTime;
  }

  /** Seconds from the clock until what is played is heard. */
  get latency(): number {
    return this.#context.outputLatency || 0;
  }

  /** Begins to hand over samples; the stand-in is quiet from now on, and speaks its line at `cue`. */
  start(cue?: number): void {
    this.#standIn?.hush();
    if (cue !== undefined) this.#standIn?.speak(cue);
    this.#ask(true);
  }

  /** Stops handing over; resolves after the last samples. */
  async stop(): Promise<void> {
    const told = new Promise<void>((resolve) => {
      this.#finished = resolve;
      // A clock that stands still tells nothing more.
      setTimeout(resolve, PATIENCE);
    });
    this.#ask(false);
    await told;
    this.#standIn?.chat();
  }

  /** Plays a click at a time of its clock: 20 ms of a tone; the stand-in hears it where `heard`. */
  click(at: number, hertz: number, heard = false): void {
    const tone = new OscillatorNode(this.#context, { frequency: hertz });
    const level = new GainNode(this.#context, { gain: 0 });
    level.gain.setValueAtTime(0.5, at);
    level.gain.exponentialRampToValueAtTime(0.001, at + 0.02);
    tone.connect(level).connect(this.#context.destination);
    if (heard) this.#standIn?.hear(level);
    tone.start(at);
    tone.stop(at + 0.03);
  }

  async close(): Promise<void> {
    this.#standIn?.close();
    for (const track of this.#stream?.getTracks() ?? []) track.stop();
    this.#node.disconnect();
    await this.#context.close();
  }

  #ask(wanted: boolean): void {
    const message: ToRecorder = { wanted };
    this.#node.port.postMessage(message);
  }

  #take({ peak, channels, at, last }: FromRecorder): void {
    this.#events.onPeak(peak);
    if ((channels[0]?.length ?? 0) > 0) this.#events.onSamples(channels, at);
    if (last) this.#finished?.();
  }
}
