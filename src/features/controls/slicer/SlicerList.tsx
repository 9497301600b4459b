'use client';
/** The values of a slicer as a list: one stop of the Tab key, walked by arrows and by typing; only what is seen is drawn. */
import {
  memo,
  useCallback,
  useLayoutEffect,
  useRef,
  useState,
  type KeyboardEvent,
  type MouseEvent,
  type RefObject,
} from 'react';
import type { Slicer } from '../../../core/dashboard/document/document';
import type { SlicerAnswer } from '../../../core/dashboard/turn/controlAnswer';
import { BLANK } from '../../../core/model/blank';
import { role } from '../../../theme/roles';
import { useDrawnRows } from '../../ui/useDrawnRows';
import { numberWords } from '../../../core/locale';
import { useIsOneColumn } from '../../ui/screen';
import { isRowsKey, onRowsAsked, ROWS_WORDS } from './askRows';

/** Height of a row in pixels: for a pointer, and for a finger. */
const ROW = 24;
const TOUCHED_ROW = 44;
/** Letters typed within so many milliseconds belong to one word. */
const TYPING_MS = 800;

type Entries = SlicerAnswer['values'];
const nameOf = (value: string | null) => value ?? BLANK;

/** The row to which a key leads from the one that is stopped at; `page` rows are seen at once. */
const rowByKey = (key: string, { stop, page, last }: Record<'stop' | 'page' | 'last', number>) =>
  ({
    ArrowDown: stop + 1,
    ArrowUp: stop - 1,
    PageDown: stop + page,
    PageUp: stop - page,
    Home: 0,
    End: last,
  })[key];

/** Focuses a row that was gone to, once it is drawn. */
function useFocusedRow(list: RefObject<HTMLElement | null>): (row: number) => void {
  const sought = useRef<number | null>(null);
  useLayoutEffect(() => {
    if (sought.current === null) return;
    const row = list.current?.querySelector<HTMLElement>(`[data-row="${sought.current}"]`);
    if (!row) return;
    sought.current = null;
    row.focus({ preventScroll: true });
  });
  return (row) => {
    sought.current = row;
  };
}

/** The word that is being typed letter by letter, in small letters; null for a key that writes none. */
function useTypedWord(): (event: KeyboardEvent) => string | null {
  const typed = useRef({ text: '', at: 0 });
  return ({ key, ctrlKey, metaKey, altKey, timeStamp }) => {
    if (key.length !== 1 || key === ' ' || ctrlKey || metaKey || altKey) return null;
    const { text, at } = typed.current;
    typed.current = { text: (timeStamp - at < TYPING_MS ? text : '') + key.toLowerCase(), at: timeStamp };
    return typed.current.text;
  };
}

/** The next value that begins with a word, from where one is; the same letter again and again goes on to the next one. */
function placeOfWord(entries: Entries, word: string, at: number): number | undefined {
  const isRepeated = [...word].every((letter) => letter === word[0]);
  const beginning = isRepeated ? word[0]! : word;
  const from = isRepeated ? at + 1 : at;
  const order = entries.map((_, i) => (from + i) % entries.length);
  return order.find((i) => nameOf(entries[i]!.value).toLowerCase().startsWith(beginning));
}

interface ListProps {
  readonly slicer: Slicer;
  readonly title: string;
  readonly entries: Entries;
  readonly chosen: ReadonlySet<string | null>;
  readonly onToggle: (value: string | null) => void;
}

export function SlicerList({ slicer, title, entries, chosen, onToggle }: ListProps) {
  const row = useIsOneColumn() ? TOUCHED_ROW : ROW;
  const { ref, onScroll, first, last, page, show } = useDrawnRows(entries.length, row);
  const typedWord = useTypedWord();
  const [current, setCurrent] = useState(0);
  const focusRow = useFocusedRow(ref);
  // The same as long as the slicer is, so that rows that did not change are not drawn again.
  const onRows = useCallback(
    (event: MouseEvent, value: string | null) => onRowsAsked(slicer, title, [value])(event),
    [slicer, title],
  );
  const stop = Math.min(current, entries.length - 1);
  const go = (to: number) => {
    const next = Math.max(0, Math.min(entries.length - 1, to));
    focusRow(next);
    setCurrent(next);
    show(next);
  };
  const onKey = (event: KeyboardEvent) => {
    const to = rowByKey(event.key, { stop, page, last: entries.length - 1 });
    const entry = entries[stop];
    if (isRowsKey(event, slicer, title, entry && [entry.value])) return;
    if (to !== undefined) {
      event.preventDefault();
      event.stopPropagation();
      go(to);
      return;
    }
    const word = typedWord(event);
    if (word === null) return;
    event.preventDefault();
    event.stopPropagation();
    const found = placeOfWord(entries, word, stop);
    if (found !== undefined) go(found);
  };
  return (
    <div
      ref={ref}
      onScroll={onScroll}
      role="group"
      aria-label={`Values of ${title}`}
      onKeyDown={onKey}
      style={{ flex: 1, overflowY: 'auto', minHeight: 0 }}
    >
      <div style={{ height: entries.length * row, position: 'relative' }}>
        {entries.slice(first, last).map(({ value, rows: count }, i) => {
          const index = first + i;
          return (
            <SlicerRow
              key={value ?? '\0'}
              index={index}
              top={index * row}
              height={row}
              isStop={index === stop}
              value={value}
              rows={count}
              checked={chosen.has(value)}
              single={!slicer.several}
              counted={slicer.counts}
              exclude={slicer.exclude}
              onToggle={onToggle}
              onRows={onRows}
              onFocus={setCurrent}
            />
          );
        })}
      </div>
    </div>
  );
}

const SlicerRow = memo(function SlicerRow({
  index,
  top,
  height,
  isStop,
  value,
  rows,
  checked,
  single,
  counted,
  exclude,
  onToggle,
  onRows,
  onFocus,
}: {
  index: number;
  top: number;
  height: number;
  /** Whether the Tab key comes here. */
  isStop: boolean;
  value: string | null;
  rows: number;
  checked: boolean;
  single: boolean;
  counted: boolean;
  exclude: boolean;
  onToggle: (value: string | null) => void;
  /** Shows the rows that have the value. */
  onRows: (event: MouseEvent, value: string | null) => void;
  onFocus: (index: number) => void;
}) {
  const name = nameOf(value);
  const struck = rows === 0;
  return (
    <label
      title={`${name}. ${ROWS_WORDS}`}
      onContextMenu={(event) => onRows(event, value)}
      style={{
        display: 'flex',
        alignItems: 'center',
        gap: 8,
        height,
        position: 'absolute',
        top,
        left: 0,
        right: 0,
        cursor: 'pointer',
        color: struck ? role.quiet : role.ink,
      }}
    >
      <input
        type="checkbox"
        role={single ? 'radio' : 'checkbox'}
        aria-checked={checked}
        checked={checked}
        data-row={index}
        tabIndex={isStop ? 0 : -1}
        onFocus={() => onFocus(index)}
        onChange={() => onToggle(value)}
        aria-label={`${name}, ${struck ? 'no data' : `${numberWords(rows)} rows`}`}
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
      >
        {name}
      </span>
      {counted && <span style={{ color: role.quiet, fontSize: 12 }}>{struck ? '–' : numberWords(rows)}</span>}
    </label>
  );
});
