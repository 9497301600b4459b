'use client';
/** The other faces of a slicer: a menu that opens, and buttons side by side. */
import Autocomplete from '@mui/material/Autocomplete';
import TextField from '@mui/material/TextField';
import { useState, type HTMLAttributes, type Key, type KeyboardEvent } from 'react';
import type { SlicerAnswer } from '../../../core/dashboard/turn/controlAnswer';
import { BLANK } from '../../../core/model/blank';
import type { Slicer } from '../../../core/dashboard/document/document';
import { role } from '../../../theme/roles';
import { numberWords } from '../../../core/locale';
import { isRowsKey, onRowsAsked, ROWS_WORDS } from './askRows';

type Entries = SlicerAnswer['values'];
type Entry = Entries[number];

export function SlicerMenu({
  slicer,
  title,
  entries,
  chosen,
  onChoose,
}: {
  slicer: Slicer;
  title: string;
  entries: Entries;
  chosen: readonly (string | null)[];
  onChoose: (values: readonly (string | null)[]) => void;
}) {
  /** The value that the keys stand on; undefined where they stand on none. */
  const [pointed, setPointed] = useState<string | null | undefined>(undefined);
  const nameOf = ({ value }: Entry) => value ?? BLANK;
  // What is chosen may be gone from the data. Blank is a value here, so a value is never an option by itself.
  const known = new Map(entries.map((entry) => [entry.value, entry]));
  const chosenEntries = chosen.map((value) => known.get(value) ?? { value, rows: 0 });
  const common = {
    size: 'small' as const,
    options: entries,
    getOptionLabel: nameOf,
    getOptionKey: ({ value }: Entry) => value ?? '\u0000',
    getOptionDisabled: ({ value, rows }: Entry) => rows === 0 && !chosen.includes(value),
    isOptionEqualToValue: (a: Entry, b: Entry) => a.value === b.value,
    onHighlightChange: (_: unknown, entry: Entry | null | undefined) => setPointed(entry?.value),
    onKeyDown: (event: KeyboardEvent & { defaultMuiPrevented?: boolean }) => {
      // Else the value would be chosen as well.
      if (isRowsKey(event, slicer, title, pointed === undefined ? undefined : [pointed]))
        event.defaultMuiPrevented = true;
    },
    renderOption: ({ key, ...option }: HTMLAttributes<HTMLLIElement> & { key: Key }, entry: Entry) => (
      <li
        key={key}
        {...option}
        title={`${nameOf(entry)}. ${ROWS_WORDS}`}
        onContextMenu={onRowsAsked(slicer, title, [entry.value])}
      >
        {nameOf(entry)}
      </li>
    ),
    renderInput: (params: object) => <TextField {...params} label={`Values of ${title}`} />,
  };
  if (!slicer.several) {
    return (
      <Autocomplete
        {...common}
        value={chosenEntries[0] ?? null}
        onChange={(_, entry) => onChoose(entry ? [entry.value] : [])}
      />
    );
  }
  return (
    <Autocomplete
      {...common}
      multiple
      disableCloseOnSelect
      limitTags={2}
      value={chosenEntries}
      onChange={(_, taken) => onChoose(taken.map(({ value }) => value))}
    />
  );
}

export function SlicerButtons({
  slicer,
  title,
  entries,
  chosen,
  exclude,
  onToggle,
}: {
  slicer: Slicer;
  title: string;
  entries: Entries;
  chosen: ReadonlySet<string | null>;
  exclude: boolean;
  onToggle: (value: string | null) => void;
}) {
  return (
    <div
      role="group"
      aria-label={`Values of ${title}`}
      style={{
        display: 'flex',
        flexWrap: 'wrap',
        gap: 6,
        overflowY: 'auto',
        alignContent: 'flex-start',
        flex: 1,
        minHeight: 0,
      }}
    >
      {entries.map(({ value, rows }) => {
        const isChosen = chosen.has(value);
        const struck = rows === 0 || (exclude && isChosen);
        return (
          <button
            key={value ?? '\u0000'}
            type="button"
            aria-pressed={isChosen}
            aria-label={`${value ?? BLANK}, ${rows === 0 ? 'no data' : `${numberWords(rows)} rows`}`}
            title={`${value ?? BLANK}. ${ROWS_WORDS}`}
            onContextMenu={onRowsAsked(slicer, title, [value])}
            onKeyDown={(event) => isRowsKey(event, slicer, title, [value])}
            onClick={() => onToggle(value)}
            style={{
              border: `1px solid ${isChosen ? role.choice : role.hairline}`,
              background: isChosen ? role.choiceTint : role.surface,
              color: rows === 0 ? role.quiet : role.ink,
              font: 'inherit',
              fontWeight: isChosen ? 650 : 450,
              borderRadius: 3,
              padding: '4px 10px',
              textDecoration: struck ? 'line-through' : 'none',
              cursor: 'pointer',
            }}
          >
            {value ?? BLANK}
          </button>
        );
      })}
    </div>
  );
}
