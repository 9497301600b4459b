'use client';
/** What was deleted and can still be brought back. */
import { type BinEntry, binSchema } from '../../contract/bin';
import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Typography from '@mui/material/Typography';
import { useQuery, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { useNotice } from './Notice';
import { RemoveButton } from './RemoveButton';
import { requestAs, requestJson } from './request';
import { momentDayWords } from './moment';

export function BinSection({ kind }: { kind: BinEntry['kind'] }) {
  const client = useQueryClient();
  const notice = useNotice();
  const [isOpen, setOpen] = useState(false);
  const bin = useQuery({
    queryKey: ['bin'],
    queryFn: () => requestAs(binSchema, '/api/bin'),
    staleTime: 0,
  });
  const entries = (bin.data ?? []).filter((entry) => entry.kind === kind);
  const refresh = () =>
    Promise.all(
      ['bin', 'dashboards', 'datasets', 'model'].map((key) => client.invalidateQueries({ queryKey: [key] })),
    );
  const restore = async (entry: BinEntry) => {
    try {
      await requestJson(`/api/${kind}s/${entry.id}/restore`, { method: 'POST' });
    } catch (error) {
      notice({ text: error instanceof Error ? error.message : String(error) });
    }
    await refresh();
  };
  if (entries.length === 0) return null;
  return (
    <Box component="section" aria-label="Bin" sx={{ mt: 2 }}>
      <Button aria-expanded={isOpen} onClick={() => setOpen(!isOpen)}>
        {isOpen ? 'Close the bin' : `Bin: ${entries.length} deleted`}
      </Button>
      {isOpen &&
        entries.map((entry) => (
          <Box
            key={entry.id}
            sx={{
              display: 'flex',
              gap: 2,
              alignItems: 'baseline',
              py: 0.5,
              borderTop: 1,
              borderColor: 'hairline',
            }}
          >
            <Typography sx={{ flex: 1 }}>{entry.name}</Typography>
            <Typography variant="body2" color="textSecondary">
              deleted {momentDayWords(entry.deletedAt)}, kept until {momentDayWords(entry.goneAt)}
            </Typography>
            <Button onClick={() => void restore(entry)} aria-label={`Bring ${entry.name} back`}>
              Bring back
            </Button>
            <RemoveButton
              name={entry.name}
              label="Delete for good"
              done="is gone for good"
              warning="It cannot be brought back then."
              onRemove={async () => {
                await requestJson('/api/bin', { method: 'DELETE', body: { kind, id: entry.id } });
                await refresh();
              }}
            />
          </Box>
        ))}
    </Box>
  );
}
