'use client';
import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import InputBase from '@mui/material/InputBase';
import ToggleButton from '@mui/material/ToggleButton';
import ToggleButtonGroup from '@mui/material/ToggleButtonGroup';
import Typography from '@mui/material/Typography';
import dynamic from 'next/dynamic';
import { useEffect, useState } from 'react';
import { useStore } from 'zustand';
import { parseIsoDay } from '../../core/calendar/day';
import { canChooseAsOf } from '../../core/dashboard/reader/held';
import { dayWords } from '../../core/calendar/names';
import { unseenStyle } from '../../theme/roles';
import { HelpButton } from '../ui/HelpButton';
import { lazily } from '../ui/lazily';
import { useCanDesign, useIsOneColumn } from '../ui/screen';
import { PersonMenu } from '../ui/PersonMenu';
import { SkipLinks, type SkipTo } from '../ui/SkipLinks';
import { Wordmark } from '../ui/Wordmark';
import { isPageKey, isTyping } from '../ui/isTyping';
import { usePage } from '../workspace/page';
import { printAddress } from '../workspace/stateAddress';
import { MODES, type Mode } from '../workspace/mode';
import type { SaveState } from '../workspace/autosaver';
import { useDocument, useHeld, useWorkspace } from '../workspace/workspace';
import { DownloadButton } from './DownloadButton';
import { Freshness } from './Freshness';
import { ShareButton } from './ShareButton';

const AsOfPopover = lazily(() => import('./AsOfPopover'), 'AsOfPopover');
const CheckButton = dynamic(() => import('../wiring/CheckPanel').then((part) => part.CheckButton), {
  ssr: false,
});
const HistoryButton = dynamic(() => import('./History').then((part) => part.HistoryButton), { ssr: false });
const SelectionsButton = dynamic(
  () => import('./selections/SelectionsPanel').then((part) => part.SelectionsButton),
  { ssr: false },
);
const RehearsalButton = dynamic(() => import('../wiring/Rehearsal').then((part) => part.RehearsalButton), {
  ssr: false,
});

/** Beside the content: the first visual, past the controls before it, and the strip at the foot. */
const PAST_CONTROLS: readonly SkipTo[] = [
  { words: 'To the first visual', place: '[data-item=visual]' },
  { words: 'To the almanac strip', place: '[data-part=strip]' },
];

const NAMES: Record<Mode, string> = { arrange: 'Arrange', wire: 'Wire', read: 'Read' };

export function DashboardHeader({
  id,
  mode,
  setMode,
  saving,
  mayEdit,
}: {
  id: number;
  mode: Mode;
  setMode: (mode: Mode) => void;
  saving: SaveState;
  mayEdit: boolean;
}) {
  const { store } = useWorkspace();
  const document = useDocument();
  const canAsOf = useHeld(({ state }) => canChooseAsOf(document, state));
  const canDesign = useCanDesign() && mayEdit;
  return (
    <Box
      component="header"
      sx={{
        minHeight: 48,
        px: 2,
        display: 'flex',
        alignItems: 'center',
        flexWrap: { xs: 'wrap', md: 'nowrap' },
        columnGap: { xs: 0.75, md: mode === 'read' ? 2 : 1 },
        '& .MuiButton-root': { whiteSpace: 'nowrap', minWidth: 0, px: 1 },
        // Words of buttons are never cut; the day that stands for today may be.
        '& .MuiButton-root:not([title^="As of"])': { flexShrink: 0 },
        bgcolor: 'background.paper',
        borderBottom: 1,
        borderColor: 'hairline',
        flex: 'none',
      }}
    >
      <SkipLinks more={PAST_CONTROLS} />
      <Wordmark />
      <TitleField
        key={document.title}
        title={document.title}
        editable={mode !== 'read'}
        onChange={(title) => store.getState().change((old) => ({ ...old, title }))}
      />
      <Typography
        variant="body2"
        color={saving.kind === 'failed' ? 'error' : 'textSecondary'}
        role="status"
        noWrap
        // The freshness of many datasets gives way; the title of the dashboard does not.
        sx={
          mode === 'read'
            ? { flex: { xs: '1 1 40px', md: '1 1 120px' }, minWidth: 0 }
            : { flex: '0 1 auto', minWidth: 88 }
        }
        title={mode === 'read' ? undefined : savingWords(saving)}
      >
        {mode === 'read' ? <Freshness /> : savingWords(saving)}
      </Typography>
      {mode === 'read' && canAsOf && <AsOfButton />}
      {mode === 'read' && <SelectionsButton id={id} />}
      {mode === 'read' && <DownloadButton id={id} />}
      {mode !== 'read' && <Box sx={{ flex: 1 }} />}
      {mode !== 'read' && <DesignTools id={id} revision={saving.revision} />}
      {/* There is no room for the designer's modes on a small screen. */}
      {(canDesign || mode !== 'read') && <ModeSwitch mode={mode} setMode={setMode} />}
      <ShareButton id={id} mayEdit={mayEdit} />
      <PersonMenu />
      <HelpButton place={mode} />
    </Box>
  );
}

/** What a designer does with the whole dashboard. */
function DesignTools({ id, revision }: { id: number; revision: number }) {
  const { store } = useWorkspace();
  const undo = useStore(store.temporal, (state) => state.undo);
  const redo = useStore(store.temporal, (state) => state.redo);
  const canUndo = useStore(store.temporal, (state) => state.pastStates.length > 0);
  const canRedo = useStore(store.temporal, (state) => state.futureStates.length > 0);
  return (
    <>
      <CheckButton />
      <RehearsalButton />
      <Button onClick={() => undo()} disabled={!canUndo} title="Ctrl+Z">
        Undo
      </Button>
      <Button onClick={() => redo()} disabled={!canRedo} title="Ctrl+Shift+Z">
        Redo
      </Button>
      <HistoryButton id={id} saved={revision} />
      <Button component="a" href={`/api/dashboards/${id}?download`} download>
        Export design
      </Button>
    </>
  );
}

function ModeSwitch({ mode, setMode }: { mode: Mode; setMode: (mode: Mode) => void }) {
  return (
    <ToggleButtonGroup
      exclusive
      size="small"
      value={mode}
      onChange={(_, next: Mode | null) => next && setMode(next)}
      aria-label="Mode"
      sx={{
        '& .MuiToggleButton-root': {
          py: 0.25,
          px: 1.5,
          whiteSpace: 'nowrap',
          color: 'text.primary',
          '&.Mui-selected, &.Mui-selected:hover': { bgcolor: 'text.primary', color: 'background.paper' },
        },
      }}
    >
      {MODES.map((entry, i) => (
        <ToggleButton key={entry} value={entry} title={`Key ${i + 1}`}>
          {`${i + 1} ${NAMES[entry]}`}
        </ToggleButton>
      ))}
    </ToggleButtonGroup>
  );
}

function TitleField({
  title,
  editable,
  onChange,
}: {
  title: string;
  editable: boolean;
  onChange: (title: string) => void;
}) {
  const [text, setText] = useState(title);
  if (!editable) {
    return (
      <Typography variant="h2" component="h1" noWrap title={title} sx={{ flex: '0 0.2 auto' }}>
        {title}
      </Typography>
    );
  }
  const done = () => {
    const trimmed = text.trim();
    if (trimmed === '') setText(title);
    else if (trimmed !== title) onChange(trimmed.slice(0, 200));
  };
  return (
    <>
      <Typography component="h1" style={unseenStyle}>
        {title}
      </Typography>
      <InputBase
        value={text}
        onChange={(event) => setText(event.target.value)}
        onBlur={done}
        onKeyDown={(event) => event.key === 'Enter' && (event.target as HTMLElement).blur()}
        inputProps={{ 'aria-label': 'Title of the dashboard' }}
        sx={{
          fontSize: 15,
          fontWeight: 650,
          width: 200,
          borderBottom: '1px dashed',
          borderColor: 'hairline',
        }}
      />
    </>
  );
}

function savingWords(state: SaveState): string {
  switch (state.kind) {
    case 'saving':
      return 'Saving…';
    case 'saved':
      return `Saved · revision ${state.revision}`;
    case 'failed':
      return `Not saved: ${state.message}`;
    case 'conflict':
      return 'Not saved: a newer revision exists';
  }
}

const ONE_LINE = { overflow: 'hidden', textOverflow: 'ellipsis', whiteSpace: 'nowrap' } as const;

/** The day that stands for today, and a way to change it. */
function AsOfButton() {
  const { today } = useWorkspace();
  const chosen = useHeld(({ state }) => state.asOf);
  const [anchor, setAnchor] = useState<HTMLElement | null>(null);
  const asOf = chosen ? parseIsoDay(chosen) : undefined;
  const isOneColumn = useIsOneColumn();
  const words = `As of ${asOf === undefined ? `today, ${dayWords(today)}` : dayWords(asOf)}`;
  return (
    <>
      <Button
        onClick={(event) => setAnchor(event.currentTarget)}
        title={words}
        sx={{
          color: 'text.secondary',
          fontSize: 12,
          flex: '0 1 auto',
          minWidth: 48,
          justifyContent: 'start',
        }}
      >
        <span style={ONE_LINE}>{isOneColumn && asOf === undefined ? 'As of today' : words}</span>
      </Button>
      {anchor && <AsOfPopover anchor={anchor} onClose={() => setAnchor(null)} />}
    </>
  );
}

/** Keys that work anywhere on a dashboard, but not while typing. */
export function useDashboardKeys(id: number, mode: Mode, setMode: (mode: Mode) => void) {
  const { store, held } = useWorkspace();
  const { page, pages, turnTo } = usePage(useDocument());
  useEffect(() => {
    const onKey = (event: KeyboardEvent) => {
      if ((event.ctrlKey || event.metaKey) && event.key.toLowerCase() === 'z' && !isTyping(event)) {
        event.preventDefault();
        // A reader takes back the own changes, and never touches the design.
        const changes = mode === 'read' ? held : store.temporal.getState();
        if (event.shiftKey) changes.redo();
        else changes.undo();
        return;
      }
      if ((event.ctrlKey || event.metaKey) && event.key.toLowerCase() === 'p') {
        // The page on the screen is not made for paper.
        event.preventDefault();
        window.open(printAddress(id, store.getState().document, held.api.getState().state, null), '_blank');
        return;
      }
      const turned = event.altKey ? { PageDown: 1, PageUp: -1 }[event.key] : undefined;
      if (turned !== undefined) {
        const there = pages[pages.findIndex((entry) => entry.id === page.id) + turned];
        event.preventDefault();
        if (there) void turnTo(there.id);
        return;
      }
      const next = MODES[Number(event.key) - 1];
      if (next && isPageKey(event)) setMode(next);
    };
    window.addEventListener('keydown', onKey);
    return () => window.removeEventListener('keydown', onKey);
  }, [id, mode, setMode, store, held, page, pages, turnTo]);
}
