'use client';
/** What a control shows for its answer. */
import Typography from '@mui/material/Typography';
import type { Control } from '../../core/dashboard/document/document';
import { titleOf } from '../../core/dashboard/document/title';
import { useControlAnswer, useWorkspace } from '../workspace/workspace';
import { AsOfControl } from './asof/AsOfControl';
import { CalendarControl } from './calendar/CalendarControl';
import { ConditionsControl } from './condition/ConditionsControl';
import { DateTreeControl } from './tree/DateTreeControl';
import { LookBackControl } from './lookback/LookBackControl';
import { NumberRangeControl } from './numbers/NumberRangeControl';
import { PeriodListControl } from './periods/PeriodListControl';
import { PhraseBoxControl } from './phrase/PhraseBoxControl';
import { RangeSliderControl } from './range/RangeSliderControl';
import { SlicerControl } from './slicer/SlicerControl';
import { TimelineControl } from './timeline/TimelineControl';

export function ControlBody({ control }: { control: Control }) {
  const { model } = useWorkspace();
  const answer = useControlAnswer(control.id);
  const title = titleOf(control, model);
  if (answer?.kind === 'broken') return <Typography color="warning">{answer.message}</Typography>;
  if (answer?.kind === 'hidden')
    return (
      <Typography color="textSecondary">
        {title} · hidden now, and without effect: another control decides when it shows
      </Typography>
    );
  if (answer?.kind === 'slicer' && control.kind === 'slicer')
    return <SlicerControl slicer={control} title={title} answer={answer} />;
  if (answer?.kind === 'condition' && control.kind === 'condition')
    return <ConditionsControl control={control} title={title} answer={answer} />;
  if (answer?.kind === 'numbers' && control.kind === 'numbers')
    return <NumberRangeControl control={control} title={title} answer={answer} />;
  if (answer?.kind === 'asof') return <AsOfControl title={title} answer={answer} />;
  if (answer?.kind !== 'period') return <Typography color="textSecondary">{title} · reading…</Typography>;
  switch (control.kind) {
    case 'timeline':
      return <TimelineControl key={control.level} control={control} answer={answer} />;
    case 'range':
      return <RangeSliderControl control={control} answer={answer} />;
    case 'calendar':
      return <CalendarControl control={control} answer={answer} />;
    case 'periods':
      return <PeriodListControl control={control} answer={answer} />;
    case 'lookback':
      return <LookBackControl control={control} answer={answer} />;
    case 'phrase':
      return <PhraseBoxControl control={control} answer={answer} />;
    case 'tree':
      return <DateTreeControl control={control} answer={answer} />;
    default:
      return null;
  }
}
