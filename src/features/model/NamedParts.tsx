'use client';
/** What the lists of named conditions and of named periods share. */
import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Link from '@mui/material/Link';
import Typography from '@mui/material/Typography';
import NextLink from 'next/link';
import type { ReactNode } from 'react';

interface Use {
  readonly id: number;
  readonly title: string;
  /** Places on the dashboard, in words. */
  readonly places?: readonly string[];
}

/** "used on Fleet care (Period), Weather". */
function UsedOn({ dashboards }: { dashboards: readonly Use[] }) {
  return (
    <Typography variant="body2" color="textSecondary" sx={{ width: 260, flex: 'none' }}>
      {dashboards.length === 0 ? 'used nowhere yet' : 'used on '}
      {dashboards.map(({ id, title, places }, i) => (
        <span key={id}>
          {i > 0 && ', '}
          <Link component={NextLink} href={`/dashboards/${id}`}>
            {title}
          </Link>
          {places && ` (${places.join(', ')})`}
        </span>
      ))}
    </Typography>
  );
}

/** One of the list: its name, what it stands for, where it is used. */
export function NamedRow({
  name,
  under,
  dashboards,
  onChange,
  children,
}: {
  name: string;
  under: string;
  dashboards: readonly Use[];
  onChange: () => void;
  children: ReactNode;
}) {
  return (
    <Box
      sx={{
        display: 'flex',
        gap: 2,
        alignItems: 'baseline',
        py: 0.75,
        borderTop: 1,
        borderColor: 'hairline',
      }}
    >
      <Box sx={{ width: 200, flex: 'none' }}>
        <Typography sx={{ fontWeight: 650 }}>{name}</Typography>
        <Typography variant="body2" color="textSecondary">
          {under}
        </Typography>
      </Box>
      {children}
      <UsedOn dashboards={dashboards} />
      <Button onClick={onChange} aria-label={`Change ${name}`}>
        Change
      </Button>
    </Box>
  );
}

/** What would be lost, and the button that does it all the same. */
export function AllTheSame({ asked, onRemove }: { asked: string | null; onRemove: () => void }) {
  if (asked === null) return null;
  return (
    <Box role="alert" sx={{ display: 'flex', gap: 1, alignItems: 'center', mb: 1 }}>
      <Typography color="warning">{asked}</Typography>
      <Button color="error" onClick={onRemove}>
        Delete it all the same
      </Button>
    </Box>
  );
}
