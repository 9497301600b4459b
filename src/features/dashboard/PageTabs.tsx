'use client';
/** The pages of the open dashboard, by name; there where there are several. */
import Box from '@mui/material/Box';
import Tab from '@mui/material/Tab';
import Tabs from '@mui/material/Tabs';
import { useDocument } from '../workspace/workspace';
import { usePage } from '../workspace/page';

export function PageTabs() {
  const { page, pages, turnTo } = usePage(useDocument());
  if (pages.length < 2) return null;
  return (
    <Box component="nav" aria-label="Pages of the dashboard" sx={{ flex: 'none' }}>
      <Tabs
        value={page.id}
        onChange={(_, id: string) => void turnTo(id)}
        aria-label="Pages"
        variant="scrollable"
        scrollButtons="auto"
        sx={{
          px: 1,
          minHeight: { xs: 44, md: 30 },
          borderBottom: 1,
          borderColor: 'hairline',
          '& .MuiTabs-indicator': { bgcolor: 'text.primary' },
          '& .MuiTab-root': {
            minHeight: { xs: 44, md: 30 },
            minWidth: 0,
            py: 0,
            px: 1.5,
            textTransform: 'none',
            fontSize: 13,
            color: 'text.secondary',
            '&.Mui-selected': { color: 'text.primary', fontWeight: 650 },
          },
        }}
      >
        {pages.map(({ id, name }) => (
          <Tab key={id} value={id} label={name} disableRipple />
        ))}
      </Tabs>
    </Box>
  );
}
