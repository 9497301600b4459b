'use client';
/** What stands in the place of a page that cannot be drawn. */
import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Typography from '@mui/material/Typography';
import { PageHeader } from './PageHeader';

export function BrokenPage({ message, onAgain }: { message: string; onAgain: () => void }) {
  return (
    <>
      <PageHeader />
      <Box component="main" sx={{ p: 4 }}>
        <Typography role="alert" gutterBottom>
          This page could not be drawn: {message}
        </Typography>
        <Typography color="textSecondary" gutterBottom>
          What was saved is safe.
        </Typography>
        <Button variant="contained" onClick={onAgain} sx={{ mr: 1 }}>
          Try again
        </Button>
        <Button href="/">All dashboards</Button>
      </Box>
    </>
  );
}
