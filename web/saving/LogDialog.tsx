import type { ReactNode } from 'react';
import { Dialog, DialogActions, DialogContent, DialogTitle } from '@mui/material';
import { LogForm, type LogFormProps } from './LogForm.tsx';

interface LogDialogProps extends Pick<LogFormProps, 'verb' | 'act' | 'onRefused' | 'large' | 'onlyNow'> {
  title: string;
  onClose: () => void;
  /** Forgets what was typed, once it is logged or left on purpose; a dialog that is only closed keeps it. */
  forget?: () => void;
  /** Where to go once it is logged; otherwise it only closes. */
  onLogged?: () => void;
  children?: ReactNode;
}

/** A `LogForm` over the view. */
export function LogDialog({
  title,
  verb,
  act,
  onClose,
  forget = () => undefined,
  onRefused,
  large,
  onlyNow,
  onLogged = onClose,
  children,
}: LogDialogProps) {
  return (
    <Dialog open onClose={onClose} maxWidth="sm" aria-labelledby="log-dialog-title">
      <LogForm
        verb={verb}
        act={act}
        onDone={() => {
          forget();
          onLogged();
        }}
        onLeave={() => {
          forget();
          onClose();
        }}
        onRefused={onRefused}
        large={large}
        onlyNow={onlyNow}
        frame={({ fields, buttons }) => (
          <>
            <DialogTitle id="log-dialog-title">{title}</DialogTitle>
            <DialogContent sx={{ display: 'grid', gap: 2, pt: '8px !important' }}>{fields}</DialogContent>
            <DialogActions>{buttons}</DialogActions>
          </>
        )}
      >
        {children}
      </LogForm>
    </Dialog>
  );
}
