'use client';
import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import Typography from '@mui/material/Typography';
import { useState, type ReactNode } from 'react';
import { numberWords, plural } from '../../core/locale';

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
  const words = search.toLowerCase().split(/\s+/).filter(Boolean);
  const found = items.filter((item) => {
    const text = textOf(item).toLowerCase();
    return words.every((word) => text.includes(word));
  });
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
      {found.length > most && (
        <Button onClick={() => setMost(most + step)} sx={{ mt: 1 }}>
          Show more: {numberWords(found.length - most)} are below
        </Button>
      )}
    </>
  );
}
