'use client';
/** Search, tags, favourites and order of the list of dashboards. */
import Box from '@mui/material/Box';
import Chip from '@mui/material/Chip';
import MenuItem from '@mui/material/MenuItem';
import TextField from '@mui/material/TextField';
import type { ListOrder, Wanted } from './listed';

const ORDERS: Record<ListOrder, string> = {
  opened: 'Opened last first',
  changed: 'Changed last first',
  name: 'By name',
};

export function ListTools({
  wanted,
  onWanted,
  tags,
  hasFavourites,
}: {
  wanted: Wanted;
  onWanted: (wanted: Wanted) => void;
  tags: readonly string[];
  hasFavourites: boolean;
}) {
  const { search, tag, onlyFavourites, order } = wanted;
  return (
    <Box sx={{ display: 'flex', flexWrap: 'wrap', alignItems: 'center', gap: 1, mb: 1.5 }}>
      <TextField
        label="Find a dashboard"
        type="search"
        value={search}
        onChange={(event) => onWanted({ ...wanted, search: event.target.value })}
        sx={{ width: 240 }}
      />
      <TextField
        select
        label="Order"
        value={order}
        onChange={(event) => onWanted({ ...wanted, order: event.target.value as ListOrder })}
        sx={{ width: 180 }}
      >
        {Object.entries(ORDERS).map(([value, words]) => (
          <MenuItem key={value} value={value}>
            {words}
          </MenuItem>
        ))}
      </TextField>
      {(hasFavourites || onlyFavourites) && (
        <Choice
          words="Favourites"
          isChosen={onlyFavourites}
          onChange={(chosen) => onWanted({ ...wanted, onlyFavourites: chosen })}
        />
      )}
      {tags.map((entry) => (
        <Choice
          key={entry}
          words={entry}
          isChosen={tag === entry}
          onChange={(chosen) => onWanted({ ...wanted, tag: chosen ? entry : null })}
        />
      ))}
    </Box>
  );
}

function Choice({
  words,
  isChosen,
  onChange,
}: {
  words: string;
  isChosen: boolean;
  onChange: (isChosen: boolean) => void;
}) {
  return (
    <Chip
      label={words}
      variant={isChosen ? 'filled' : 'outlined'}
      color={isChosen ? 'secondary' : 'default'}
      aria-pressed={isChosen}
      onClick={() => onChange(!isChosen)}
    />
  );
}
