import FolderOpen from 'lucide-react/icons/folder-open';
import Images from 'lucide-react/icons/images';
import { withFilmParts } from './fetch-film-parts';
import { FileChooser, PICTURES } from './file-chooser';

const take = (files: readonly File[]): void => withFilmParts(({ bringIn }) => bringIn(files));

/** Two buttons: choose photos, choose a folder. */
export function ChooseFiles({
  main = false,
  orFilm = false,
  disabled = false,
}: {
  readonly main?: boolean;
  /** Whether a film file is as likely: it can be chosen anywhere. */
  readonly orFilm?: boolean;
  readonly disabled?: boolean;
}) {
  return (
    <>
      <FileChooser
        label="Photos to add"
        testId="choose-photos"
        accept={`${PICTURES},.kermis`}
        main={main}
        disabled={disabled}
        onFiles={take}
      >
        <Images size={18} aria-hidden /> {orFilm ? 'Add photos or a film file' : 'Add photos'}
      </FileChooser>
      <FileChooser label="Folder of photos to add" testId="choose-folder" disabled={disabled} onFiles={take}>
        <FolderOpen size={18} aria-hidden /> Add a folder
      </FileChooser>
    </>
  );
}
