'use client';
/** What stands where an address leads nowhere. */
import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Typography from '@mui/material/Typography';
import { PageHeader } from './PageHeader';

export function NoSuchPage() {
  return (
    <>
      <PageHeader />
      <Box component="main" sx={{ maxWidth: 1000, mx: 'auto', p: 3 }}>
        <Typography variant="h1" gutterBottom>
          There is no page here
        </Typography>
        <Typography gutterBottom>
          The address may be mistyped, or what stood here may have been deleted; for 30 days it can be brought
          back from the bin.
        </Typography>
        <Button href="/" variant="contained">
          All dashboards
        </Button>
      </Box>
    </>
  );
}
