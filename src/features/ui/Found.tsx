'use client';
import TextField from '@mui/material/TextField';
import Typography from '@mui/material/Typography';
import { useState, type ReactNode } from 'react';
import { plural } from '../../core/locale';
import { searchFor } from './searchFor';
import { ShowMore } from './ShowMore';

/** From so many on a list can be searched. */
const SEARCHED_FROM = 12;

interface FoundProps<T> {
  /** What one is called: “dataset”. */
  readonly thing: string;
  readonly items: readonly T[];
  /** The text of an item in which each typed word has to stand. */
  readonly textOf: (item: T) => string;
  /** Items that are shown before one asks for more. */
  readonly step: number;
  readonly children: (shown: readonly T[]) => ReactNode;
}

/** A list that may be long: a search above it where it is, as many of its items as are read at a time, and more. */
export function Found<T>({ thing, items, textOf, step, children }: FoundProps<T>) {
  const [search, setSearch] = useState('');
  const [most, setMost] = useState(step);
  const isFound = searchFor(search);
  const found = items.filter((item) => isFound(textOf(item)));
  return (
    <>
      {items.length >= SEARCHED_FROM && (
        <TextField
          label={`Find a ${thing}`}
          type="search"
          value={search}
          onChange={(event) => {
            setSearch(event.target.value);
            setMost(step);
          }}
          sx={{ width: 240, mb: 1.5 }}
        />
      )}
      {found.length === 0 ? (
        <Typography>
          None of the {plural(items.length, thing)} has “{search.trim()}” in it.
        </Typography>
      ) : (
        children(found.slice(0, most))
      )}
      <ShowMore below={found.length - most} onMore={() => setMost(most + step)} />
    </>
  );
}
