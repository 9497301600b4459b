import Box from '@mui/material/Box';
import Typography from '@mui/material/Typography';
import type { ReactNode } from 'react';

/** A titled part of a page. */
export function Section({
  title,
  aside,
  children,
}: {
  title: string;
  aside?: ReactNode;
  children: ReactNode;
}) {
  return (
    <Box
      component="section"
      aria-label={title}
      sx={{ bgcolor: 'background.paper', border: 1, borderColor: 'hairline', borderRadius: 1, p: 2, mb: 2 }}
    >
      <Box sx={{ display: 'flex', flexWrap: 'wrap', alignItems: 'center', columnGap: 1, mb: 1 }}>
        <Typography variant="h2" sx={{ flex: '1 1 auto' }}>
          {title}
        </Typography>
        {aside}
      </Box>
      {children}
    </Box>
  );
}
