'use client';
/** Finds a name on the board, or leaves away all but the chosen row or column. */
import Button from '@mui/material/Button';
import InputBase from '@mui/material/InputBase';
import type { Pointed } from './pointed';

export function BoardTools({
  search,
  onSearch,
  only,
  onOnly,
  chosen,
}: {
  search: string;
  onSearch: (search: string) => void;
  /** The row or column that alone is shown; neither shows all. */
  only: Pointed;
  onOnly: (only: Pointed) => void;
  chosen: { control: string; target: string } | null;
}) {
  return (
    <>
      <InputBase
        value={search}
        onChange={(event) => onSearch(event.target.value)}
        placeholder="Find"
        inputProps={{ 'aria-label': 'Find on the board' }}
        sx={{
          border: 1,
          borderColor: 'hairline',
          borderRadius: 1,
          px: 1,
          fontSize: 12,
          height: 26,
          width: 110,
        }}
      />
      <Button
        disabled={!chosen && !only.control && !only.target}
        onClick={() => onOnly((only.control ?? only.target) ? {} : { control: chosen!.control })}
        sx={{ py: 0, minWidth: 0 }}
      >
        {(only.control ?? only.target) ? 'Show all again' : 'Only this control'}
      </Button>
      <Button
        disabled={!chosen || (only.control ?? only.target) !== undefined}
        onClick={() => onOnly({ target: chosen!.target })}
        sx={{ py: 0, minWidth: 0 }}
      >
        Only this column
      </Button>
    </>
  );
}
