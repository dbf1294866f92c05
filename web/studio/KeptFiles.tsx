import { Box } from '@mui/material';
import { Trouble } from '../ui/parts.tsx';
import { useStudio } from '../asking/maker.ts';
import { shortDate } from '../ui/times.ts';
import { to } from '../../api/answers.ts';
import { useAnswer } from '../asking/useAnswer.ts';

/** Files that the log names and that are missing or damaged: each by what it is. Nothing where all are sound. */
export function KeptFiles() {
  const { data } = useAnswer(to('/api/files'), { refreshInterval: 60_000 });
  const zone = useStudio().data?.studio.zone;
  if (!data || data.lacking.length === 0 || zone === undefined) return null;
  return (
    <Trouble>
      Some files of the record are not as they were kept. Take in an older export that has them, or take the
      photograph in again: the same file takes its place.
      <Box component="ul" sx={{ m: 0, mt: 1, pl: 3 }}>
        {data.lacking.map(({ file, harm, what, at }) => (
          <li key={file}>
            {what}, {shortDate(Date.parse(at), zone)}: {harm}
          </li>
        ))}
      </Box>
    </Trouble>
  );
}
