import { Box, Button, Typography } from '@mui/material';

/** What is shown when a view fails: what happened, what was kept, what to do. */
export function ErrorPage() {
  return (
    <Box sx={{ p: { xs: 3, md: 8 }, maxWidth: 720 }}>
      <Typography variant="h1" gutterBottom>
        This view broke
      </Typography>
      <Typography sx={{ mb: 3 }}>
        Everything you logged is kept. Go back to Today, or reload; if it breaks again, export the studio
        before anything else.
      </Typography>
      <Button variant="contained" href="/">
        Back to Today
      </Button>
    </Box>
  );
}
