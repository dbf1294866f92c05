import { useState } from 'react';
import { useSWRConfig } from 'swr';
import { Box, Button, FormControlLabel, Link, Switch } from '@mui/material';
import type { FormatKind, FormatPreview } from '../../../api/formats.ts';
import { FileButton } from '../../ui/FileButton.tsx';
import { currentMaker } from '../../asking/maker.ts';
import { Trouble } from '../../ui/parts.tsx';
import { post, upload, wordsFor } from '../../asking/server.ts';

const BAD_SHOWN = 8;

/** Recipes or measurements out of the studio as open files, and in again after a look at what is in them. */
export function TakeFormat({ kind }: { kind: FormatKind }) {
  const { mutate } = useSWRConfig();
  const [chosen, setChosen] = useState<{ file: string; name: string; preview: FormatPreview } | null>(null);
  const [skipBad, setSkipBad] = useState(false);
  const [wrong, setWrong] = useState<string | null>(null);
  const [taken, setTaken] = useState<number | null>(null);

  const tryOut = async (work: () => Promise<void>) => {
    setWrong(null);
    setTaken(null);
    try {
      await work();
    } catch (error) {
      setWrong(wordsFor(error));
    }
  };
  const request = (file: string) => ({ file, kind, makerId: currentMaker(), skipBad });

  const choose = (file: File) =>
    tryOut(async () => {
      setChosen(null);
      const { file: sum } = await upload('/api/files', file);
      const preview = await post('/api/formats/preview', request(sum));
      setChosen({ file: sum, name: file.name, preview });
    });

  const take = () =>
    tryOut(async () => {
      const { entries } = await post('/api/formats/take', request(chosen!.file));
      setTaken(entries);
      setChosen(null);
      await mutate(() => true);
    });

  const preview = chosen?.preview;
  return (
    <Box sx={{ display: 'grid', gap: 1 }}>
      <Box sx={{ display: 'flex', gap: 2, alignItems: 'center', flexWrap: 'wrap' }}>
        <Box>{kind === 'recipes' ? 'Recipes' : 'Measurements'} as a file</Box>
        {(['csv', 'json'] as const).map((ending) => (
          <Link
            key={ending}
            href={`/api/formats/${kind}.${ending}`}
            sx={{ minHeight: 48, minWidth: 48, display: 'inline-flex', alignItems: 'center' }}
          >
            {ending.toUpperCase()}
          </Link>
        ))}
        <FileButton
          name={`Take ${kind} from a file`}
          accept=".csv,.json,text/csv,application/json"
          disabled={false}
          onFile={(file) => void choose(file)}
        />
      </Box>
      {wrong && <Trouble>{wrong}</Trouble>}
      {taken !== null && <Box role="status">Taken: {taken} entries.</Box>}
      {preview && (
        <Preview
          name={chosen.name}
          preview={preview}
          skipBad={skipBad}
          onSkipBad={setSkipBad}
          onTake={() => void take()}
        />
      )}
    </Box>
  );
}

/** What of a file can be taken, and what cannot. */
function Preview({
  name,
  preview,
  skipBad,
  onSkipBad,
  onTake,
}: {
  name: string;
  preview: FormatPreview;
  skipBad: boolean;
  onSkipBad: (skip: boolean) => void;
  onTake: () => void;
}) {
  return (
    <Box sx={{ display: 'grid', gap: 1 }}>
      <Box>
        <b>
          {name}: {preview.good} can be taken
        </b>
        {preview.sample.length > 0 && `, beginning with ${preview.sample.slice(0, 4).join('; ')}`}.
      </Box>
      {preview.badCount > 0 && (
        <>
          <Trouble>
            {preview.badCount} cannot be taken:
            <Box component="ul" sx={{ my: 0.5 }}>
              {preview.bad.slice(0, BAD_SHOWN).map(({ line, message }) => (
                <li key={`${line} ${message}`}>
                  line {line}: {message}
                </li>
              ))}
              {preview.badCount > BAD_SHOWN && <li>and {preview.badCount - BAD_SHOWN} more</li>}
            </Box>
          </Trouble>
          <FormControlLabel
            control={<Switch checked={skipBad} onChange={(_event, on) => onSkipBad(on)} />}
            label="Take the good ones without them"
          />
        </>
      )}
      <Button
        variant="contained"
        sx={{ justifySelf: 'start' }}
        disabled={preview.good === 0 || (preview.badCount > 0 && !skipBad)}
        onClick={onTake}
      >
        Take them
      </Button>
    </Box>
  );
}
