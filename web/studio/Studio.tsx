import { Typography } from '@mui/material';
import { useStudio } from '../asking/maker.ts';
import { Trouble } from '../ui/parts.tsx';
import { wordsFor } from '../asking/server.ts';
import { Archive } from './Archive.tsx';
import { Clays } from './Clays.tsx';
import { DaysAhead } from './DaysAhead.tsx';
import { Hours } from './Hours.tsx';
import { Learned } from './Learned.tsx';
import { Makers } from './Makers.tsx';
import { Rooms } from './Rooms.tsx';
import { Sensors } from './Sensors.tsx';

/** The studio: its hours, rooms and their air, clays, makers and units, and its record as a file. */
export function Studio() {
  const { data, error } = useStudio();
  if (!data)
    return error ? <Trouble>{wordsFor(error)}</Trouble> : <Typography>Fetching the studio …</Typography>;
  const { days: _days, ...week } = data.studio;
  return (
    <>
      <Typography variant="h1">Studio</Typography>
      <DaysAhead studio={data.studio} />
      <Hours key={JSON.stringify(week)} studio={week} />
      <Rooms rooms={data.rooms} zone={data.studio.zone} />
      <Sensors rooms={data.rooms} zone={data.studio.zone} />
      <Clays clays={data.clays} />
      <Learned />
      <Makers makers={data.makers} />
      <Archive />
    </>
  );
}
