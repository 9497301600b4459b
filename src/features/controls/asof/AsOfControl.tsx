'use client';
/** The as-of day: everything is read as it would have been on that day. */
import Button from '@mui/material/Button';
import { dayWords } from '../../../core/calendar/names';
import { isoDay } from '../../../core/calendar/day';
import type { AsOfAnswer } from '../../../core/dashboard/turn/controlAnswer';
import { itemTitleStyle, quietStyle } from '../../../theme/roles';
import { useWorkspace } from '../../workspace/workspace';
import { DayField } from '../../ui/DayField';

export function AsOfControl({ title, answer }: { title: string; answer: AsOfAnswer }) {
  const { held } = useWorkspace();
  return (
    <div style={{ display: 'flex', flexDirection: 'column', height: '100%', gap: 8, minHeight: 0 }}>
      <h2 style={itemTitleStyle}>{title}</h2>
      <div style={quietStyle}>
        {answer.asOf === null
          ? `today, ${dayWords(answer.today)}`
          : `${dayWords(answer.asOf)} stands in the place of today, ${dayWords(answer.today)}`}
      </div>
      <div style={{ display: 'flex', gap: 8, alignItems: 'flex-start' }}>
        <DayField
          label="As of"
          day={answer.asOf ?? answer.today}
          onDay={(day) => held.setAsOf(isoDay(day))}
        />
        <Button onClick={() => held.setAsOf(null)} disabled={answer.asOf === null}>
          Back to today
        </Button>
      </div>
    </div>
  );
}
