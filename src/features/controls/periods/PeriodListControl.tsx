'use client';
/** The period list: the designer's phrases, each with its days now; the last entry may open start and end. */
import MenuItem from '@mui/material/MenuItem';
import Select from '@mui/material/Select';
import { useMemo, useState, type KeyboardEvent } from 'react';
import type { Day } from '../../../core/calendar/day';
import { clipRuns } from '../../../core/coverage/coverage';
import type { PeriodAnswer } from '../../../core/dashboard/turn/controlAnswer';
import type { PeriodList } from '../../../core/dashboard/document/document';
import { runsWords } from '../../../core/period/describe';
import { canonicalText } from '../../../core/period/canonical';
import type { Point } from '../../../core/period/phrase';
import { isSwitchedOn, switchedLike, type RollingSwitch } from '../../../core/period/rolling';
import { intervalText } from '../../../core/period/print';
import { resolveText } from '../../../core/period/resolve';
import { quietStyle, role } from '../../../theme/roles';
import { DayField } from '../../ui/DayField';
import { HeldChanges, NarrowHead, PeriodProblem } from '../PeriodParts';
import { EMPTY_WORDS } from '../../../core/period/resolvedWords';
import { usePeriod } from '../usePeriod';

interface Entry {
  readonly name: string;
  readonly phrase: string;
  readonly words: string;
  /** Why it cannot be chosen now; null when it can. */
  readonly reason: string | null;
}

function entriesOf(list: PeriodList, answer: PeriodAnswer): Entry[] {
  return list.entries.map(({ name, phrase }) => {
    const resolved = resolveText(phrase, answer.context);
    if (!resolved.ok) return { name, phrase, words: '', reason: resolved.error.message };
    if (resolved.empty) return { name, phrase, words: '', reason: EMPTY_WORDS[resolved.empty] };
    const words = runsWords(resolved.runs, answer.context.rule);
    const isEmpty = clipRuns(resolved.runs, answer.covered).empty && !list.allowUncovered;
    return { name, phrase, words, reason: isEmpty ? 'no data then' : null };
  });
}

/** The entry of a phrase: the very one, or the one that the reader's switches made it of. */
function entryOf(
  entries: readonly Entry[],
  list: PeriodList,
  text: string,
  anchor: Point,
): Entry | undefined {
  const now = canonicalText(text);
  const isNow = (phrase: string) => canonicalText(phrase) === now;
  return (
    entries.find(({ phrase }) => isNow(phrase)) ??
    entries.find(({ phrase }) => isNow(switchedLike(phrase, text, list.switches, anchor)))
  );
}

const CHOOSE = 'Choose dates';

export function PeriodListControl({ control, answer }: { control: PeriodList; answer: PeriodAnswer }) {
  const period = usePeriod(control, answer);
  const [isChoosing, setChoosing] = useState(false);
  const entries = useMemo(() => entriesOf(control, answer), [control, answer]);
  const { anchor } = answer.context;
  const chosen = isChoosing ? undefined : entryOf(entries, control, period.text, anchor);
  const opensDates = control.chooseDates && (isChoosing || (!chosen && !period.isEverything));
  const firstFree = entries.find((entry) => entry.reason === null);
  const take = (entry: Entry) => {
    setChoosing(false);
    // What the reader switched on the last entry holds for the next one.
    const isTurned = (which: RollingSwitch) =>
      isSwitchedOn(period.text, which, anchor) !== isSwitchedOn(chosen!.phrase, which, anchor);
    const turned = chosen ? control.switches.filter(isTurned) : [];
    period.set(switchedLike(entry.phrase, period.text, turned, anchor));
  };
  return (
    <div style={{ display: 'flex', flexDirection: 'column', height: '100%', gap: 4, minHeight: 0 }}>
      <NarrowHead period={period} />
      <PeriodProblem period={period} />
      {control.face === 'menu' ? (
        <Select
          size="small"
          value={opensDates ? CHOOSE : (chosen?.name ?? '')}
          displayEmpty
          renderValue={(name) => name || 'every day'}
          inputProps={{ 'aria-label': `${period.title}, which` }}
          onChange={(event) => {
            const entry = entries.find((candidate) => candidate.name === event.target.value);
            if (entry) take(entry);
            else setChoosing(true);
          }}
        >
          {entries.map((entry) => (
            <MenuItem key={entry.name} value={entry.name} disabled={entry.reason !== null}>
              {entry.name}
              <span style={{ ...quietStyle, marginLeft: 8 }}>{entry.reason ?? entry.words}</span>
            </MenuItem>
          ))}
          {control.chooseDates && <MenuItem value={CHOOSE}>{CHOOSE}</MenuItem>}
        </Select>
      ) : (
        <div
          role="radiogroup"
          onKeyDown={stepRadio}
          aria-label={`${period.title}, which`}
          style={{ overflowY: 'auto', minHeight: 0, flex: 1 }}
        >
          {entries.map((entry) => (
            <EntryButton
              key={entry.name}
              entry={entry}
              isFirst={chosen === undefined && !opensDates && entry === firstFree}
              isChosen={entry === chosen}
              onTake={() => take(entry)}
            />
          ))}
          {control.chooseDates && (
            <EntryButton
              entry={{ name: CHOOSE, phrase: '', words: '', reason: null }}
              isFirst={false}
              isChosen={opensDates}
              onTake={() => setChoosing(true)}
            />
          )}
        </div>
      )}
      {opensDates && (
        <DayFields
          first={period.asked[0]?.start}
          last={period.asked.at(-1)?.end}
          onDays={(start, end) => period.set(intervalText(start, end))}
        />
      )}
      <HeldChanges id={control.id} />
    </div>
  );
}

/** First and last day to be typed; where one of them is not there yet, the other stands for both. */
function DayFields({
  first,
  last,
  onDays,
}: {
  first: Day | undefined;
  last: Day | undefined;
  onDays: (first: Day, last: Day) => void;
}) {
  return (
    <div style={{ display: 'flex', gap: 6, paddingTop: 6, flex: 'none' }}>
      <DayField
        label="Start"
        day={first}
        refuse={(day) => (last !== undefined && day > last ? 'It lies after the end.' : null)}
        onDay={(day) => onDays(day, last ?? day)}
      />
      <DayField
        label="End"
        day={last}
        refuse={(day) => (first !== undefined && day < first ? 'It lies before the start.' : null)}
        onDay={(day) => onDays(first ?? day, day)}
      />
    </div>
  );
}

/** Arrow keys go to the next entry that can be chosen, and choose it, as radio buttons do. */
function stepRadio(event: KeyboardEvent<HTMLElement>) {
  const by = { ArrowDown: 1, ArrowRight: 1, ArrowUp: -1, ArrowLeft: -1 }[event.key];
  if (by === undefined) return;
  event.preventDefault();
  const radios = [...event.currentTarget.querySelectorAll<HTMLButtonElement>('[role=radio]:not(:disabled)')];
  const at = radios.indexOf(document.activeElement as HTMLButtonElement);
  const next = radios[(at + by + radios.length) % radios.length];
  next?.focus();
  next?.click();
}

function EntryButton({
  entry,
  isFirst,
  isChosen,
  onTake,
}: {
  entry: Entry;
  /** Whether the Tab key comes here while nothing is chosen. */
  isFirst: boolean;
  isChosen: boolean;
  onTake: () => void;
}) {
  const { name, words, reason } = entry;
  return (
    <button
      type="button"
      role="radio"
      aria-checked={isChosen}
      tabIndex={isChosen || isFirst ? 0 : -1}
      disabled={reason !== null}
      title={reason === null ? words : `${name}: ${reason}${words ? ` (${words})` : ''}`}
      onClick={onTake}
      style={{
        display: 'flex',
        alignItems: 'baseline',
        gap: 8,
        width: '100%',
        minHeight: 26,
        border: 0,
        borderLeft: `3px solid ${isChosen ? role.time : 'transparent'}`,
        background: isChosen ? role.timeTint : 'none',
        font: 'inherit',
        fontWeight: isChosen ? 650 : 450,
        color: reason === null ? role.ink : role.quiet,
        textDecoration: reason === null ? 'none' : 'line-through',
        textAlign: 'left',
        cursor: reason === null ? 'pointer' : 'not-allowed',
        padding: '2px 8px',
      }}
    >
      <span style={{ flex: 'none' }}>{name}</span>
      <span
        style={{
          ...quietStyle,
          flex: 1,
          textAlign: 'right',
          whiteSpace: 'nowrap',
          overflow: 'hidden',
          textOverflow: 'ellipsis',
        }}
      >
        {reason ?? words}
      </span>
    </button>
  );
}
