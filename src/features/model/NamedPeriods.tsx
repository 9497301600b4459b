'use client';
/** Named periods: phrases under a name, changed in one place for every dashboard that uses them. */
import { type NamedPeriodEdit, type UsedPeriod, usedPeriodsSchema } from '../../contract/modelling';
import { movedWindowsSchema } from '../../contract/almanac';
import Box from '@mui/material/Box';
import TextField from '@mui/material/TextField';
import Typography from '@mui/material/Typography';
import { keepPreviousData, useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { civilDayAt } from '../../core/calendar/civilDayAt';
import { pinnedTodayOf } from '../../core/dashboard/document/clock';
import { namedPeriodBasis } from '../../core/model/fingerprint';
import type { Model } from '../../core/model/model';
import type { PeriodContext } from '../../core/period/point';
import { resolvedWords } from '../../core/period/resolvedWords';
import { resolveText } from '../../core/period/resolve';
import { MovedWindows } from '../ui/MovedWindows';
import { PhraseField } from '../ui/PhraseField';
import { requestAs } from '../ui/request';
import { EditorButtons, NamedSection, type EditorProps } from './NamedSection';

/** What phrases are read against where no control stands around them: every day up to today counts as one with data. */
function contextOf(model: Model): PeriodContext {
  const today = pinnedTodayOf(model) ?? civilDayAt(Date.now(), 'UTC');
  const { first, last } = model.span;
  return {
    rule: model.rule,
    today,
    asOf: null,
    anchor: { base: { kind: 'today' }, steps: [] },
    data: first <= today ? [{ start: first, end: Math.min(today, last) }] : [],
  };
}

export function NamedPeriods({ model }: { model: Model }) {
  const context = contextOf(model);
  return (
    <NamedSection<NamedPeriodEdit, UsedPeriod>
      title="Named periods"
      about="Periods under a name, for lists, defaults and own periods on any dashboard. A change here changes them all. Dates here count from today; on a dashboard they count as its control does."
      address="/api/periods"
      listSchema={usedPeriodsSchema}
      version={model.periods}
      basisOf={namedPeriodBasis}
      under={({ phrase }) => resolvedWords(resolveText(phrase, context), context.rule)}
      textOf={({ phrase }) => phrase}
      fresh={{ name: '', phrase: 'last 3 full months' }}
      beginLabel="Name a period"
      editor={(props) => <PeriodEditor key={props.known} context={context} {...props} />}
    />
  );
}

function PeriodEditor({
  start,
  known,
  context,
  onSave,
  onCancel,
  onRemove,
}: EditorProps<NamedPeriodEdit> & { context: PeriodContext }) {
  const [edit, setEdit] = useState<NamedPeriodEdit>({ name: start.name, phrase: start.phrase });
  return (
    <Box sx={{ py: 1, borderTop: 1, borderColor: 'hairline' }}>
      <Box sx={{ display: 'flex', gap: 2, alignItems: 'flex-start' }}>
        <TextField
          label="Name of the period"
          value={edit.name}
          margin="dense"
          onChange={(event) => setEdit({ ...edit, name: event.target.value.slice(0, 100) })}
          sx={{ width: 260 }}
        />
        <Box sx={{ width: 420 }}>
          <PhraseField
            label="Phrase"
            value={edit.phrase}
            context={context}
            onCommit={(phrase) => setEdit({ ...edit, phrase })}
          />
        </Box>
      </Box>
      {known !== null && edit.phrase !== start.phrase && <Moves period={known} phrase={edit.phrase} />}
      <EditorButtons
        isReady={edit.name.trim() !== ''}
        onSave={() => onSave({ ...edit, name: edit.name.trim() })}
        onCancel={onCancel}
        onRemove={onRemove}
      />
    </Box>
  );
}

/** What the new phrase would move, before it is saved. */
function Moves({ period, phrase }: { period: string; phrase: string }) {
  const changes = useQuery({
    queryKey: ['named period changes', period, phrase],
    queryFn: () => requestAs(movedWindowsSchema, `/api/periods/${period}/changes`, { body: { phrase } }),
    placeholderData: keepPreviousData,
  });
  if (changes.error) return <Typography role="alert">{changes.error.message}</Typography>;
  if (!changes.data) return <Typography>Looking at the dashboards that use it…</Typography>;
  const count = changes.data.length;
  return (
    <section aria-label="What will change">
      <Typography gutterBottom>
        {count === 0
          ? 'No window of a dashboard will move.'
          : `${count} ${count === 1 ? 'window moves' : 'windows move'}:`}
      </Typography>
      {count > 0 && <MovedWindows label="Windows that will move" windows={changes.data} />}
    </section>
  );
}
