'use client';
/** A range of numbers: two handles where the least and greatest number are known, and two fields. */
import Button from '@mui/material/Button';
import Slider from '@mui/material/Slider';
import type { NumbersAnswer } from '../../../core/dashboard/turn/controlAnswer';
import type { NumberBounds } from '../../../core/model/numberBounds';
import type { NumberRange } from '../../../core/dashboard/document/document';
import { boundsWords, rangesOf } from '../../../core/model/bins';
import { stepAlong } from '../../../core/model/readNumber';
import { quietStyle } from '../../../theme/roles';
import { NumberField, numberText } from '../../ui/NumberField';
import { useControlHeld, useWorkspace } from '../../workspace/workspace';
import { OffSwitch } from '../OffSwitch';
import { NumberBins } from './NumberBins';
import { HeldChanges } from '../PeriodParts';
import { ItemHead } from '../../ui/ItemHead';

/** A value put on a step, without the noise of binary fractions. */
const onStep = (value: number, step: number, round: (value: number) => number) =>
  Number((round(value / step) * step).toPrecision(15));

function NumberSlider({
  title,
  least,
  greatest,
  step,
  held,
  onDrag,
  onHold,
}: {
  title: string;
  least: number;
  greatest: number;
  step: number;
  held: NumberBounds;
  onDrag: (bounds: NumberBounds) => void;
  onHold: (bounds: NumberBounds) => void;
}) {
  // The track begins and ends on a step, so that both ends can be reached.
  const from = onStep(least, step, Math.floor);
  const to = onStep(greatest, step, Math.ceil);
  // Handles at the ends leave the range open, so that it stays whole when the data grows.
  const boundsOf = ([low = from, high = to]: readonly number[]): NumberBounds => ({
    low: low <= from ? null : onStep(low, step, Math.round),
    high: high >= to ? null : onStep(high, step, Math.round),
  });
  return (
    <div style={{ padding: '0 10px' }}>
      <Slider
        size="small"
        color="secondary"
        min={from}
        max={to}
        step={step}
        value={[held.low ?? from, held.high ?? to]}
        getAriaLabel={(i) => `${i === 0 ? 'From' : 'To'}, ${title}`}
        getAriaValueText={(value) => numberText(value)}
        onChange={(_, value) => Array.isArray(value) && onDrag(boundsOf(value))}
        onChangeCommitted={(_, value) => Array.isArray(value) && onHold(boundsOf(value))}
      />
    </div>
  );
}

/** Both ends as fields; `least` and `greatest` are what an open end comes to. */
function BoundFields({
  held: { low, high },
  least,
  greatest,
  onPut,
}: {
  held: NumberBounds;
  least: number | null;
  greatest: number | null;
  onPut: (low: number | null, high: number | null) => void;
}) {
  return (
    <div style={{ display: 'flex', gap: 8 }}>
      <NumberField
        label="From"
        value={low}
        hint={least}
        refuse={(next) => (high !== null && next !== null && next > high ? 'Above the other end.' : null)}
        onChange={(next) => onPut(next, high)}
      />
      <NumberField
        label="To"
        value={high}
        hint={greatest}
        refuse={(next) => (low !== null && next !== null && next < low ? 'Below the other end.' : null)}
        onChange={(next) => onPut(low, next)}
      />
    </div>
  );
}

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
  const isTotals = 'measure' in control.of;
  const hasBins = control.face === 'bins' && !isTotals;
  const put = (low: number | null, high: number | null) => store.hold(control.id, { low, high });
  const isOpen = rangesOf(held).length === 0;
  return (
    <div style={{ display: 'flex', flexDirection: 'column', height: '100%', minHeight: 0, gap: 4 }}>
      <ItemHead title={title}>
        {(!isOpen || isOff) && <OffSwitch id={control.id} title={title} />}
        <Button
          color="secondary"
          disabled={isOpen}
          onClick={() => put(null, null)}
          sx={{ minWidth: 0, py: 0, px: 0.5 }}
        >
          Clear
        </Button>
      </ItemHead>
      <span style={{ ...quietStyle, fontSize: 11 }}>
        {held.also
          ? boundsWords(held)
          : isTotals
            ? 'totals of categories, both ends included'
            : 'each row, both ends included'}
      </span>
      {!hasBins && least !== null && greatest !== null && least < greatest && (
        <NumberSlider
          title={title}
          least={least}
          greatest={greatest}
          step={stepAlong(least, greatest, answer.scale)}
          held={held}
          onDrag={(bounds) => store.drag(control.id, bounds)}
          onHold={(bounds) => store.hold(control.id, bounds)}
        />
      )}
      {hasBins ? (
        <NumberBins control={control} title={title} answer={answer} held={held} />
      ) : (
        <BoundFields held={held} least={least} greatest={greatest} onPut={put} />
      )}
      <HeldChanges id={control.id} />
    </div>
  );
}
