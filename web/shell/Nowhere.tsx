import { Link as RouterLink } from 'react-router';
import { Button } from '@mui/material';
import { Empty } from '../ui/parts.tsx';

/** An address that leads nowhere. */
export function Nowhere() {
  return (
    <>
      <Empty
        title="There is nothing here"
        action={
          <Button variant="contained" component={RouterLink} to="/">
            Back to Today
          </Button>
        }
      >
        This address leads nowhere in the workshop. Whatever you logged is kept.
      </Empty>
    </>
  );
}
