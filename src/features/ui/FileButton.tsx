'use client';
/** A button that opens the browser's choice of a file, and gives the file. */
import Button from '@mui/material/Button';
import { useRef } from 'react';

export function FileButton({
  words,
  name,
  accept,
  disabled = false,
  onFile,
}: {
  /** On the button. */
  words: string;
  /** What file it is, for those who do not see it. */
  name: string;
  /** Endings and media types, as the browser takes them. */
  accept: string;
  disabled?: boolean;
  onFile: (file: File) => void;
}) {
  const input = useRef<HTMLInputElement>(null);
  return (
    <>
      <input
        ref={input}
        type="file"
        accept={accept}
        aria-label={name}
        tabIndex={-1}
        style={{ position: 'absolute', width: 1, height: 1, opacity: 0 }}
        onChange={(event) => {
          const [file] = event.target.files ?? [];
          if (file) onFile(file);
          // The same file can be chosen again.
          event.target.value = '';
        }}
      />
      <Button variant="contained" disabled={disabled} onClick={() => input.current?.click()}>
        {words}
      </Button>
    </>
  );
}
