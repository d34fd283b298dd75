import Trash2 from 'lucide-react/icons/trash';
import { useEffect, useRef, useState } from 'react';
import { formatSamples } from '../../core/time/format';
import { SAMPLE_RATE } from '../../core/time/frames';
import type { Take } from '../../engine/browser/store/take-repository';
import { Button, IconButton } from '../../kit/button';
import { keepTake, takeAddress, throwTakeAway, useTakes } from '../../state/record/takes';
import styles from './sound.module.css';

interface TakeItemProps {
  readonly laneId: string;
  readonly take: Take;
  readonly disabled: boolean;
}

export function TakeItem({ laneId, take, disabled }: TakeItemProps) {
  const player = useRef<HTMLAudioElement>(null);
  const [address, setAddress] = useState<string>();
  const keeping = useTakes((state) => state.keeping);
  useEffect(() => () => URL.revokeObjectURL(address ?? ''), [address]);
  const hear = async (): Promise<void> => {
    setAddress(await takeAddress(take));
  };
  return (
    <li className={styles.take}>
      <strong>{take.name}</strong>
      <span className={styles.facts}>
        {formatSamples(Math.max(0, take.samples - Math.max(0, take.lead)))},{' '}
        {new Date(take.recordedAt).toLocaleTimeString('en', {
          hour: '2-digit',
          minute: '2-digit',
          hour12: false,
        })}
      </span>
      <IconButton label={`Delete ${take.name}`} disabled={disabled} onClick={() => void throwTakeAway(take)}>
        <Trash2 size={14} aria-hidden />
      </IconButton>
      {address === undefined ? (
        <Button onClick={() => void hear()}>Listen</Button>
      ) : (
        // eslint-disable-next-line jsx-a11y/media-has-caption -- what was spoken only now has no words yet
        <audio
          ref={player}
          src={address}
          controls
          autoPlay
          aria-label={take.name}
          onLoadedMetadata={() => {
            // From where the film began; what was said before it can be wound back to.
            if (player.current) player.current.currentTime = Math.max(0, take.lead) / SAMPLE_RATE;
          }}
        />
      )}
      <Button
        disabled={disabled || keeping !== undefined || laneId === ''}
        onClick={() => void keepTake(take, laneId)}
      >
        Use it
      </Button>
    </li>
  );
}
