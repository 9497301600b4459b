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
  const hasSlider = !hasBins && least !== null && greatest !== null && least < greatest;
  const put = (low: number | null, high: number | null) => store.hold(control.id, { low, high });
  const isOpen = rangesOf(held).length === 0;
  const step = hasSlider ? stepAlong(least, greatest, answer.scale) : 1;
  // The track begins and ends on a step, so that both ends can be reached.
  const from = hasSlider ? onStep(least, step, Math.floor) : 0;
  const to = hasSlider ? onStep(greatest, step, Math.ceil) : 0;
  // Handles at the ends leave the range open, so that it stays whole when the data grows.
  const boundsOf = ([low = from, high = to]: readonly number[]): NumberBounds => ({
    low: low <= from ? null : onStep(low, step, Math.round),
    high: high >= to ? null : onStep(high, step, Math.round),
  });
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
      {hasSlider && (
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
            onChange={(_, value) => Array.isArray(value) && store.drag(control.id, boundsOf(value))}
            onChangeCommitted={(_, value) => Array.isArray(value) && store.hold(control.id, boundsOf(value))}
          />
        </div>
      )}
      {hasBins ? (
        <NumberBins control={control} title={title} answer={answer} held={held} />
      ) : (
        <div style={{ display: 'flex', gap: 8 }}>
          <NumberField
            label="From"
            value={held.low}
            hint={least}
            refuse={(low) =>
              held.high !== null && low !== null && low > held.high ? 'Above the other end.' : null
            }
            onChange={(low) => put(low, held.high)}
          />
          <NumberField
            label="To"
            value={held.high}
            hint={greatest}
            refuse={(high) =>
              held.low !== null && high !== null && high < held.low ? 'Below the other end.' : null
            }
            onChange={(high) => put(held.low, high)}
          />
        </div>
      )}
      <HeldChanges id={control.id} />
    </div>
  );
}
