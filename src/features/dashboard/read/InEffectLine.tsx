'use client';
/** One sentence that says what the dashboard shows now; each part leads to its control or clears it. */
import { moreWords } from '../../../core/listed';
import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import { useIsOneColumn } from '../../ui/screen';
import { ControlsButton } from './OneColumn';
import { useStore } from 'zustand';
import Popover from '@mui/material/Popover';
import { useMemo, useState, type ReactNode } from 'react';
import { isTimeControl, type Control } from '../../../core/dashboard/document/document';
import type { Day } from '../../../core/calendar/day';
import { dayWords } from '../../../core/calendar/names';
import { isPickSource, pickDimensions } from '../../../core/dashboard/reader/pick';
import { titlesIn } from '../../../core/dashboard/document/title';
import type { RoleRef } from '../../../core/dashboard/document/kinds/asof';
import { dimensionsInWords } from '../../../core/model/dimension';
import { datasetOf, roleName } from '../../../core/model/model';
import { role } from '../../../theme/roles';
import { runsWords } from '../../../core/period/describe';
import { shownPick } from '../../visuals/shownPick';
import { actingAsOf, heldByReader, leftOutLater } from '../../../core/dashboard/reader/held';
import { ControlBody } from '../../controls/ControlBody';
import { isDefaultState, isEverythingHeld } from '../../workspace/heldStore';
import { meetings, saying, type Said } from '../../../core/dashboard/turn/said/inEffect';
import { useJump } from '../../workspace/page';
import {
  useAnswers,
  useDocument,
  useHeld,
  useParameters,
  useReaderState,
  useWorkspace,
} from '../../workspace/workspace';

/** One part of the sentence: its words open the control right here, or lead to the visual; × takes it back. */
function SaidPart({
  title,
  said,
  colour,
  control,
  onGo,
  onClear,
}: {
  title: string;
  said: Said;
  colour: string;
  /** What is opened on a click; a part without one leads to where it was said. */
  control?: Control;
  onGo: () => void;
  onClear: () => void;
}) {
  const [anchor, setAnchor] = useState<HTMLElement | null>(null);
  const plain = { font: 'inherit', background: 'none', border: 0, cursor: 'pointer' } as const;
  return (
    <span style={{ minWidth: 0 }}>
      {title}{' '}
      <button
        type="button"
        onClick={(event) => (control ? setAnchor(event.currentTarget) : onGo())}
        {...(control ? { 'aria-haspopup': 'dialog' as const, 'aria-expanded': anchor !== null } : {})}
        style={{
          ...plain,
          fontWeight: 650,
          color: 'inherit',
          textAlign: 'start',
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
      {control && anchor && (
        <ControlEditor
          control={control}
          title={title}
          anchor={anchor}
          onGo={onGo}
          onClose={() => setAnchor(null)}
        />
      )}
    </span>
  );
}

/** A control as it stands on the dashboard, opened under the line. */
function ControlEditor({
  control,
  title,
  anchor,
  onGo,
  onClose,
}: {
  control: Control;
  title: string;
  anchor: HTMLElement;
  onGo: () => void;
  onClose: () => void;
}) {
  const { held } = useWorkspace();
  const { layout } = useDocument();
  const place = layout.find((entry) => entry.item === control.id);
  const isDefault = useHeld(
    ({ state, pending }) => heldByReader(control, state) === undefined && pending[control.id] === undefined,
  );
  return (
    <Popover
      open
      anchorEl={anchor}
      onClose={onClose}
      anchorOrigin={{ vertical: 'bottom', horizontal: 'left' }}
      slotProps={{ paper: { role: 'dialog', 'aria-label': title } }}
    >
      <Box sx={{ p: 1.5, width: place && place.w > 12 ? 720 : 400, maxWidth: '94vw' }}>
        <Box sx={{ height: Math.max(120, Math.min(360, (place?.h ?? 6) * 30)) }}>
          <ControlBody control={control} />
        </Box>
        <Box sx={{ display: 'flex', gap: 1, pt: 1, borderTop: 1, borderColor: 'hairline' }}>
          <Button disabled={isDefault} onClick={() => held.restore(control.id)}>
            Back to its default
          </Button>
          <Button
            onClick={() => {
              onClose();
              onGo();
            }}
          >
            Show it on the dashboard
          </Button>
          <Box sx={{ flex: 1 }} />
          <Button onClick={onClose}>Close</Button>
        </Box>
      </Box>
    </Popover>
  );
}

/** Parts that are said at once: about three lines of them, so that the dashboard keeps its room. */
const MOST_SAID = 8;

/** The parts of the sentence; drawn again with every answer, so the rest of the line stands outside. */
function SaidParts() {
  const { model, held } = useWorkspace();
  const state = useReaderState();
  const design = useDocument();
  const parameters = useParameters();
  const answers = useAnswers((now) => now.controls);
  const titles = useMemo(() => titlesIn(design, model), [design, model]);
  const goTo = useJump(design);
  const parts = design.controls.flatMap((control): ReactNode[] => {
    const said = saying(control, answers[control.id], state, model, parameters);
    if (!said) return [];
    return [
      <SaidPart
        key={control.id}
        title={titles.get(control.id)!}
        said={said}
        control={control}
        colour={isTimeControl(control) ? role.time : role.choice}
        onGo={() => goTo(control.id)}
        onClear={() => held.clear(control.id)}
      />,
    ];
  });
  for (const { controls, runs } of meetings(design, answers))
    parts.push(
      <span key={`meeting ${controls.join(' ')}`} style={{ color: role.quiet }}>
        {dimensionsInWords(controls.map((id) => titles.get(id)!))} together: {runsWords(runs, model.rule)}
      </span>,
    );
  for (const visual of design.visuals.filter(isPickSource)) {
    const pick = state.picks?.[visual.id];
    if (!pick) continue;
    parts.push(
      <SaidPart
        key={visual.id}
        title={`chosen on ${titles.get(visual.id)!}`}
        said={{ words: shownPick(pick, model, pickDimensions(visual)), more: '' }}
        colour={role.choice}
        onGo={() => goTo(visual.id)}
        onClear={() => held.pick(visual.id, null)}
      />,
    );
  }
  const [isWhole, setWhole] = useState(false);
  if (parts.length > MOST_SAID)
    return (
      <>
        {isWhole ? parts : parts.slice(0, MOST_SAID)}
        <Button aria-expanded={isWhole} onClick={() => setWhole(!isWhole)} sx={{ py: 0 }}>
          {isWhole ? 'Say less' : moreWords(parts.length, MOST_SAID)}
        </Button>
      </>
    );
  if (parts.length > 0) return parts;
  const answered = design.controls.every((control) => answers[control.id] !== undefined);
  return <span>{answered ? 'everything there is' : '…'}</span>;
}

export function InEffectLine() {
  const { held } = useWorkspace();
  const document = useDocument();
  const state = useReaderState();
  const asOf = actingAsOf(document, state);
  const canUndo = useStore(held.history, ({ past }) => past.length > 0);
  const isOneColumn = useIsOneColumn();
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
          flexWrap: { xs: 'wrap', md: 'nowrap' },
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
          style={{
            flex: '1 1 260px',
            display: 'flex',
            flexWrap: 'wrap',
            columnGap: 6,
            minWidth: 0,
            maxHeight: '40vh',
            overflowY: 'auto',
          }}
        >
          <span>Showing</span>
          <SaidParts />
        </div>
        {isOneColumn && <ControlsButton document={document} />}
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
        <Button onClick={() => held.undo()} disabled={!canUndo} title="Ctrl+Z">
          Undo
        </Button>
        <Button onClick={() => held.clearAll()} disabled={isEverythingHeld(document, state)}>
          Clear all
        </Button>
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
