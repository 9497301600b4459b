'use client';
import Box from '@mui/material/Box';
import type { ReactNode } from 'react';

/** Fields side by side, sent by a button among them or by Enter. */
export function InlineForm({
  name,
  onSubmit,
  sx,
  children,
}: {
  /** For those who do not see it; where it is not said, what stands around it tells. */
  name?: string;
  onSubmit: () => Promise<unknown>;
  /** What differs from the common look. */
  sx?: Readonly<Record<string, string | number>>;
  children: ReactNode;
}) {
  return (
    <Box
      component="form"
      aria-label={name}
      onSubmit={(event) => {
        event.preventDefault();
        void onSubmit();
      }}
      sx={{ display: 'flex', flexWrap: 'wrap', gap: 1.5, alignItems: 'flex-start', ...sx }}
    >
      {children}
    </Box>
  );
}
