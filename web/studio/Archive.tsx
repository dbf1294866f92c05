import { useState } from 'react';
import { useSWRConfig } from 'swr';
import { Box, Button } from '@mui/material';
import type { FileLacking, ImportAnswer } from '../../api/routes.ts';
import { FileButton } from '../ui/FileButton.tsx';
import { KeptFiles } from './KeptFiles.tsx';
import { Section, Trouble } from '../ui/parts.tsx';
import { stopImport, upload, wordsFor } from '../asking/server.ts';
import { to } from '../../api/answers.ts';
import { useAnswer } from '../asking/useAnswer.ts';

const tables = [
  { table: 'pieces', name: 'Pieces' },
  { table: 'log', name: 'The log' },
  { table: 'readings', name: 'Readings' },
];

const phases = { reading: 'Read', checking: 'Checked', keeping: 'Taken' };

const listed = (lacking: FileLacking[]): string => {
  const named = lacking.slice(0, 3).map(({ what }) => what);
  return lacking.length > 3 ? `${named.join(', ')} and ${lacking.length - 3} more` : named.join(', ');
};

/** What an import took, and what did not come. */
export function wordsOfTaken({
  acts,
  alreadyHere,
  settingsKept,
  passedOver: { count, first },
  lacking,
}: ImportAnswer): string {
  return [
    `Taken: ${acts} acts. ${alreadyHere} were here already.`,
    ...(settingsKept.length > 0 ? [`Kept as they are set here: ${settingsKept.join(', ')}.`] : []),
    ...(count > 0
      ? [`${count} ${count === 1 ? 'act' : 'acts'} could not be taken: ${first[0]?.message ?? ''}`]
      : []),
    ...(lacking.length > 0 ? [`Files that did not come: ${listed(lacking)}.`] : []),
  ].join(' ');
}

/** The whole record as one file, out and in. */
export function Archive() {
  const [message, setMessage] = useState<{ words: string; wrong: boolean } | null>(null);
  const { mutate } = useSWRConfig();
  const [busy, setBusy] = useState(false);
  const { data: progress } = useAnswer(busy ? to('/api/import') : null, {
    refreshInterval: 500,
  });

  const take = async (file: File) => {
    setBusy(true);
    try {
      const answer = await upload('/api/import', file, 'application/zip');
      setMessage({ words: wordsOfTaken(answer), wrong: false });
      void mutate(() => true);
    } catch (error) {
      setMessage({ words: wordsFor(error), wrong: true });
    }
    setBusy(false);
  };

  return (
    <Section title="Export and import">
      <Box sx={{ mb: 2 }}>
        The export holds every act, every reading and every raw file. An import adds what is not here yet, and
        says what could not come.
      </Box>
      <KeptFiles />
      <Box sx={{ display: 'flex', gap: 1.5, flexWrap: 'wrap' }}>
        <Button variant="outlined" href="/api/export" download>
          Export the studio
        </Button>
        <FileButton
          name="Import an export"
          accept=".zip"
          disabled={busy}
          onFile={(file) => void take(file)}
        />
      </Box>
      <Box sx={{ display: 'flex', gap: 1.5, flexWrap: 'wrap', alignItems: 'center', mt: 1 }}>
        <span>For a spreadsheet:</span>
        {tables.map(({ table, name }) => (
          <Button key={table} href={`/api/tables/${table}.csv`} download>
            {name} as CSV
          </Button>
        ))}
      </Box>
      {busy && progress && (
        <Box role="status" sx={{ mt: 1.5, display: 'flex', gap: 2, alignItems: 'center', flexWrap: 'wrap' }}>
          {phases[progress.phase]}: {progress.done}
          {progress.of === null ? '' : ` of ${progress.of}`} acts.
          <Button onClick={() => void stopImport().catch(() => undefined)}>Stop</Button>
        </Box>
      )}
      {message &&
        (message.wrong ? (
          <Trouble>{message.words}</Trouble>
        ) : (
          <Box role="status" sx={{ mt: 1.5 }}>
            {message.words}
          </Box>
        ))}
    </Section>
  );
}
