'use client';
/** A page for one who is not signed in: one thing to do, in the middle. */
import Box from '@mui/material/Box';
import Typography from '@mui/material/Typography';
import type { SubmitEvent, ReactNode } from 'react';
import { Wordmark } from '../ui/Wordmark';

export function Door({
  title,
  problem,
  onSubmit,
  children,
}: {
  title: string;
  /** What went wrong, said above the fields. */
  problem: string | null;
  onSubmit?: () => Promise<void>;
  children: ReactNode;
}) {
  const submit = (event: SubmitEvent) => {
    event.preventDefault();
    void onSubmit?.();
  };
  return (
    <Box component="main" sx={{ minHeight: '100vh', display: 'grid', placeItems: 'center', p: 2 }}>
      <Box
        component="form"
        aria-label={title}
        onSubmit={submit}
        sx={{
          width: 'min(400px, 100%)',
          display: 'flex',
          flexDirection: 'column',
          gap: 1.5,
          p: 3,
          bgcolor: 'background.paper',
          border: 1,
          borderColor: 'hairline',
          borderRadius: 1,
          // The focus is in a field before the page takes input, and its label would lie on the line.
          '& .MuiTextField-root': { mt: 0.5 },
        }}
      >
        <Wordmark />
        <Typography variant="h1">{title}</Typography>
        {problem !== null && (
          <Typography role="alert" color="error">
            {problem}
          </Typography>
        )}
        {children}
      </Box>
    </Box>
  );
}
