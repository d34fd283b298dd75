import type { ReactNode } from 'react';
import { FileChooser, PICTURES } from './file-chooser';

interface PictureChooserProps {
  /** Accessible name of the chooser itself. */
  readonly label: string;
  readonly testId: string;
  /** The words on the button. */
  readonly words: ReactNode;
  readonly disabled: boolean;
  readonly onFile: (file: File) => void;
}

/** A button that lets the person choose one picture file. */
export function PictureChooser({ words, onFile, ...rest }: PictureChooserProps) {
  return (
    <FileChooser
      {...rest}
      accept={PICTURES}
      onFiles={([file]) => {
        if (file) onFile(file);
      }}
    >
      {words}
    </FileChooser>
  );
}
