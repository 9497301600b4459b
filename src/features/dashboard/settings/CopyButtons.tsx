'use client';
/** Duplicates items here, or copies them for another dashboard. */
import Button from '@mui/material/Button';
import { useItemCopies } from '../../workspace/useItemCopies';

export function CopyButtons({
  ids,
  onCopied,
}: {
  ids: readonly string[];
  onCopied: (ids: readonly string[]) => void;
}) {
  const { duplicate, copy } = useItemCopies();
  return (
    <div style={{ display: 'flex', gap: 8, marginTop: 16 }}>
      <Button variant="outlined" onClick={() => onCopied(duplicate(ids))} title="Ctrl+D">
        Duplicate
      </Button>
      <Button onClick={() => copy(ids)} title="Ctrl+C; Ctrl+V puts it into this or another dashboard">
        Copy
      </Button>
    </div>
  );
}
