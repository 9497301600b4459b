'use client';
/** The calendar rule as fields. */
import Checkbox from '@mui/material/Checkbox';
import FormControlLabel from '@mui/material/FormControlLabel';
import Typography from '@mui/material/Typography';
import { MONTH_NAMES, WEEKDAY_NAMES } from '../../core/calendar/names';
import type { CalendarRule } from '../../core/calendar/rule';
import { ChoiceSetting, TextSetting } from '../ui/fields';

type Fiscal = CalendarRule['fiscal'];

const NAMED = [
  { value: 'start', label: 'the one it begins in' },
  { value: 'end', label: 'the one it ends in' },
];
const sideOf = (value: string) => (value === 'start' ? 'start' : 'end');

export function RuleFields({
  rule,
  onChange,
}: {
  rule: CalendarRule;
  onChange: (rule: CalendarRule) => void;
}) {
  const setFiscal = (part: Partial<Fiscal>) => onChange({ ...rule, fiscal: { ...rule.fiscal, ...part } });
  const toggleWeekend = (weekday: number) => {
    const weekend = rule.weekend.includes(weekday)
      ? rule.weekend.filter((day) => day !== weekday)
      : [...rule.weekend, weekday].sort((a, b) => a - b);
    onChange({ ...rule, weekend });
  };
  return (
    <>
      <ChoiceSetting
        label="Weeks begin on"
        value={String(rule.weekStart)}
        options={WEEKDAY_NAMES.map((name, i) => ({ value: String(i + 1), label: name }))}
        onChange={(value) => onChange({ ...rule, weekStart: Number(value) })}
      />
      <Typography variant="body2" color="textSecondary" sx={{ mt: 1 }}>
        Weekend
      </Typography>
      <div role="group" aria-label="Days of the weekend" style={{ display: 'flex' }}>
        {WEEKDAY_NAMES.map((name, i) => (
          <FormControlLabel
            key={name}
            label={name.slice(0, 2)}
            labelPlacement="top"
            sx={{ m: 0, '& .MuiFormControlLabel-label': { fontSize: 11 } }}
            control={
              <Checkbox
                size="small"
                checked={rule.weekend.includes(i + 1)}
                onChange={() => toggleWeekend(i + 1)}
                sx={{ p: 0.5 }}
                slotProps={{ input: { 'aria-label': `${name} is weekend` } }}
              />
            }
          />
        ))}
      </div>
      <ChoiceSetting
        label="Fiscal year begins with"
        value={String(rule.fiscal.yearStartMonth)}
        options={MONTH_NAMES.map((name, i) => ({ value: String(i + 1), label: `fiscal ${name}` }))}
        onChange={(value) => setFiscal({ yearStartMonth: Number(value) })}
      />
      <TextSetting
        label="Fiscal months begin on day"
        value={String(rule.fiscal.monthStartDay)}
        check={(text) =>
          /^\d{1,2}$/.test(text) && Number(text) >= 1 && Number(text) <= 28 ? null : 'A day from 1 to 28.'
        }
        onChange={(text) => setFiscal({ monthStartDay: Number(text) })}
      />
      <ChoiceSetting
        label="A fiscal month is called after"
        value={rule.fiscal.monthNamedFor}
        options={NAMED.map(({ value, label }) => ({ value, label: label.replace('one', 'month') }))}
        onChange={(value) => setFiscal({ monthNamedFor: sideOf(value) })}
      />
      <ChoiceSetting
        label="A fiscal year is called after"
        value={rule.fiscal.yearNamedFor}
        options={NAMED.map(({ value, label }) => ({ value, label: label.replace('one', 'year') }))}
        onChange={(value) => setFiscal({ yearNamedFor: sideOf(value) })}
      />
    </>
  );
}
