import type { Film } from '../../core/film/film';
import type { Span } from '../../core/film/moments';
import { forecast } from '../../core/print/forecast';
import { QUALITY_STEPS, printKind, type QualityStep } from '../../core/print/print-kinds';
import type { PrintSettings } from '../../core/print/print-settings';
import { bitrateText } from '../../core/print/read-typed';
import { formatSize, formatWait } from '../../core/time/format';
import { ChoiceCards } from '../../kit/choice-cards';
import { experienceKey, setPrint, usePrintSettings } from '../../state/print/print-settings';

const LABELS: Readonly<Record<QualityStep, string>> = { small: 'Small', good: 'Good', best: 'Best' };
const MEANING: Readonly<Record<QualityStep, string>> = {
  small: 'grain is smoothed',
  good: 'grain is kept',
  best: 'looks like the photos',
};

interface QualityFieldProps {
  readonly film: Film;
  readonly spans: readonly Span[];
  /** Pictures that are made. */
  readonly pictures: number;
  readonly settings: PrintSettings;
}

/** Whether a kind of file has steps of quality. */
const hasSteps = ({ kind }: PrintSettings): boolean => {
  const facts = printKind(kind);
  return facts.makes === 'video' || kind === 'webp' || kind === 'jpeg';
};

/** How fine the pictures are, with what each step is expected to cost. */
export function QualityField({ film, spans, pictures, settings }: QualityFieldProps) {
  const experience = usePrintSettings((state) => state.experience);
  if (!hasSteps(settings) || settings.bitrate !== undefined) return null;
  const words = (quality: QualityStep): string => {
    const each = { ...settings, quality };
    const { bytes, seconds, bitrate } = forecast(
      film,
      spans,
      pictures,
      each,
      experience[experienceKey(each)],
    );
    const meaning = MEANING[quality];
    if (pictures === 0) return `${meaning.slice(0, 1).toUpperCase()}${meaning.slice(1)}.`;
    const video = printKind(settings.kind).makes === 'video' ? `, ${bitrateText(bitrate)}` : '';
    return `About ${formatSize(bytes)}${video}, ${formatWait(seconds)} to make; ${meaning}.`;
  };
  return (
    <ChoiceCards
      label="Quality"
      value={settings.quality}
      options={QUALITY_STEPS.map((quality) => ({
        value: quality,
        label: LABELS[quality],
        words: words(quality),
      }))}
      onChange={(quality) => setPrint({ quality })}
    />
  );
}
