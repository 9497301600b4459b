'use client';
/** A slicer as a list, a menu or buttons: choose values of a dimension; values without data are struck. */
import Button from '@mui/material/Button';
import Typography from '@mui/material/Typography';
import { useCallback, useMemo, useState } from 'react';
import type { Slicer } from '../../../core/dashboard/document/document';
import { canTurn, isTurned } from '../../../core/dashboard/reader/turned';
import type { SlicerAnswer } from '../../../core/dashboard/turn/controlAnswer';
import { quietStyle } from '../../../theme/roles';
import { useControlHeld, useHeld, useWorkspace } from '../../workspace/workspace';
import { HeldChanges } from '../PeriodParts';
import { OffSwitch } from '../OffSwitch';
import { SlicerButtons, SlicerMenu } from './SlicerFaces';
import { SlicerSearch } from './SlicerSearch';
import { SlicerList } from './SlicerList';
import { SlicerTree } from './SlicerTree';
import { BLANK as BLANK_NAME } from '../../../core/model/blank';
import { numberWords } from '../../../core/locale';
import { ItemHead } from '../../ui/ItemHead';

/** Buttons beyond this number are not drawn, with a hint to search. */
const MOST_BUTTONS = 400;
/** Shorter lists need no search box. */
const SEARCH_FROM = 9;

/** As its reader has it: turned round, and with the reader's own kind of search. */
function useOwn(control: Slicer) {
  const turned = useHeld(({ state }) => isTurned(control, state));
  const [ownSearch, setOwnSearch] = useState<Slicer['search'] | null>(null);
  const slicer = useMemo(
    (): Slicer => ({
      ...control,
      exclude: control.exclude !== turned,
      search: ownSearch ?? control.search,
    }),
    [control, turned, ownSearch],
  );
  return [slicer, setOwnSearch] as const;
}

/** Choosing values: several at once, or one switched on or off. */
function useChoosing(slicer: Slicer) {
  const { held } = useWorkspace();
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
  return { choose, toggle };
}

export function SlicerControl({
  control,
  title,
  answer,
}: {
  control: Slicer;
  title: string;
  answer: SlicerAnswer;
}) {
  const { held } = useWorkspace();
  const [slicer, setOwnSearch] = useOwn(control);
  const [search, setSearch] = useState('');
  // The reader's own choice is ahead of the answer: quick clicks build on each other.
  const { value: choice } = useControlHeld(slicer);
  const chosen = new Set(choice);
  const wanted = search.trim().toLowerCase();
  const listed = answer.values.filter(
    (entry) =>
      isFound(entry.value ?? BLANK_NAME, wanted, slicer.search) &&
      (slicer.unavailable === 'struck' || entry.rows > 0 || chosen.has(entry.value)),
  );
  const { choose, toggle } = useChoosing(slicer);
  const chooseAll = () => {
    // All that a search found are those values; all without a search is everything, also what comes later.
    if (wanted !== '') choose(listed.filter((entry) => entry.rows > 0).map((entry) => entry.value));
    else if (slicer.required) held.switchOff(slicer.id, true);
    else choose([]);
  };
  const isLong =
    (slicer.face === 'list' && answer.values.length >= SEARCH_FROM) ||
    (answer.nodes?.length ?? 0) >= SEARCH_FROM;
  return (
    <div style={{ display: 'flex', flexDirection: 'column', height: '100%', minHeight: 0, gap: 4 }}>
      <ItemHead title={title}>
        {slicer.several && !answer.nodes && (
          <Button color="secondary" onClick={chooseAll} sx={SMALL}>
            All
          </Button>
        )}
        <Button color="secondary" onClick={() => choose([])} disabled={chosen.size === 0} sx={SMALL}>
          Clear
        </Button>
      </ItemHead>
      <StateLine slicer={slicer} title={title} answer={answer} chosen={chosen.size} />
      {isLong && (
        <SlicerSearch slicer={slicer} title={title} text={search} onText={setSearch} onKind={setOwnSearch} />
      )}
      <SlicerFace {...{ slicer, title, answer, listed, choice, search, choose, toggle }} />
      <HeldChanges id={slicer.id} />
    </div>
  );
}

const SMALL = { minWidth: 0, py: 0, px: 0.5 } as const;

/** What is chosen in a few words, and what turns or switches it off. */
function StateLine({
  slicer,
  title,
  answer,
  chosen,
}: {
  slicer: Slicer;
  title: string;
  answer: SlicerAnswer;
  /** How many values. */
  chosen: number;
}) {
  const { held } = useWorkspace();
  const { isOff } = useControlHeld(slicer);
  const withData = answer.values.filter((entry) => entry.rows > 0).length;
  const words = answer.nodes
    ? treeWords(slicer, chosen)
    : stateWords(slicer, chosen, withData, answer.values.length);
  return (
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
        {isOff ? 'off: every value' : words}
      </span>
      {canTurn(slicer) && (
        <Button
          color="secondary"
          aria-pressed={slicer.exclude}
          onClick={() => held.turn(slicer.id)}
          title="What is chosen is kept, or left out in the place of all others"
          sx={SMALL}
        >
          {slicer.exclude ? 'Leaves out' : 'Keeps'}
        </Button>
      )}
      {(chosen > 0 || isOff) && <OffSwitch id={slicer.id} title={title} />}
    </div>
  );
}

/** Its values, as the designer has them shown. */
function SlicerFace({
  slicer,
  title,
  answer,
  listed,
  choice,
  search,
  choose,
  toggle,
}: {
  slicer: Slicer;
  title: string;
  answer: SlicerAnswer;
  /** The values that a search leaves. */
  listed: SlicerAnswer['values'];
  choice: readonly (string | null)[];
  search: string;
  choose: (values: readonly (string | null)[]) => void;
  toggle: (value: string | null) => void;
}) {
  const chosen = new Set(choice);
  const wanted = search.trim().toLowerCase();
  if (answer.nodes)
    return <SlicerTree {...{ slicer, title, choice, wanted }} nodes={answer.nodes} onChoose={choose} />;
  if (slicer.face === 'menu')
    return <SlicerMenu {...{ slicer, title }} entries={listed} chosen={choice} onChoose={choose} />;
  if (slicer.face === 'buttons')
    return (
      <>
        <SlicerButtons
          {...{ slicer, title, chosen }}
          entries={listed.slice(0, MOST_BUTTONS)}
          exclude={slicer.exclude}
          onToggle={toggle}
        />
        {listed.length > MOST_BUTTONS && (
          <Typography variant="caption" color="textSecondary">
            {numberWords(listed.length - MOST_BUTTONS)} more: a list or a menu shows them all.
          </Typography>
        )}
      </>
    );
  return (
    <>
      <SlicerList {...{ slicer, title, chosen }} entries={listed} onToggle={toggle} />
      {listed.length === 0 && (
        <Typography variant="body2" color="textSecondary">
          {wanted === '' ? 'No values with data here.' : `Nothing contains “${search.trim()}”.`}
        </Typography>
      )}
    </>
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
    return slicer.required
      ? 'choose a value to see rows'
      : `every value, ${numberWords(withData)} of ${numberWords(all)} with data`;
  return slicer.exclude
    ? `all but ${numberWords(chosen)}, ${numberWords(withData)} with data`
    : `${numberWords(chosen)} chosen, ${numberWords(withData)} with data`;
}
