'use client';
import Box from '@mui/material/Box';
import Link from 'next/link';
import { usePathname } from 'next/navigation';
import type { ReactNode } from 'react';
import { role } from '../../theme/roles';
import { isAtLeast } from '../../contract/people';
import { HelpButton } from './HelpButton';
import { useMe } from './me';
import { PersonMenu } from './PersonMenu';
import { SkipLinks } from './SkipLinks';
import { Wordmark } from './Wordmark';

const PLACES = [
  ['/', 'Dashboards', 'reader'],
  ['/datasets', 'Datasets', 'keeper'],
  ['/almanac', 'Almanac', 'keeper'],
  ['/model', 'Model', 'keeper'],
] as const;

/** The header of the pages outside a dashboard. */
export function PageHeader({ children }: { children?: ReactNode }) {
  const path = usePathname();
  const { role: own } = useMe();
  return (
    <Box
      component="header"
      sx={{
        minHeight: 48,
        px: 2,
        display: 'flex',
        alignItems: 'center',
        flexWrap: 'wrap',
        columnGap: { xs: 1.5, md: 3 },
        bgcolor: 'background.paper',
        borderBottom: 1,
        borderColor: 'hairline',
      }}
    >
      <SkipLinks />
      <Wordmark />
      <Box component="nav" aria-label="Places" sx={{ display: 'flex', gap: 2 }}>
        {PLACES.filter(([, , least]) => own !== null && isAtLeast(own, least)).map(([href, name]) => {
          const here = href === '/' ? path === '/' : path.startsWith(href);
          return (
            <Link
              key={href}
              href={href}
              aria-current={here ? 'page' : undefined}
              style={{
                color: here ? role.ink : role.quiet,
                fontWeight: here ? 650 : 450,
                textDecoration: 'none',
                borderBottom: `2px solid ${here ? role.time : 'transparent'}`,
                padding: '4px 0',
              }}
            >
              {name}
            </Link>
          );
        })}
      </Box>
      <Box sx={{ flex: 1 }} />
      {children}
      <PersonMenu />
      <HelpButton
        place={PLACES.find(([href]) => href !== '/' && path.startsWith(href))?.[1] ?? 'Dashboards'}
      />
    </Box>
  );
}
