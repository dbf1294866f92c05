import { useEffect, useRef, type ReactNode } from 'react';
import { Box, type SxProps } from '@mui/material';

interface FormProps {
  onSubmit: () => void;
  /** What is wrong; whenever it changes, the first field that is marked wrong takes the focus. */
  wrong: unknown;
  /** Called at each edit: what was wrong may no longer be. */
  onEdit?: () => void;
  sx?: SxProps;
  children: ReactNode;
}

/** A form that is submitted with Enter, and leads to the field that was refused. */
export function Form({ onSubmit, wrong, onEdit, sx, children }: FormProps) {
  const form = useRef<HTMLFormElement>(null);
  const isWrong = wrong !== null && (typeof wrong !== 'object' || Object.keys(wrong).length > 0);
  useEffect(() => {
    if (isWrong) focusWrong(form.current);
  }, [wrong, isWrong]);
  return (
    <Box
      component="form"
      ref={form}
      noValidate
      onSubmit={(event) => {
        event.preventDefault();
        onSubmit();
      }}
      onChange={() => isWrong && onEdit?.()}
      sx={sx ?? {}}
    >
      {children}
    </Box>
  );
}

/** Focuses the field that is marked wrong; where none is, the first that can be typed in. */
export function focusWrong(form: HTMLElement | null): void {
  const field =
    form?.querySelector<HTMLElement>('[aria-invalid="true"]') ??
    form?.querySelector<HTMLElement>('input:not([type=hidden]), textarea, [role=combobox]');
  field?.focus();
}
