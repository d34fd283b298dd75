import type { Film } from '../../core/film/film';
import { printKind } from '../../core/print/print-kinds';
import type { PrintSettings } from '../../core/print/print-settings';
import { bitrateText, parseBitrate, parseKeyEvery, parseRuns, runsText } from '../../core/print/read-typed';
import { parseRate, rateText, sameRate } from '../../core/time/rate';
import { CheckField } from '../../kit/check-field';
import { Fold } from '../../kit/fold';
import { SelectField } from '../../kit/select-field';
import { TypedField } from '../../kit/typed-field';
import { setPrint } from '../../state/print/print-settings';

const PALETTES = [
  { value: 'film', label: '256 for the whole loop' },
  { value: 'frame', label: '256 per frame; larger file' },
];

const EVERY = [
  { value: 'frame', label: 'Every frame of the film' },
  { value: 'pose', label: 'Every pose once' },
];

const FRAMINGS = [
  { value: '', label: 'As in the film' },
  { value: 'whole', label: 'Whole, on the background' },
  { value: 'fill', label: 'Filling the picture' },
];

/** What most prints leave as it is. */
export function PrintDetails({ film, settings }: { readonly film: Film; readonly settings: PrintSettings }) {
  const facts = printKind(settings.kind);
  if (facts.makes === 'sound') return null;
  const { rate } = film.settings;
  return (
    <Fold title="Details">
      <SelectField
        label="Photos of another shape"
        value={settings.framing ?? ''}
        options={FRAMINGS}
        onChange={(value) => setPrint({ framing: value === 'whole' || value === 'fill' ? value : undefined })}
      />
      {facts.makes === 'video' && (
        <>
          <TypedField
            label="Bits a second"
            text={settings.bitrate === undefined ? '' : bitrateText(settings.bitrate)}
            hint="Empty: set by the quality. Such as 8 Mbit/s."
            parse={parseBitrate}
            onCommit={(bitrate) => setPrint({ bitrate })}
          />
          <TypedField
            label="Seconds between key frames, at most"
            text={String(settings.keyEvery)}
            hint="Fewer: quicker to jump to a place, a larger file."
            figures
            parse={parseKeyEvery}
            onCommit={(keyEvery) => setPrint({ keyEvery })}
          />
        </>
      )}
      {facts.makes === 'stills' && (
        <SelectField
          label="Frames"
          value={settings.every}
          options={EVERY}
          onChange={(every) => setPrint({ every: every === 'pose' ? 'pose' : 'frame' })}
        />
      )}
      {facts.makes === 'loop' && (
        <TypedField
          label="Repeats"
          text={runsText(settings.runs)}
          hint="How often it plays: a number, or “for ever”."
          parse={parseRuns}
          onCommit={(runs) => setPrint({ runs })}
        />
      )}
      {settings.kind === 'gif' && (
        <>
          <SelectField
            label="Colours"
            value={settings.palette}
            options={PALETTES}
            onChange={(palette) => setPrint({ palette: palette === 'frame' ? 'frame' : 'film' })}
          />
          <CheckField
            label="Dither colours"
            checked={settings.dither}
            onChange={(dither) => setPrint({ dither })}
          />
        </>
      )}
      {!(facts.makes === 'stills' && settings.every === 'pose') && (
        <TypedField
          label="Frames a second of the file"
          text={rateText(settings.rate ?? rate)}
          hint="Another rate than the film’s repeats or drops frames; none is blended."
          figures
          parse={parseRate}
          onCommit={(next) => setPrint({ rate: sameRate(next, rate) ? undefined : next })}
        />
      )}
    </Fold>
  );
}
