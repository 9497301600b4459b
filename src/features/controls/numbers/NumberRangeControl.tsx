'use client';
/** A range of numbers: two handles where the least and greatest number are known, and two fields. */
import Button from '@mui/material/Button';
import Slider from '@mui/material/Slider';
import TextField from '@mui/material/TextField';
import { useState } from 'react';
import type { NumbersAnswer } from '../../../core/dashboard/turn/answer';
import type { NumberBounds } from '../../../core/dashboard/document/kinds/numbers';
import type { NumberRange } from '../../../core/dashboard/document/document';
import { itemTitleStyle, quietStyle } from '../../../theme/roles';
import { useControlHeld, useWorkspace } from '../../workspace/workspace';
import { OffSwitch } from '../OffSwitch';
import { HeldChanges } from '../PeriodParts';

/** A typed number; null for nothing, undefined for anything else. */
function typedNumber(text: string): number | null | undefined {
  const plain = text.replace(/[\s,]/g, '');
  if (plain === '') return null;
  // Adding 0 makes 0 of a typed "-0".
  return /^-?\d{1,15}(\.\d{1,9})?$/.test(plain) ? Number(plain) + 0 : undefined;
}

const words = (value: number | null) =>
  value === null ? '' : value.toLocaleString('en', { maximumFractionDigits: 9 });

export function NumberRangeControl({
  control,
  title,
  answer,
}: {
  control: NumberRange;
  title: string;
  answer: NumbersAnswer;
}) {
  const { held: store } = useWorkspace();
  const { value: held, isOff } = useControlHeld(control);
  const { least, greatest } = answer;
  const hasSlider = least !== null && greatest !== null && least < greatest;
  const isTotals = 'measure' in control.of;
  const put = (low: number | null, high: number | null) => store.hold(control.id, { low, high });
  const span = hasSlider ? greatest - least : 1;
  // Handles at the ends leave the range open, so that it stays whole when the data grows.
  const bound = (value: number | undefined, end: number | null) =>
    value === undefined || value === end ? null : value;
  const boundsOf = ([low, high]: readonly number[]): NumberBounds => ({
    low: bound(low, least),
    high: bound(high, greatest),
  });
  const step = span > 200 ? 1 : span / 200;
  return (
    <div style={{ display: 'flex', flexDirection: 'column', height: '100%', minHeight: 0, gap: 4 }}>
      <div style={{ display: 'flex', alignItems: 'baseline', gap: 8 }}>
        <h2 style={{ ...itemTitleStyle, flex: 1 }}>{title}</h2>
        {(held.low !== null || held.high !== null || isOff) && <OffSwitch id={control.id} title={title} />}
        <Button
          color="secondary"
          disabled={held.low === null && held.high === null}
          onClick={() => put(null, null)}
          sx={{ minWidth: 0, py: 0, px: 0.5 }}
        >
          Clear
        </Button>
      </div>
      <span style={{ ...quietStyle, fontSize: 11 }}>
        {isTotals ? 'totals of categories, both ends included' : 'each row, both ends included'}
      </span>
      {hasSlider && (
        <div style={{ padding: '0 10px' }}>
          <Slider
            size="small"
            color="secondary"
            min={least}
            max={greatest}
            step={step}
            value={[held.low ?? least, held.high ?? greatest]}
            getAriaLabel={(i) => `${i === 0 ? 'From' : 'To'}, ${title}`}
            getAriaValueText={(value) => words(value)}
            onChange={(_, value) => Array.isArray(value) && store.drag(control.id, boundsOf(value))}
            onChangeCommitted={(_, value) => Array.isArray(value) && store.hold(control.id, boundsOf(value))}
          />
        </div>
      )}
      <div style={{ display: 'flex', gap: 8 }}>
        <BoundField
          label="From"
          value={held.low}
          hint={least}
          other={(low) =>
            held.high !== null && low !== null && low > held.high ? 'Above the other end.' : null
          }
          onChange={(low) => put(low, held.high)}
        />
        <BoundField
          label="To"
          value={held.high}
          hint={greatest}
          other={(high) =>
            held.low !== null && high !== null && high < held.low ? 'Below the other end.' : null
          }
          onChange={(high) => put(held.low, high)}
        />
      </div>
      <HeldChanges id={control.id} />
    </div>
  );
}

function BoundField({
  label,
  value,
  hint,
  other,
  onChange,
}: {
  label: string;
  value: number | null;
  hint: number | null;
  other: (value: number | null) => string | null;
  onChange: (value: number | null) => void;
}) {
  const [draft, setDraft] = useState<string | null>(null);
  const typed = draft === null ? value : typedNumber(draft);
  const problem = typed === undefined ? 'A number.' : draft === null ? null : other(typed);
  const done = () => {
    if (draft === null || problem !== null || typed === undefined) return;
    if (typed !== value) onChange(typed);
    setDraft(null);
  };
  return (
    <TextField
      fullWidth
      margin="dense"
      label={label}
      value={draft ?? words(value)}
      placeholder={words(hint)}
      error={problem !== null}
      helperText={problem}
      onChange={(event) => setDraft(event.target.value)}
      onBlur={done}
      onKeyDown={(event) => {
        if (event.key === 'Enter') done();
        if (event.key === 'Escape') setDraft(null);
      }}
      slotProps={{ inputLabel: { shrink: true }, htmlInput: { inputMode: 'decimal' } }}
    />
  );
}
