'use client';
/** When data of a dataset is expected; late data is told wherever it is shown. */
import type { DatasetEdit, DatasetSummary } from '../../contract/datasets';
import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import ToggleButton from '@mui/material/ToggleButton';
import ToggleButtonGroup from '@mui/material/ToggleButtonGroup';
import Typography from '@mui/material/Typography';
import { lateSince, rhythmSchema, rhythmWords, type Rhythm } from '../../core/model/rhythm';
import { Section } from '../ui/Section';
import { TextSetting } from '../ui/fields';
import { isTimeZone } from '../ui/isTimeZone';
import { momentWords } from '../ui/moment';
import { useNow } from '../ui/useNow';

const WEEKDAYS = ['Mon', 'Tue', 'Wed', 'Thu', 'Fri', 'Sat', 'Sun'];

export function RhythmSection({
  dataset,
  onChange,
}: {
  dataset: Pick<DatasetSummary, 'rhythm' | 'timeZone' | 'loadedAt' | 'live'>;
  onChange: (edit: DatasetEdit) => void;
}) {
  const { rhythm, timeZone, loadedAt, live } = dataset;
  const now = useNow();
  // What is read as it is cannot be late.
  if (live) return null;
  const set = (part: Partial<Rhythm>) => rhythm && onChange({ rhythm: { ...rhythm, ...part } });
  const late = rhythm ? lateSince(rhythm, Date.parse(loadedAt), now) : null;
  return (
    <Section
      title="Expected"
      aside={
        rhythm ? (
          <Button onClick={() => onChange({ rhythm: null })}>Expect nothing</Button>
        ) : (
          <Button onClick={() => onChange({ rhythm: { weekdays: [1, 2, 3, 4, 5], by: '07:00', timeZone } })}>
            Say when data is expected
          </Button>
        )
      }
    >
      {!rhythm && (
        <Typography color="textSecondary">
          Nothing is expected. Where something is, late data is told on every dashboard that shows it.
        </Typography>
      )}
      {rhythm && (
        <>
          <Typography role="status" sx={late === null ? {} : { color: 'warning.main' }}>
            {rhythmWords(rhythm)}:{' '}
            {late === null
              ? 'nothing is late.'
              : `late since ${momentWords(new Date(late).toISOString())} here.`}
          </Typography>
          <Box sx={{ display: 'flex', flexWrap: 'wrap', gap: 2, alignItems: 'center', mt: 1 }}>
            <ToggleButtonGroup
              size="small"
              value={rhythm.weekdays}
              onChange={(_, weekdays: number[]) => weekdays.length > 0 && set({ weekdays })}
              aria-label="Days on which it is expected"
            >
              {WEEKDAYS.map((name, i) => (
                <ToggleButton key={name} value={i + 1}>
                  {name}
                </ToggleButton>
              ))}
            </ToggleButtonGroup>
            <Box sx={{ width: 120 }}>
              <TextSetting
                label="By"
                value={rhythm.by}
                check={(text) => (rhythmSchema.shape.by.safeParse(text.trim()).success ? null : 'As 07:00.')}
                onChange={(by) => set({ by: by.trim() })}
              />
            </Box>
            <Box sx={{ width: 200 }}>
              <TextSetting
                label="Time zone"
                value={rhythm.timeZone}
                check={(text) => (isTimeZone(text.trim()) ? null : 'No such time zone.')}
                onChange={(zone) => set({ timeZone: zone.trim() })}
              />
            </Box>
          </Box>
        </>
      )}
    </Section>
  );
}
