import { useRef } from 'react';
import { Button } from '@mui/material';

interface FileButtonProps {
  name: string;
  accept: string;
  disabled: boolean;
  onFile: (file: File) => void;
}

/** A button that asks for a file. */
export function FileButton({ name, accept, disabled, onFile }: FileButtonProps) {
  const input = useRef<HTMLInputElement>(null);
  return (
    <>
      <Button
        variant="outlined"
        disabled={disabled}
        onClick={() => input.current?.click()}
        sx={{ justifySelf: 'start' }}
      >
        {name}
      </Button>
      <input
        ref={input}
        type="file"
        hidden
        accept={accept}
        onChange={(event) => {
          const file = event.target.files?.[0];
          if (file) onFile(file);
          event.target.value = '';
        }}
      />
    </>
  );
}
