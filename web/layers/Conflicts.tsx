import { Box } from '@mui/material';
import type { Conflict } from '../../core/technique/layer.ts';
import { Trouble } from '../ui/parts.tsx';
import { cobalt } from '../ui/theme.ts';

/** What cannot be among the layers of a piece, each once. */
export function Conflicts({ conflicts }: { conflicts: readonly Conflict[] }) {
  return (
    <>
      {messagesOf(conflicts.filter(({ told }) => !told)).map((message) => (
        <Trouble key={message}>{message}</Trouble>
      ))}
      <Told conflicts={conflicts} />
    </>
  );
}

/** What can be, and is only said. */
export function Told({ conflicts }: { conflicts: readonly Conflict[] }) {
  return messagesOf(conflicts.filter(({ told }) => told)).map((message) => (
    <Box key={message} role="note" sx={{ borderLeft: `6px solid ${cobalt}`, pl: 2, py: 0.5, my: 1.5 }}>
      {message}
    </Box>
  ));
}

export const messagesOf = (conflicts: readonly Conflict[]): string[] => [
  ...new Set(conflicts.map(({ problem }) => problem.message)),
];
