import FolderInput from 'lucide-react/icons/folder-input';
import FolderX from 'lucide-react/icons/folder-x';
import Server from 'lucide-react/icons/server';
import { useEffect, useState } from 'react';
import { count } from '../../core/time/format';
import { canPickFolder } from '../../engine/browser/shoot/watched/local-folder';
import { Button } from '../../kit/button';
import { CheckField } from '../../kit/check-field';
import { Panel } from '../../kit/panel';
import { useDocument } from '../../state/document/document';
import {
  bringInBefore,
  findServerFolder,
  stopWatching,
  useWatch,
  watchPicked,
  watchServer,
} from '../../state/shoot/watch';
import styles from './shoot.module.css';

/** A folder that another camera, a scanner or a card is written into: what appears in it comes into the film. */
export function WatchPanel() {
  const canWrite = useDocument((state) => state.canWrite);
  const { name, brought, known, waiting, coming, stayed, server } = useWatch();
  const [takesAll, setTakesAll] = useState(false);
  useEffect(() => void findServerFolder(), []);
  return (
    <Panel label="Folder">
      <p className={styles.hint}>Photos that arrive in this folder join the film as the next photos.</p>
      {name === undefined ? (
        <>
          <CheckField
            label="Also add files that are there already"
            checked={takesAll}
            onChange={setTakesAll}
          />
          {canPickFolder() ? (
            <Button variant="main" disabled={!canWrite} onClick={() => void watchPicked(takesAll)}>
              <FolderInput size={16} aria-hidden /> Watch a folder
            </Button>
          ) : (
            <p className={styles.hint}>
              This browser cannot watch folders. Use desktop Chromium, or add the folder in Sort.
            </p>
          )}
          {server !== undefined && (
            <Button disabled={!canWrite} onClick={() => void watchServer(takesAll)}>
              <Server size={16} aria-hidden /> Watch the server’s “{server}”
            </Button>
          )}
        </>
      ) : (
        <>
          <p role="status" data-testid="watched">
            Watching “{name}”: {count(brought, 'photo')} added
            {known > 0 && `, ${known} in the film already`}
            {coming > 0 && `, ${coming} on the way`}
            {waiting > 0 && `, ${count(waiting, 'file')} still being written`}.
          </p>
          {stayed > 0 && (
            <>
              <p className={styles.hint}>
                {count(stayed, 'file')} {stayed === 1 ? 'was' : 'were'} there before.
              </p>
              <Button onClick={bringInBefore}>Add those that are missing</Button>
            </>
          )}
          <Button onClick={stopWatching}>
            <FolderX size={16} aria-hidden /> Stop watching
          </Button>
        </>
      )}
    </Panel>
  );
}
