import type { Film } from '../../core/film/film';
import { sizeOfPrint } from '../../core/print/print-order';
import type { PrintSettings } from '../../core/print/print-settings';
import { NAMED_SIZES, namedSize, type NamedSize } from '../../core/print/print-size';
import { parsePrintSize } from '../../core/print/read-typed';
import { SelectField } from '../../kit/select-field';
import { TypedField } from '../../kit/typed-field';
import { setPrint } from '../../state/print/print-settings';

const WORDS: Readonly<Record<NamedSize, string>> = {
  film: 'As the film',
  photos: 'As the photos',
  '2160': '2160 lines',
  '1440': '1440 lines',
  '1080': '1080 lines',
  '720': '720 lines',
  '540': '540 lines',
  '576': '576 lines, standard',
  '480': '480 lines, standard',
  square: 'Square',
  upright: 'Upright',
};

const TYPED = 'typed';

/** How large the pictures are. */
export function SizeField({ film, settings }: { readonly film: Film; readonly settings: PrintSettings }) {
  const { size } = settings;
  const { width, height, pixel } = sizeOfPrint(settings, film);
  const isTyped = typeof size !== 'string';
  return (
    <>
      <SelectField
        label="Size"
        beside
        value={isTyped ? TYPED : size}
        options={[
          ...NAMED_SIZES.map((name) => {
            const { width: w, height: h } = namedSize(name, film);
            return { value: name, label: `${WORDS[name]}: ${w} × ${h}` };
          }),
          { value: TYPED, label: 'Typed…' },
        ]}
        {...(pixel && {
          hint: `Pixels are ${(pixel.num / pixel.den).toFixed(2)} wide: shown as ${Math.round((width * pixel.num) / pixel.den)} × ${height}.`,
        })}
        onChange={(value) => setPrint({ size: value === TYPED ? { width, height } : (value as NamedSize) })}
      />
      {isTyped && (
        <TypedField
          label="Width and height"
          text={`${width} x ${height}`}
          figures
          parse={parsePrintSize}
          onCommit={(next) => setPrint({ size: next })}
        />
      )}
    </>
  );
}
