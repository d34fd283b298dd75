import type { Film } from '../../core/film/film';
import { hasRange, scenesToPrint, type PrintPart } from '../../core/print/print-part';
import { CheckField } from '../../kit/check-field';
import { SelectField } from '../../kit/select-field';
import { setPrint, setPrintPart, usePrintSettings } from '../../state/print/print-settings';
import styles from './print.module.css';

const FILM = 'film';
const RANGE = 'range';
const SOME = 'some';

/** What the select shows of a part. */
function valueOf(part: PrintPart): string {
  if (part.of !== 'scenes') return part.of;
  const [only] = part.ids;
  return part.ids.length === 1 && only !== undefined ? only : SOME;
}

/** What of the film is printed, and whether each scene becomes a file of its own. */
export function PartField({ film, part }: { readonly film: Film; readonly part: PrintPart }) {
  const { eachScene } = usePrintSettings((state) => state.settings);
  const scenes = scenesToPrint(film);
  const several = scenes.length > 1;
  const options = [
    { value: FILM, label: 'The whole film' },
    ...(hasRange(film) ? [{ value: RANGE, label: 'Between the in and out points' }] : []),
    ...(several
      ? [
          ...scenes.map(({ id, name }) => ({ value: id, label: `Scene: ${name}` })),
          { value: SOME, label: 'Some scenes…' },
        ]
      : []),
  ];
  const choose = (value: string): void => {
    if (value === FILM || value === RANGE) setPrintPart({ of: value });
    else if (value === SOME) setPrintPart({ of: 'scenes', ids: scenes.map(({ id }) => id) });
    else setPrintPart({ of: 'scenes', ids: [value] });
  };
  const value = valueOf(part);
  return (
    <>
      <SelectField label="Part" beside value={value} options={options} onChange={choose} />
      {value === SOME && part.of === 'scenes' && (
        <fieldset className={styles.scenes}>
          <legend>Scenes that are printed</legend>
          {scenes.map(({ id, name }) => (
            <CheckField
              key={id}
              label={name}
              checked={part.ids.includes(id)}
              onChange={(checked) =>
                setPrintPart({
                  of: 'scenes',
                  ids: checked ? [...part.ids, id] : part.ids.filter((each) => each !== id),
                })
              }
            />
          ))}
        </fieldset>
      )}
      {several && part.of !== 'range' && (
        <CheckField
          label="One file per scene"
          checked={eachScene}
          onChange={(checked) => setPrint({ eachScene: checked })}
        />
      )}
    </>
  );
}
