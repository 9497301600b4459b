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
  const rows = new Map(entries.map((entry) => [entry.value, entry.rows]));
  const nameOf = (value: string | null) => value ?? BLANK;
  const common = {
    size: 'small' as const,
    options: entries.map((entry) => entry.value),
    getOptionLabel: nameOf,
    getOptionKey: (value: string | null) => value ?? '\u0000',
    getOptionDisabled: (value: string | null) => rows.get(value) === 0 && !chosen.includes(value),
    onHighlightChange: (_: unknown, value: string | null | undefined) => setPointed(value),
    onKeyDown: (event: KeyboardEvent & { defaultMuiPrevented?: boolean }) => {
      // Else the value would be chosen as well.
      if (isRowsKey(event, slicer, title, pointed === undefined ? undefined : [pointed]))
        event.defaultMuiPrevented = true;
    },
    renderOption: (
      { key, ...option }: HTMLAttributes<HTMLLIElement> & { key: Key },
      value: string | null,
    ) => (
      <li
        key={key}
        {...option}
        title={`${nameOf(value)}. ${ROWS_WORDS}`}
        onContextMenu={onRowsAsked(slicer, title, [value])}
      >
        {nameOf(value)}
      </li>
    ),
    renderInput: (params: object) => <TextField {...params} label={`Values of ${title}`} />,
  };
  if (!slicer.several) {
    return (
      <Autocomplete
        {...common}
        value={chosen.length > 0 ? chosen[0]! : null}
        onChange={(_, value, reason) => onChoose(reason === 'clear' ? [] : [value])}
      />
    );
  }
  return (
    <Autocomplete
      {...common}
      multiple
      disableCloseOnSelect
      limitTags={2}
      value={[...chosen]}
      onChange={(_, values) => onChoose(values)}
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
              fontWeight: isChosen ? 650 : 450,
              font: 'inherit',
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
