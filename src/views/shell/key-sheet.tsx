import { Dialog } from '../../kit/dialog';
import { KEY_BINDINGS } from './keys';
import styles from './shell.module.css';

/** All keys and what they do. */
export function KeySheet({ onClose }: { readonly onClose: () => void }) {
  return (
    <Dialog title="Keys" onClose={onClose}>
      <p>With nothing chosen, keys that change a pose change the one on screen.</p>
      <dl className={styles.keys}>
        {KEY_BINDINGS.map(({ keys, does }) => (
          <div key={keys}>
            <dt>{keys}</dt>
            <dd>{does}</dd>
          </div>
        ))}
      </dl>
    </Dialog>
  );
}
