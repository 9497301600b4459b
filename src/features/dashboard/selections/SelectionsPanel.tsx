'use client';
/** What a reader holds, kept under names: saved, opened, saved over, seen first; the designer ships some. */
import Button from '@mui/material/Button';
import FormControlLabel from '@mui/material/FormControlLabel';
import Radio from '@mui/material/Radio';
import RadioGroup from '@mui/material/RadioGroup';
import TextField from '@mui/material/TextField';
import Typography from '@mui/material/Typography';
import { useState } from 'react';
import { stateFromAddress } from '../../../core/dashboard/reader/address';
import { frozenState, partsOfState, selectionWords } from '../../../core/dashboard/turn/selections';
import { quietStyle, role } from '../../../theme/roles';
import { useNotice } from '../../ui/Notice';
import { orSentence } from '../../ui/request';
import { useCanDesign } from '../../ui/screen';
import { SidePanel } from '../../ui/SidePanel';
import { useAnswers, useDesign, useReaderState, useWorkspace } from '../../workspace/workspace';
import { firstSeen, forgetFirstSeen, keepFirstSeen } from './firstSeen';
import { useSelections, type ListedSelection } from './useSelections';

export function SelectionsButton({ id }: { id: number }) {
  const [isOpen, setOpen] = useState(false);
  return (
    <>
      <Button aria-expanded={isOpen} onClick={() => setOpen(!isOpen)}>
        Selections
      </Button>
      {isOpen && (
        <SidePanel name="Selections" title="Selections" width={400} onClose={() => setOpen(false)}>
          <Selections dashboard={id} />
        </SidePanel>
      )}
    </>
  );
}

function Selections({ dashboard }: { dashboard: number }) {
  const selections = useSelections(dashboard);
  const design = useDesign();
  const state = useReaderState();
  const [first, setFirst] = useState(() => firstSeen(dashboard)?.ref ?? null);
  const present = partsOfState(design, state);
  const see = (entry: ListedSelection | null) => {
    if (entry) keepFirstSeen(dashboard, entry.ref, entry.parts);
    else forgetFirstSeen(dashboard);
    setFirst(entry?.ref ?? null);
  };
  return (
    <>
      <NewSelection onSave={(name, parts) => selections.save(name, parts)} />
      {selections.error && <Typography role="alert">{selections.error.message}</Typography>}
      {!selections.isReading && selections.list.length === 0 && (
        <Typography color="textSecondary">
          None yet. Set the controls as you need them, then save them here under a name.
        </Typography>
      )}
      <ul aria-label="Selections" style={{ listStyle: 'none', margin: 0, padding: 0, overflow: 'auto' }}>
        {selections.list.map((entry) => (
          <Entry
            key={entry.ref}
            entry={entry}
            isPresent={JSON.stringify(entry.parts) === JSON.stringify(present)}
            isFirst={first === entry.ref}
            onFirst={(isFirst) => see(isFirst ? entry : null)}
            selections={selections}
          />
        ))}
      </ul>
    </>
  );
}

/** What is held now, to be saved under a name: rolling, or fixed to the days of now. */
function NewSelection({ onSave }: { onSave: ReturnType<typeof useSelections>['save'] }) {
  const design = useDesign();
  const state = useReaderState();
  const { today } = useWorkspace();
  const controls = useAnswers((answers) => answers.controls);
  const [name, setName] = useState('');
  const [isFrozen, setFrozen] = useState(false);
  const [problem, setProblem] = useState<string | null>(null);
  const held = isFrozen ? frozenState(design, state, controls, today) : state;
  const parts = partsOfState(design, held);
  const save = async () => {
    const trimmed = name.trim();
    if (trimmed === '') {
      setProblem('Give it a name.');
      return;
    }
    const refused = await orSentence(() => onSave(trimmed, parts));
    setProblem(refused);
    if (refused === null) setName('');
  };
  return (
    <form
      aria-label="Save what is held now"
      onSubmit={(event) => {
        event.preventDefault();
        void save();
      }}
      style={{ flex: 'none', borderBottom: `1px solid ${role.hairline}`, paddingBottom: 8, marginBottom: 8 }}
    >
      <TextField
        fullWidth
        label="Save what is held now as"
        value={name}
        error={problem !== null}
        helperText={problem ?? selectionWords(design, parts, controls)}
        onChange={(event) => {
          setName(event.target.value.slice(0, 100));
          setProblem(null);
        }}
        slotProps={{ inputLabel: { shrink: true } }}
      />
      <RadioGroup
        row
        aria-label="Days of the selection"
        value={isFrozen ? 'fixed' : 'rolling'}
        onChange={(event) => setFrozen(event.target.value === 'fixed')}
      >
        <FormControlLabel value="rolling" control={<Radio size="small" />} label="Days roll on" />
        <FormControlLabel value="fixed" control={<Radio size="small" />} label="These days for ever" />
      </RadioGroup>
      <Button type="submit" variant="outlined">
        Save
      </Button>
    </form>
  );
}

function Entry({
  entry,
  isPresent,
  isFirst,
  onFirst,
  selections,
}: {
  entry: ListedSelection;
  /** Whether it is what is held now. */
  isPresent: boolean;
  isFirst: boolean;
  onFirst: (isFirst: boolean) => void;
  selections: ReturnType<typeof useSelections>;
}) {
  const { held, store } = useWorkspace();
  const design = useDesign();
  const state = useReaderState();
  const controls = useAnswers((answers) => answers.controls);
  const notice = useNotice();
  const canDesign = useCanDesign();
  const tell = async (work: () => Promise<unknown>) => {
    const refused = await orSentence(work);
    if (refused !== null) notice({ text: refused });
  };
  const remove = () =>
    tell(async () => {
      const back = await selections.remove(entry);
      notice({ text: `“${entry.name}” is deleted.`, action: { label: 'Undo', run: back } });
    });
  const small = { minWidth: 0, px: 0.75, py: 0 } as const;
  return (
    <li style={{ borderBottom: `1px solid ${role.hairline}`, padding: '6px 0' }}>
      <EntryHead
        entry={entry}
        isPresent={isPresent}
        isFirst={isFirst}
        onOpen={() => held.replace(stateFromAddress(store.getState().document, entry.parts))}
      />
      <div style={quietStyle}>{selectionWords(design, entry.parts, controls)}</div>
      <Button
        sx={small}
        disabled={isPresent || (entry.kind === 'shipped' && !canDesign)}
        aria-label={`Save over ${entry.name}`}
        onClick={() => void tell(() => selections.saveOver(entry, partsOfState(design, state)))}
      >
        Save over
      </Button>
      <Button
        sx={small}
        aria-pressed={isFirst}
        aria-label={isFirst ? `Do not see ${entry.name} first` : `See ${entry.name} first`}
        onClick={() => onFirst(!isFirst)}
      >
        {isFirst ? 'Not first' : 'See first'}
      </Button>
      {canDesign && entry.kind === 'saved' && (
        <Button
          sx={small}
          disabled={!selections.canShip}
          aria-label={`Ship ${entry.name} with the dashboard`}
          onClick={() => void tell(() => selections.ship(entry))}
        >
          Ship
        </Button>
      )}
      {(canDesign || entry.kind === 'saved') && (
        <Button sx={small} color="error" aria-label={`Delete ${entry.name}`} onClick={() => void remove()}>
          Delete
        </Button>
      )}
    </li>
  );
}

/** The name of a selection, which opens it, and what is to be known of it. */
function EntryHead({
  entry,
  isPresent,
  isFirst,
  onOpen,
}: {
  entry: ListedSelection;
  isPresent: boolean;
  isFirst: boolean;
  onOpen: () => void;
}) {
  return (
    <div style={{ display: 'flex', alignItems: 'baseline', gap: 8 }}>
      <Button
        onClick={onOpen}
        aria-pressed={isPresent}
        title="Open it"
        sx={{ px: 0, py: 0, minWidth: 0, fontWeight: 650, color: isPresent ? 'text.primary' : 'time.main' }}
      >
        {entry.name}
      </Button>
      <span style={quietStyle}>
        {[
          isPresent ? 'held now' : '',
          entry.kind === 'shipped' ? 'with the dashboard' : '',
          isFirst ? 'seen first' : '',
        ]
          .filter((words) => words !== '')
          .join(' · ')}
      </span>
    </div>
  );
}
