'use client';
/** One sentence that says what the dashboard shows now; each part leads to its control or clears it. */
import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import type { ReactNode } from 'react';
import { isTimeControl, type Control } from '../../../core/dashboard/document/document';
import type { Day } from '../../../core/calendar/day';
import { dayWords } from '../../../core/calendar/names';
import { isEveryDay } from '../../../core/calendar/runs';
import { isPickSource, pickDimensions } from '../../../core/dashboard/reader/pick';
import { titleOf } from '../../../core/dashboard/document/title';
import type { ControlAnswer, PeriodAnswer } from '../../../core/dashboard/turn/answer';
import type { RoleRef } from '../../../core/dashboard/document/kinds/asof';
import { dimensionsInWords } from '../../../core/model/dimension';
import { datasetOf, roleName, type Model } from '../../../core/model/model';
import { parsePhrase } from '../../../core/period/parse';
import { staysFixed } from '../../../core/period/phrase';
import type { ReaderState } from '../../../core/dashboard/reader/state';
import { role } from '../../../theme/roles';
import { runsWords } from '../../../core/period/describe';
import { EMPTY_WORDS } from '../../../core/period/resolvedWords';
import { shownPick } from '../../visuals/shownPick';
import { coverageWords } from '../../workspace/words';
import { actingAsOf, heldWords, isSwitchedOff, leftOutLater } from '../../../core/dashboard/reader/held';
import { isDefaultState } from '../../workspace/heldStore';
import { useAnswers, useDocument, useHeld, useReaderState, useWorkspace } from '../../workspace/workspace';

interface Said {
  readonly words: string;
  readonly more: string;
}

/** What a control says, in words; undefined when it asks for everything, or is not in effect. */
function saying(
  control: Control,
  answer: ControlAnswer | undefined,
  state: ReaderState,
  model: Model,
): Said | undefined {
  if (answer?.kind === 'hidden') return undefined;
  if (answer?.kind === 'period') return periodSaying(answer);
  const words = heldWords(control, state, model);
  return words === null ? undefined : { words, more: isSwitchedOff(state, control.id) ? '(off)' : '' };
}

function periodSaying(answer: PeriodAnswer): Said | undefined {
  const { rule } = answer.context;
  if (answer.empty) return { words: answer.text, more: `(no day: ${EMPTY_WORDS[answer.empty]})` };
  if (isEveryDay(answer.asked)) return undefined;
  if (answer.shown.length === 0) return { words: runsWords(answer.asked, rule), more: '(no data)' };
  const parsed = parsePhrase(answer.text);
  const isRolling = parsed.ok && !staysFixed(parsed.phrase);
  const words = `${isRolling ? `${answer.text}: ` : ''}${runsWords(answer.shown, rule)}`;
  return { words, more: `(${coverageWords(answer.shown, answer.daysWithData, answer.asked)})` };
}

/** Moves the focus to a control on the dashboard. */
function goTo(control: string) {
  const frame = document.getElementById(`item-${control}`);
  frame?.scrollIntoView({ block: 'nearest' });
  frame?.querySelector<HTMLElement>('[tabindex="0"], input, button')?.focus();
}

/** One part of the sentence: its words lead to where it was said, × takes it back. */
function SaidPart({
  title,
  said,
  colour,
  onGo,
  onClear,
}: {
  title: string;
  said: Said;
  colour: string;
  onGo: () => void;
  onClear: () => void;
}) {
  const plain = { font: 'inherit', background: 'none', border: 0, cursor: 'pointer' } as const;
  return (
    <span style={{ whiteSpace: 'nowrap' }}>
      {title}{' '}
      <button
        type="button"
        onClick={onGo}
        style={{
          ...plain,
          fontWeight: 650,
          color: 'inherit',
          borderBottom: `2px solid ${colour}`,
          padding: 0,
        }}
      >
        {said.words}
      </button>{' '}
      <span style={{ color: role.quiet }}>{said.more}</span>
      <button
        type="button"
        aria-label={`Clear ${title}`}
        onClick={onClear}
        style={{ ...plain, color: role.quiet, padding: '0 6px' }}
      >
        ×
      </button>
    </span>
  );
}

/** The parts of the sentence; drawn again with every answer, so the rest of the line stands outside. */
function SaidParts() {
  const { model, held } = useWorkspace();
  const state = useReaderState();
  const design = useDocument();
  const answers = useAnswers((now) => now.controls);
  const parts = design.controls.flatMap((control): ReactNode[] => {
    const said = saying(control, answers[control.id], state, model);
    if (!said) return [];
    return [
      <SaidPart
        key={control.id}
        title={titleOf(control, model)}
        said={said}
        colour={isTimeControl(control) ? role.time : role.choice}
        onGo={() => goTo(control.id)}
        onClear={() => held.clear(control.id)}
      />,
    ];
  });
  for (const visual of design.visuals.filter(isPickSource)) {
    const pick = state.picks?.[visual.id];
    if (!pick) continue;
    parts.push(
      <SaidPart
        key={visual.id}
        title={`chosen on ${titleOf(visual, model)}`}
        said={{ words: shownPick(pick, model, pickDimensions(visual)), more: '' }}
        colour={role.choice}
        onGo={() => goTo(visual.id)}
        onClear={() => held.pick(visual.id, null)}
      />,
    );
  }
  if (parts.length > 0) return parts;
  const answered = design.controls.every((control) => answers[control.id] !== undefined);
  return <span>{answered ? 'everything there is' : '…'}</span>;
}

export function InEffectLine() {
  const { held } = useWorkspace();
  const document = useDocument();
  const state = useReaderState();
  const asOf = actingAsOf(document, state);
  const waits = useHeld(({ pending }) => Object.keys(pending).length);
  return (
    <>
      <Box
        aria-label="In effect"
        component="section"
        sx={{
          minHeight: 36,
          px: 2,
          display: 'flex',
          alignItems: 'center',
          gap: 1,
          bgcolor: 'background.paper',
          borderBottom: 1,
          borderColor: 'hairline',
          flex: 'none',
          fontSize: 13,
        }}
      >
        <div
          aria-live="polite"
          style={{ flex: 1, display: 'flex', flexWrap: 'wrap', columnGap: 6, minWidth: 0 }}
        >
          <span>Showing</span>
          <SaidParts />
        </div>
        {waits > 0 && (
          <>
            <span style={{ color: role.warning, whiteSpace: 'nowrap' }}>
              {waits === 1 ? '1 change waits' : `${waits} changes wait`}
            </span>
            <Button onClick={() => held.discard()}>Discard all</Button>
            <Button variant="contained" onClick={() => held.apply()}>
              Apply all
            </Button>
          </>
        )}
        <Button onClick={() => held.reset()} disabled={isDefaultState(document, state)}>
          Reset to default
        </Button>
      </Box>
      {asOf !== null && <AsOfBanner asOf={asOf} later={leftOutLater(document, state)} />}
    </>
  );
}

/** Says loudly that another day stands in the place of today. */
function AsOfBanner({ asOf, later }: { asOf: Day; later: readonly RoleRef[] }) {
  const { held, model } = useWorkspace();
  const roles = later.map(
    ({ dataset, role }) => `${datasetOf(model, dataset)?.name ?? dataset} ${roleName(model, dataset, role)}`,
  );
  return (
    <Box
      role="alert"
      sx={{
        px: 2,
        py: 0.5,
        display: 'flex',
        alignItems: 'center',
        gap: 2,
        bgcolor: 'time.main',
        color: 'background.paper',
        flex: 'none',
      }}
    >
      <span>
        <strong>As of {dayWords(asOf)}.</strong> Rolling periods are read as they would have been on that day.
        {roles.length > 0 && ` Rows ${dimensionsInWords(roles)} later are left out.`}
      </span>
      <Button color="inherit" variant="outlined" onClick={() => held.setAsOf(null)} sx={{ py: 0 }}>
        Back to today
      </Button>
    </Box>
  );
}
