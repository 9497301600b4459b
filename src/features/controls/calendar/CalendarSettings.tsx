'use client';
/** The settings of a calendar. */
import Typography from '@mui/material/Typography';
import type { CalendarPicker } from '../../../core/dashboard/document/document';
import { CALENDAR_PICKS } from '../../../core/dashboard/document/kinds/calendar';
import { intersectRuns } from '../../../core/calendar/runs';
import { resolveText } from '../../../core/period/resolve';
import { useControlAnswer } from '../../workspace/workspace';
import { parsePhrase } from '../../../core/period/parse';
import { ChoiceSetting, TextSetting } from '../../ui/fields';
import { OptionalMeasure } from '../OptionalMeasure';
import type { Change } from '../view';

const PICK_NAMES: Record<CalendarPicker['picks'], string> = {
  day: 'One day',
  days: 'Several days',
  range: 'A range',
  from: 'From a day on',
  'up to': 'Up to a day',
};

export function CalendarSettings({
  control,
  change,
}: {
  control: CalendarPicker;
  change: Change<CalendarPicker>;
}) {
  const isOutside = useBeginsOutside(control);
  return (
    <>
      <ChoiceSetting
        label="Readers pick"
        value={control.picks}
        options={CALENDAR_PICKS.map((picks) => ({ value: picks, label: PICK_NAMES[picks] }))}
        onChange={(picks) => change({ picks: CALENDAR_PICKS.find((entry) => entry === picks) ?? 'range' })}
      />
      <TextSetting
        label="Only days of"
        value={control.within ?? ''}
        placeholder="every day"
        helper="A period phrase, such as last 15 days of data; empty for every day"
        check={(text) => problemOf(text)}
        onChange={(text) => change({ within: text.trim() === '' ? null : text.trim() })}
      />
      {isOutside && (
        <Typography variant="body2" color="warning" role="note">
          What readers begin with lies outside of these days.
        </Typography>
      )}
      <OptionalMeasure label="Tint days by" value={control.tint} onChange={(tint) => change({ tint })} />
    </>
  );
}

/** Whether the default has no day among those that a calendar is limited to. */
function useBeginsOutside(control: CalendarPicker): boolean {
  const answer = useControlAnswer(control.id);
  if (control.within === null || answer?.kind !== 'period') return false;
  const within = resolveText(control.within, answer.context);
  const begins = resolveText(control.default, answer.context);
  return within.ok && begins.ok && intersectRuns(within.runs, begins.runs).length === 0;
}

function problemOf(text: string): string | null {
  if (text.trim() === '') return null;
  const parsed = parsePhrase(text);
  return parsed.ok ? null : parsed.error.message;
}
