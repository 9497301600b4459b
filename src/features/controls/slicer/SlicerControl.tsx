'use client';
/** A slicer as a list, a menu or buttons: choose values of a dimension; values without data are struck. */
import Button from '@mui/material/Button';
import InputBase from '@mui/material/InputBase';
import Typography from '@mui/material/Typography';
import { memo, useCallback, useState } from 'react';
import type { Slicer } from '../../../core/dashboard/document/document';
import type { SlicerAnswer } from '../../../core/dashboard/turn/answer';
import { itemTitleStyle, quietStyle, role } from '../../../theme/roles';
import { useControlHeld, useWorkspace } from '../../workspace/workspace';
import { HeldChanges } from '../PeriodParts';
import { OffSwitch } from '../OffSwitch';
import { SlicerButtons, SlicerMenu } from './SlicerFaces';
import { SlicerTree } from './SlicerTree';
import { BLANK as BLANK_NAME } from '../../../core/model/blank';

/** Lists longer than this are cut, with a hint to search. */
const MOST_SHOWN = 400;
/** Shorter lists need no search box. */
const SEARCH_FROM = 9;

export function SlicerControl({
  control: slicer,
  title,
  answer,
}: {
  control: Slicer;
  title: string;
  answer: SlicerAnswer;
}) {
  const { held } = useWorkspace();
  const [search, setSearch] = useState('');
  // The reader's own choice is ahead of the answer: quick clicks build on each other.
  const { value: choice, isOff } = useControlHeld(slicer);
  const chosen = new Set(choice);
  const withData = answer.values.filter((entry) => entry.rows > 0);
  const wanted = search.trim().toLowerCase();
  const listed = answer.values.filter(
    (entry) =>
      isFound(entry.value ?? BLANK_NAME, wanted, slicer.search) &&
      (slicer.unavailable === 'struck' || entry.rows > 0 || chosen.has(entry.value)),
  );
  const shown = listed.slice(0, MOST_SHOWN);
  const choose = useCallback(
    (values: readonly (string | null)[]) => {
      // Who chooses something wants it to act.
      held.switchOff(slicer.id, false);
      held.hold(slicer.id, values);
    },
    [held, slicer.id],
  );
  const toggle = useCallback(
    (value: string | null) => {
      const now = held.shown(slicer);
      const without = now.filter((entry) => entry !== value);
      const added = slicer.several ? [...now, value] : [value];
      choose(without.length < now.length ? (slicer.several ? without : []) : added);
    },
    [choose, held, slicer],
  );
  const chooseAll = () => {
    // All that a search found are those values; all without a search is everything, also what comes later.
    if (wanted !== '') choose(listed.filter((entry) => entry.rows > 0).map((entry) => entry.value));
    else if (slicer.required) held.switchOff(slicer.id, true);
    else choose([]);
  };
  return (
    <div style={{ display: 'flex', flexDirection: 'column', height: '100%', minHeight: 0, gap: 4 }}>
      <div style={{ display: 'flex', alignItems: 'baseline', gap: 8 }}>
        <h2 style={{ ...itemTitleStyle, flex: 1 }}>{title}</h2>
        {slicer.several && !answer.nodes && (
          <Button color="secondary" onClick={chooseAll} sx={{ minWidth: 0, py: 0, px: 0.5 }}>
            All
          </Button>
        )}
        <Button
          color="secondary"
          onClick={() => choose([])}
          disabled={chosen.size === 0}
          sx={{ minWidth: 0, py: 0, px: 0.5 }}
        >
          Clear
        </Button>
      </div>
      <div style={{ display: 'flex', alignItems: 'center', gap: 4 }}>
        <span
          style={{
            ...quietStyle,
            flex: 1,
            fontSize: 11,
            whiteSpace: 'nowrap',
            overflow: 'hidden',
            textOverflow: 'ellipsis',
          }}
        >
          {isOff
            ? 'off: every value'
            : answer.nodes
              ? treeWords(slicer, chosen.size)
              : stateWords(slicer, chosen.size, withData.length, answer.values.length)}
        </span>
        {(chosen.size > 0 || isOff) && <OffSwitch id={slicer.id} title={title} />}
      </div>
      {((slicer.face === 'list' && answer.values.length >= SEARCH_FROM) ||
        (answer.nodes?.length ?? 0) >= SEARCH_FROM) && (
        <InputBase
          value={search}
          onChange={(event) => setSearch(event.target.value)}
          placeholder={slicer.search === 'contains' ? 'Search' : `Search: ${slicer.search}`}
          inputProps={{ 'aria-label': `Search ${title}` }}
          sx={{
            border: 1,
            borderColor: 'hairline',
            borderRadius: 1,
            px: 1,
            fontSize: 12,
            height: 26,
            flex: 'none',
          }}
        />
      )}
      {slicer.face === 'menu' && (
        <SlicerMenu slicer={slicer} title={title} entries={listed} chosen={choice} onChoose={choose} />
      )}
      {slicer.face === 'buttons' && (
        <SlicerButtons
          title={title}
          entries={shown}
          chosen={chosen}
          exclude={slicer.exclude}
          onToggle={toggle}
        />
      )}
      {answer.nodes && (
        <SlicerTree
          slicer={slicer}
          title={title}
          nodes={answer.nodes}
          choice={choice}
          wanted={wanted}
          onChoose={choose}
        />
      )}
      {!answer.nodes && (slicer.face === 'list' || slicer.face === 'tree') && (
        <div
          role="group"
          aria-label={`Values of ${title}`}
          style={{ flex: 1, overflowY: 'auto', minHeight: 0 }}
        >
          {shown.map((entry) => (
            <SlicerRow
              key={entry.value ?? '\0'}
              value={entry.value}
              rows={entry.rows}
              checked={chosen.has(entry.value)}
              single={!slicer.several}
              counted={slicer.counts}
              exclude={slicer.exclude}
              onToggle={toggle}
            />
          ))}
          {listed.length > shown.length && (
            <Typography variant="caption" color="textSecondary">
              {listed.length - shown.length} more: search to find them.
            </Typography>
          )}
          {listed.length === 0 && (
            <Typography variant="body2" color="textSecondary">
              {wanted === '' ? 'No values with data here.' : `Nothing contains “${search.trim()}”.`}
            </Typography>
          )}
        </div>
      )}
      <HeldChanges id={slicer.id} />
    </div>
  );
}

/** Whether a search finds a value. */
function isFound(name: string, wanted: string, how: Slicer['search']): boolean {
  const text = name.toLowerCase();
  if (how === 'begins with') return text.startsWith(wanted);
  return how === 'ends with' ? text.endsWith(wanted) : text.includes(wanted);
}

const treeWords = (slicer: Slicer, chosen: number) =>
  chosen === 0 ? 'every value' : `${slicer.exclude ? 'all but ' : ''}${chosen} chosen`;

/** What is chosen, in a few words. */
function stateWords(slicer: Slicer, chosen: number, withData: number, all: number): string {
  if (chosen === 0)
    return slicer.required ? 'choose a value to see rows' : `every value, ${withData} of ${all} with data`;
  return slicer.exclude
    ? `all but ${chosen}, ${withData} with data`
    : `${chosen} chosen, ${withData} with data`;
}

const SlicerRow = memo(function SlicerRow({
  value,
  rows,
  checked,
  single,
  counted,
  exclude,
  onToggle,
}: {
  value: string | null;
  rows: number;
  checked: boolean;
  single: boolean;
  counted: boolean;
  exclude: boolean;
  onToggle: (value: string | null) => void;
}) {
  const name = value ?? BLANK_NAME;
  const struck = rows === 0;
  return (
    <label
      style={{
        display: 'flex',
        alignItems: 'center',
        gap: 8,
        height: 24,
        cursor: 'pointer',
        color: struck ? role.quiet : role.ink,
      }}
    >
      <input
        type="checkbox"
        role={single ? 'radio' : 'checkbox'}
        aria-checked={checked}
        checked={checked}
        onChange={() => onToggle(value)}
        aria-label={`${name}, ${struck ? 'no data' : `${rows.toLocaleString('en')} rows`}`}
        style={{ accentColor: role.choice, width: 14, height: 14, margin: 0, flex: 'none' }}
      />
      <span
        style={{
          flex: 1,
          overflow: 'hidden',
          textOverflow: 'ellipsis',
          whiteSpace: 'nowrap',
          textDecoration: struck || (exclude && checked) ? 'line-through' : 'none',
        }}
        title={name}
      >
        {name}
      </span>
      {counted && (
        <span style={{ color: role.quiet, fontSize: 12 }}>{struck ? '–' : rows.toLocaleString('en')}</span>
      )}
    </label>
  );
});
