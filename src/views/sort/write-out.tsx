import FolderOutput from 'lucide-react/icons/folder-output';
import FileArchive from 'lucide-react/icons/file-archive';
import { useState } from 'react';
import type { Film, Photo, WrittenOut } from '../../core/film/film';
import { canWriteFolders } from '../../engine/browser/out/write-out';
import { Button } from '../../kit/button';
import { Pair } from '../../kit/pair';
import { SelectField } from '../../kit/select-field';
import { writePhotos } from '../../state/photos/write-photos';

/** Writes the chosen photos out, to be retouched in another program. */
export function WriteOut({ film, photos }: { readonly film: Film; readonly photos: readonly Photo[] }) {
  const [form, setForm] = useState<WrittenOut['form']>('file');
  const { width, height } = film.settings;
  return (
    <>
      <SelectField
        label="Save as"
        value={form}
        options={[
          { value: 'file', label: 'The original files' },
          { value: 'film', label: `PNG as in the film, ${width} × ${height}` },
        ]}
        onChange={(value) => setForm(value as WrittenOut['form'])}
      />
      <Pair>
        {canWriteFolders() && (
          <Button onClick={() => void writePhotos(photos, form, 'folder')}>
            <FolderOutput size={16} aria-hidden /> Into a folder
          </Button>
        )}
        <Button onClick={() => void writePhotos(photos, form, 'zip')}>
          <FileArchive size={16} aria-hidden /> As a ZIP file
        </Button>
      </Pair>
    </>
  );
}
