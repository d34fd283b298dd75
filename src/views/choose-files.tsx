import { FolderOpen, Images } from 'lucide-react';
import { useRef } from 'react';
import { Button } from '../kit/button';
import { bringIn } from '../state/bring-in';

// Many systems know no media type for camera raw and HEIC: endings beside the types.
const ACCEPT = [
  'image/*',
  ...['.jpg', '.jpeg', '.png', '.webp', '.avif', '.gif', '.bmp', '.tif', '.tiff', '.heic', '.heif'],
  ...['.dng', '.nef', '.cr2', '.cr3', '.arw', '.raf', '.orf', '.rw2', '.pef', '.srw', '.kermis'],
].join(',');

/** Two buttons: choose photos, choose a folder. */
export function ChooseFiles({
  main = false,
  disabled = false,
}: {
  readonly main?: boolean;
  readonly disabled?: boolean;
}) {
  const files = useRef<HTMLInputElement>(null);
  const folder = useRef<HTMLInputElement>(null);
  const take = (input: HTMLInputElement): void => {
    const chosen = Array.from(input.files ?? []);
    // So that the same folder can be chosen again.
    input.value = '';
    void bringIn(chosen);
  };
  return (
    <>
      <Button look={main ? 'main' : 'plain'} disabled={disabled} onClick={() => files.current?.click()}>
        <Images size={18} aria-hidden /> Choose photos
      </Button>
      <Button disabled={disabled} onClick={() => folder.current?.click()}>
        <FolderOpen size={18} aria-hidden /> Choose a folder
      </Button>
      <input
        ref={files}
        type="file"
        multiple
        accept={ACCEPT}
        hidden
        aria-label="Photos to bring in"
        data-testid="choose-photos"
        onChange={(event) => take(event.currentTarget)}
      />
      <input
        ref={folder}
        type="file"
        multiple
        hidden
        aria-label="Folder of photos to bring in"
        data-testid="choose-folder"
        {...{ webkitdirectory: '' }}
        onChange={(event) => take(event.currentTarget)}
      />
    </>
  );
}
