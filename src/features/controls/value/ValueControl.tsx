'use client';
/** One value for the parameters of conditions: typed, or one of a list. */
import Button from '@mui/material/Button';
import { isoDay, parseIsoDay } from '../../../core/calendar/day';
import type { ControlOf } from '../../../core/dashboard/document/controls';
import type { ValueAnswer } from '../../../core/dashboard/turn/controlAnswer';
import { quietStyle, role } from '../../../theme/roles';
import { DayField } from '../../ui/DayField';
import { ChoiceSetting, TextSetting } from '../../ui/fields';
import { NumberField } from '../../ui/NumberField';
import { useControlHeld, useWorkspace } from '../../workspace/workspace';
import { HeldChanges } from '../PeriodParts';
import { plainDigits } from '../../../core/dashboard/reader/conditions';
import { ItemHead } from '../../ui/ItemHead';

type Value = ControlOf<'value'>;

export function ValueControl({
  control,
  title,
  answer,
}: {
  control: Value;
  title: string;
  answer: ValueAnswer;
}) {
  const { held: store } = useWorkspace();
  const { value: held } = useControlHeld(control);
  return (
    <div style={{ display: 'flex', flexDirection: 'column', height: '100%', minHeight: 0, gap: 2 }}>
      <ItemHead title={title}>
        <Button
          color="secondary"
          disabled={held === ''}
          onClick={() => store.clear(control.id)}
          sx={{ minWidth: 0, py: 0, px: 0.5 }}
        >
          Clear
        </Button>
      </ItemHead>
      <ValueField control={control} title={title} held={held} />
      {held === '' && (
        <span style={quietStyle}>
          {control.required
            ? 'Give it a value: until then no row is kept.'
            : 'Blank: its conditions are off.'}
        </span>
      )}
      {answer.problem !== null && (
        <span role="alert" style={{ fontSize: 12, color: role.error }}>
          “{held}” does not fit. {answer.problem}
        </span>
      )}
      <HeldChanges id={control.id} />
    </div>
  );
}

function ValueField({ control, title, held }: { control: Value; title: string; held: string }) {
  const { held: store } = useWorkspace();
  const hold = (text: string) => store.hold(control.id, text);
  const label = `${title}, value`;
  if (control.allowed.length > 0) {
    return (
      <ChoiceSetting
        label={label}
        value={held}
        options={[
          { value: '', label: 'Blank' },
          ...control.allowed.map((value) => ({ value, label: value })),
        ]}
        onChange={hold}
      />
    );
  }
  switch (control.type) {
    case 'date':
      return <DayField label={label} day={parseIsoDay(held)} onDay={(day) => hold(isoDay(day))} />;
    case 'number':
      return (
        <NumberField
          label={label}
          value={held === '' || Number.isNaN(Number(held)) ? null : Number(held)}
          hint={null}
          refuse={() => null}
          onChange={(value) => hold(value === null ? '' : plainDigits(value))}
        />
      );
    case 'text':
      return <TextSetting label={label} value={held} onChange={(text) => hold(text.slice(0, 500))} />;
  }
}
