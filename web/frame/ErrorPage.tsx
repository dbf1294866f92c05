import { isRouteErrorResponse, useRouteError } from 'react-router';
import { Box, Button, Typography } from '@mui/material';

/** What is shown when a view fails: what happened, what was kept, what to do. */
export function ErrorPage() {
  const error = useRouteError();
  const missing = isRouteErrorResponse(error) && error.status === 404;
  return (
    <Box sx={{ p: { xs: 3, md: 8 }, maxWidth: 720 }}>
      <Typography variant="h1" gutterBottom>
        {missing ? 'There is nothing here' : 'This view broke'}
      </Typography>
      <Typography sx={{ mb: 3 }}>
        {missing
          ? 'The address leads nowhere in the workshop.'
          : 'Everything you logged is kept. Go back to the Bench, or reload; if it breaks again, export the studio before anything else.'}
      </Typography>
      <Button variant="contained" href="/">
        Back to the Bench
      </Button>
    </Box>
  );
}
