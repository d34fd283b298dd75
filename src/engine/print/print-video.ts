import type { CodedFrame } from '../../core/codec/coded-frame';
import { h264Holds } from '../../core/codec/h264-holds';
import { heldFrames } from '../../core/codec/held-frames';
import type { HoldWriter } from '../../core/codec/hold-writer';
import { vp9Holds } from '../../core/codec/vp9-holds';
import type { Film } from '../../core/film/film';
import type { Span } from '../../core/film/moments';
import { isHeard } from '../../core/mix/mix-plan';
import type { I420 } from '../../core/picture/pixels';
import type { Recipe } from '../../core/picture/recipe';
import { pieceKey } from '../../core/print/piece-key';
import { piecesOf, type Piece } from '../../core/print/pieces';
import type { VideoCodecFacts } from '../../core/print/print-kinds';
import { printLoop } from '../../core/print/print-loop';
import { framesOf, planPrint } from '../../core/print/print-plan';
import type { PrintSize } from '../../core/print/print-size';
import { frameToSample, frameToSeconds } from '../../core/time/frames';
import { rateNumber, type Rate } from '../../core/time/rate';
import type { CodecFacts, EncodedPiece, PieceEncoder, VideoFile, VideoShape } from '../ports/encode';
import type { KeptPieces } from '../ports/kept-pieces';
import type { Samples } from '../ports/samples';
import { atFrame } from './print-fault';
import { SoundWriter } from './sound-writer';
import { ToldError } from '../../core/time/told-error';

/** What a print of video needs from the world. */
export interface VideoPorts {
  /** A recipe's picture as a frame of the file; may be called again before the last one is done. */
  makeFrame(recipe: Recipe, name: string): Promise<I420>;
  readonly samples: Samples;
  /** Begins to encode a piece that has so many bits for each picture; by its quality where none are said. */
  encoder(bitsAPicture: number | undefined): PieceEncoder;
  readonly pieces: KeptPieces;
  /** Begins the file. */
  begin(shape: VideoShape): Promise<VideoFile>;
  /** Waits while the print is paused. */
  gate(): Promise<void>;
}

/** What is printed, and how. */
export interface VideoOrder {
  readonly film: Film;
  readonly spans: readonly Span[];
  readonly size: PrintSize;
  readonly rate: Rate;
  readonly codec: VideoCodecFacts;
  /** Seconds from one key frame to the next, at most. */
  readonly keyEvery: number;
  /** Bits a second that were asked for. */
  readonly bitrate?: number | undefined;
  /** Names everything else that a piece depends on: codec, quality, encoder. */
  readonly encoding: string;
}

export interface VideoNews {
  /** Frames done, and how many of them were found from an earlier print. */
  readonly frames: number;
  readonly found: number;
}

export interface VideoOptions {
  /** Pictures made ahead of the one being encoded, from 1. */
  readonly ahead: number;
  readonly signal: AbortSignal;
  readonly onNews: (news: VideoNews) => void;
}

/** Pieces that are encoded at the same time: while one is finished, the next is begun. */
const PIECES_AHEAD = 2;

/** What writes the holds of a piece; undefined where its frames have to be repeated. */
function writerOf(
  codec: VideoCodecFacts,
  { facts, pictures }: Omit<EncodedPiece, 'isRepeated'>,
): HoldWriter | undefined {
  if (codec.holds === 'vp9') return vp9Holds(pictures);
  if (codec.holds === 'h264') return facts.description && h264Holds(facts.description, pictures);
  return undefined;
}

const sameFacts = (a: CodecFacts, b: CodecFacts): boolean =>
  a.codecString === b.codecString &&
  a.description?.length === b.description?.length &&
  (a.description ?? []).every((byte, i) => byte === b.description?.[i]);

/** Thrown where kept pieces come from another encoder than the one that encodes now. */
class OtherEncoder extends Error {}

/**
 * Prints parts of a film as video: cut into pieces, of which each that is not kept from an earlier print is encoded, every
 * picture once, and its holds written behind it; beside them the sound. Gives the shape of what was written.
 * @throws the signal's reason when it is stopped, or whatever a port throws, with frame and photo; the file is cancelled then.
 */
export async function printVideo(
  order: VideoOrder,
  ports: VideoPorts,
  options: VideoOptions,
): Promise<VideoShape> {
  try {
    return await printOnce(order, ports, options);
  } catch (error) {
    if (!(error instanceof OtherEncoder)) throw error;
    const { pieces } = ports;
    const anew = { find: () => Promise.resolve(undefined), keep: pieces.keep.bind(pieces) };
    return printOnce(order, { ...ports, pieces: anew }, options);
  }
}

async function printOnce(order: VideoOrder, ports: VideoPorts, options: VideoOptions): Promise<VideoShape> {
  const { film, spans, size, rate, codec, encoding } = order;
  // What goes on beside what failed is stopped, too.
  const failed = new AbortController();
  const signal = AbortSignal.any([options.signal, failed.signal]);
  const plan = planPrint(film, spans, rate);
  const keyEvery = Math.max(2, Math.round(order.keyEvery * rateNumber(rate)));
  const hasSound = spans.some((span) => isHeard(film, span));
  let repeats = codec.holds === 'repeated';
  let [frames, found] = [0, 0];
  const tell = (more: number, isFound: boolean): void => {
    frames += more;
    if (isFound) found += more;
    options.onNews({ frames, found });
  };

  /** Bits for each picture that the encoder is given, where a bitrate was asked for: together as many as the piece's time allows. */
  function bitsOf(piece: Piece, isRepeated: boolean): number | undefined {
    if (order.bitrate === undefined) return undefined;
    const all = order.bitrate * frameToSeconds(piece.frames, rate);
    return Math.round(all / (isRepeated ? piece.frames : piece.runs.length));
  }

  async function encode(piece: Piece, isRepeated: boolean): Promise<EncodedPiece> {
    const encoder = ports.encoder(bitsOf(piece, isRepeated));
    let told = 0;
    try {
      await printLoop(
        piece.runs,
        {
          make: async ({ recipe, name, start }) => {
            await ports.gate();
            signal.throwIfAborted();
            return atFrame(start, name, () => ports.makeFrame(recipe, name));
          },
          use: (picture, { start, frames: hold, name }) =>
            atFrame(start, name, async () => {
              await encoder.add(picture, isRepeated ? hold : 1);
              told += hold;
              tell(hold, false);
            }),
        },
        { ahead: options.ahead, signal },
      );
      const { start, name } = piece.runs.at(-1) ?? { start: 0, name: '' };
      return { ...(await atFrame(start, name, () => encoder.end())), isRepeated };
    } catch (error) {
      encoder.cancel();
      tell(-told, false);
      throw error;
    }
  }

  function keyOf(piece: Piece, isRepeated: boolean): string {
    const bits = bitsOf(piece, isRepeated);
    return pieceKey(piece, isRepeated, `${encoding} ${bits ?? ''} ${isRepeated}`);
  }

  /** A piece that is kept from an earlier print, if its holds can be written behind it. */
  async function foundPiece(piece: Piece, isRepeated: boolean): Promise<EncodedPiece | undefined> {
    const kept = await ports.pieces.find(keyOf(piece, isRepeated));
    return kept && canShow(piece, kept) ? kept : undefined;
  }

  /** Whether a piece's pictures, with what can be written behind them, are as many frames as it has. */
  function canShow({ runs, frames: all }: Piece, encoded: EncodedPiece): boolean {
    const { pictures } = encoded;
    if (encoded.isRepeated) return pictures.length === all;
    if (pictures.length !== runs.length) return false;
    const writer = writerOf(codec, encoded);
    return runs.every(
      ({ frames: hold }, i) => hold === 1 || (writer && (pictures[i]?.isKey === true || hold <= writer.most)),
    );
  }

  async function pieceOf(piece: Piece): Promise<EncodedPiece> {
    // Another piece may find meanwhile that frames have to be repeated.
    const isRepeated = repeats;
    const kept = await foundPiece(piece, isRepeated);
    if (kept) {
      tell(piece.frames, true);
      return kept;
    }
    const encoded = await encode(piece, isRepeated);
    if (canShow(piece, encoded)) {
      await ports.pieces.keep(keyOf(piece, isRepeated), encoded);
      return encoded;
    }
    if (isRepeated) throw new ToldError(`The encoder lost pictures after frame ${piece.start + 1}.`);
    // This encoder writes in a way that is not known: from here on frames are repeated.
    repeats = true;
    tell(-piece.frames, false);
    return pieceOf(piece);
  }

  const shape: VideoShape = {
    size,
    rate,
    frames: plan.frames,
    samples: hasSound ? frameToSample(framesOf(spans), film.settings.rate) : 0,
  };
  const file = await ports.begin(shape);
  const sound = hasSound ? new SoundWriter(film, spans, ports.samples, file) : undefined;

  let first: CodecFacts | undefined;

  async function write(piece: Piece, encoded: EncodedPiece): Promise<void> {
    // What a player has to know of the pieces stands in the file once.
    first ??= encoded.facts;
    if (!sameFacts(first, encoded.facts)) throw new OtherEncoder();
    let at = piece.start;
    for (const frame of codedFrames(piece, encoded)) {
      signal.throwIfAborted();
      await file.frame(frame, at++, encoded.facts);
      await sound?.writeUntil(frameToSample(at, rate));
    }
  }

  function codedFrames({ runs }: Piece, encoded: EncodedPiece): Iterable<CodedFrame> {
    const writer = encoded.isRepeated ? undefined : writerOf(codec, encoded);
    // Where nothing is held nothing has to be written.
    if (!writer) return encoded.pictures;
    return heldFrames(
      encoded.pictures,
      runs.map(({ frames: hold }) => hold),
      writer,
      keyEvery,
    );
  }

  try {
    await printLoop(
      piecesOf(plan.runs, keyEvery),
      { make: pieceOf, use: (encoded, piece) => write(piece, encoded) },
      { ahead: PIECES_AHEAD, signal },
    );
    await sound?.writeUntil(shape.samples);
    await file.end();
  } catch (error) {
    failed.abort(error);
    await file.cancel();
    throw error;
  }
  return shape;
}
