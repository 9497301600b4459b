'use client';
import Button from '@mui/material/Button';
import { numberWords } from '../../core/locale';

/** Under a list that is shown in part: how many more there are, and the way to them. Nothing where that is all. */
export function ShowMore({ below, onMore }: { below: number; onMore: () => void }) {
  if (below <= 0) return null;
  return (
    <Button onClick={onMore} sx={{ mt: 1 }}>
      Show more: {numberWords(below)} are below
    </Button>
  );
}
