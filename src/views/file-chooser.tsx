import { useRef, type ReactNode } from 'react';
import { Button } from '../kit/button';

// Many systems know no media type for camera raw and HEIC: endings beside the types.
export const PICTURES = [
  'image/*',
  ...['.jpg', '.jpeg', '.png', '.webp', '.avif', '.gif', '.bmp', '.tif', '.tiff', '.heic', '.heif'],
  ...['.dng', '.nef', '.cr2', '.cr3', '.arw', '.raf', '.orf', '.rw2', '.pef', '.srw'],
].join(',');

interface FileChooserProps {
  /** Accessible name of the chooser itself. */
  readonly label: string;
  readonly testId: string;
  readonly main?: boolean;
  readonly disabled?: boolean;
  /** What can be chosen; a whole folder where nothing is said. */
  readonly accept?: string;
  readonly onFiles: (files: readonly File[]) => void;
  readonly children: ReactNode;
}

/** A button that lets the person choose files or a folder. */
export function FileChooser(props: FileChooserProps) {
  const { label, testId, main = false, disabled = false, accept, onFiles, children } = props;
  const input = useRef<HTMLInputElement>(null);
  return (
    <>
      <Button variant={main ? 'main' : 'plain'} disabled={disabled} onClick={() => input.current?.click()}>
        {children}
      </Button>
      <input
        ref={input}
        type="file"
        multiple
        hidden
        aria-label={label}
        data-testid={testId}
        {...(accept === undefined ? { webkitdirectory: '' } : { accept })}
        onChange={(event) => {
          const chosen = Array.from(event.currentTarget.files ?? []);
          // So that the same files can be chosen again.
          event.currentTarget.value = '';
          onFiles(chosen);
        }}
      />
    </>
  );
}
