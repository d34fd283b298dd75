import ArrowDown from 'lucide-react/icons/arrow-down';
import ArrowUp from 'lucide-react/icons/arrow-up';
import Eye from 'lucide-react/icons/eye';
import EyeOff from 'lucide-react/icons/eye-off';
import Plus from 'lucide-react/icons/plus';
import Trash2 from 'lucide-react/icons/trash';
import { LAYER_OPACITY, type Layer } from '../../../core/film/drawing';
import type { Film } from '../../../core/film/film';
import { ok } from '../../../core/time/result';
import { IconButton } from '../../../kit/button';
import { CheckField } from '../../../kit/check-field';
import { SliderField } from '../../../kit/slider-field';
import { Tools } from '../../../kit/tools';
import { TypedField } from '../../../kit/typed-field';
import {
  addLayer,
  chooseLayer,
  moveLayer,
  removeLayer,
  setLayer,
  setLayerOpacity,
  tryLayerOpacity,
} from '../../../state/mend/draw/layers';
import styles from './draw.module.css';

interface LayerListProps {
  readonly film: Film;
  readonly active: Layer | undefined;
  readonly off: boolean;
}

/** The layers over the film, the uppermost first, and what is set of the one that is drawn on. */
export function LayerList({ film, active, off }: LayerListProps) {
  const at = active ? film.layers.indexOf(active) : -1;
  return (
    <>
      <h4>Layers</h4>
      {film.layers.length > 0 && (
        <ol className={styles.layers} aria-label="Layers, the uppermost first">
          {film.layers.map((layer) => (
            <li key={layer.id} data-active={layer === active || undefined} data-off={layer.off}>
              <button
                type="button"
                className={styles.name}
                aria-pressed={layer === active}
                onClick={() => chooseLayer(layer.id)}
              >
                {layer.name || 'No name'}
              </button>
              <IconButton
                label={`${layer.off ? 'Show' : 'Hide'} ${layer.name}`}
                disabled={off}
                onClick={() => setLayer(layer.id, { off: layer.off ? undefined : true })}
              >
                {layer.off ? <EyeOff size={16} aria-hidden /> : <Eye size={16} aria-hidden />}
              </IconButton>
            </li>
          ))}
        </ol>
      )}
      <Tools
        label="Layers"
        disabled={off}
        tools={[
          { word: 'Add', label: 'Add a layer over the others', icon: Plus, run: addLayer },
          {
            word: 'Delete',
            label: 'Delete this layer with all that is drawn on it',
            icon: Trash2,
            off: !active,
            run: () => active && removeLayer(active.id),
          },
          {
            word: 'Up',
            label: 'Move this layer up',
            icon: ArrowUp,
            off: at < 1,
            run: () => active && moveLayer(active.id, -1),
          },
          {
            word: 'Down',
            label: 'Move this layer down',
            icon: ArrowDown,
            off: at < 0 || at === film.layers.length - 1,
            run: () => active && moveLayer(active.id, 1),
          },
        ]}
      />
      {active && (
        <>
          <TypedField
            label="Name of the layer"
            text={active.name}
            parse={(typed) => ok(typed.trim())}
            onCommit={(name) => setLayer(active.id, { name })}
            disabled={off}
          />
          <SliderField
            amount={LAYER_OPACITY}
            step={1}
            value={active.opacity ?? LAYER_OPACITY.neutral}
            onTry={(value) => tryLayerOpacity(active.id, value)}
            onCommit={(value) => setLayerOpacity(active.id, value)}
            disabled={off}
          />
          <CheckField
            label="Not cropped with the picture"
            checked={active.stays === true}
            onChange={(stays) => setLayer(active.id, { stays: stays || undefined })}
            disabled={off}
          />
        </>
      )}
    </>
  );
}
