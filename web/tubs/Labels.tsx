import { useState } from 'react';
import { Box, Button } from '@mui/material';
import type { Label, LabelsRequest } from '../../api/routes.ts';
import { download } from '../asking/download.ts';
import { lastPaper, papers, rememberPaper } from '../ui/paper.ts';
import { Trouble } from '../ui/parts.tsx';
import { wordsFor } from '../asking/server.ts';

/** Prints labels as a PDF sheet, on the paper this device used last. */
export function Labels({ name, labels, file }: { name: string; labels: Label[]; file: string }) {
  const [wrong, setWrong] = useState<string | null>(null);
  const [paper, setPaper] = useState(lastPaper);
  const print = async (on: LabelsRequest['paper']) => {
    rememberPaper(on);
    setPaper(on);
    setWrong(null);
    try {
      await download('/api/labels', { paper: on, labels } satisfies LabelsRequest, `${file}.pdf`);
    } catch (error) {
      setWrong(wordsFor(error));
    }
  };
  return (
    <Box sx={{ display: 'flex', gap: 1, alignItems: 'center', flexWrap: 'wrap' }}>
      <Box>{name}</Box>
      {papers.map((on) => (
        <Button
          key={on}
          variant="outlined"
          onClick={() => void print(on)}
          aria-label={`${name}, ${on}`}
          sx={{ fontWeight: on === paper ? 800 : 500 }}
        >
          {on}
        </Button>
      ))}
      {wrong && <Trouble>{wrong}</Trouble>}
    </Box>
  );
}
