import { printKind, type PrintKind, type QualityStep } from '../../../core/print/print-kinds';
import type { Size } from '../../../core/picture/size';
import { encoderConfig } from './encode-piece';

/** Why this browser cannot make a kind of print at a size, and what to do instead, as a sentence; undefined when it can. */
export async function printObstacle(
  kind: PrintKind,
  size: Size,
  quality: QualityStep,
): Promise<string | undefined> {
  const facts = printKind(kind);
  if (facts.makes === 'sound') return undefined;
  if (typeof VideoEncoder === 'undefined' || typeof ImageDecoder === 'undefined') {
    return 'This browser cannot make video files. Open the film in a current desktop Chromium.';
  }
  if (facts.makes !== 'video') return undefined;
  const support = await VideoEncoder.isConfigSupported(
    encoderConfig({ codec: facts.video, size, quality }),
  ).catch(() => undefined);
  if (support?.supported) return undefined;
  const instead = facts.video.codec === 'avc' ? 'WebM, VP9' : 'MP4, H.264';
  return `This browser cannot make ${facts.label} at ${size.width} × ${size.height}. Choose ${instead}, or a smaller size.`;
}
