'use client';
/** Named periods: phrases under a name, changed in one place for every dashboard that uses them. */
import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import Typography from '@mui/material/Typography';
import { keepPreviousData, useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { civilDayAt, pinnedTodayOf } from '../../core/dashboard/document/clock';
import { namedPeriodBasis } from '../../core/model/fingerprint';
import type { Model, NamedPeriod } from '../../core/model/model';
import type { MovedWindow } from '../../core/model/ruleChanges';
import type { PeriodContext } from '../../core/period/point';
import { resolvedWords } from '../../core/period/resolvedWords';
import { resolveText } from '../../core/period/resolve';
import { phraseStyle } from '../../theme/roles';
import { MovedWindows } from '../ui/MovedWindows';
import { PhraseField } from '../ui/PhraseField';
import { requestJson } from '../ui/request';
import { Section } from '../ui/Section';
import { AllTheSame, NamedRow } from './NamedParts';
import { useModelEdit } from './useModelEdit';

interface UsedPeriod extends NamedPeriod {
  readonly dashboards: readonly {
    readonly id: number;
    readonly title: string;
    readonly places: readonly string[];
  }[];
}

type Edit = Omit<NamedPeriod, 'key'>;

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
  const [edited, setEdited] = useState<string | null>(null);
  const { problem, asked, run } = useModelEdit(() => setEdited(null));
  const context = contextOf(model);
  const found = useQuery({
    queryKey: ['named periods', model.periods],
    queryFn: () => requestJson<UsedPeriod[]>('/api/periods'),
  });
  const remove = (key: string, evenIfUsed: boolean) =>
    run(() => requestJson(`/api/periods/${key}${evenIfUsed ? '?used=yes' : ''}`, { method: 'DELETE' }));
  return (
    <Section title="Named periods">
      <Typography color="textSecondary" gutterBottom>
        Periods under a name, for lists, defaults and own periods on any dashboard. A change here changes them
        all. Dates here count from today; on a dashboard they count as its control does.
      </Typography>
      {problem && (
        <Typography role="alert" color="error" gutterBottom>
          {problem}
        </Typography>
      )}
      {found.error && <Typography role="alert">{found.error.message}</Typography>}
      {(found.data ?? []).map((period) =>
        edited === period.key ? (
          <Box key={period.key}>
            <PeriodEditor
              start={period}
              known={period.key}
              context={context}
              onSave={(edit) =>
                void run(() =>
                  requestJson(`/api/periods/${period.key}`, {
                    method: 'PUT',
                    body: edit,
                    basis: namedPeriodBasis(period),
                  }),
                )
              }
              onCancel={() => setEdited(null)}
              onRemove={() => void remove(period.key, false)}
            />
            <AllTheSame asked={asked} onRemove={() => void remove(period.key, true)} />
          </Box>
        ) : (
          <NamedRow
            key={period.key}
            name={period.name}
            under={resolvedWords(resolveText(period.phrase, context), context.rule)}
            dashboards={period.dashboards}
            onChange={() => setEdited(period.key)}
          >
            <Typography sx={{ ...phraseStyle, flex: 1, overflowWrap: 'anywhere' }}>
              {period.phrase}
            </Typography>
          </NamedRow>
        ),
      )}
      {edited === '' ? (
        <PeriodEditor
          start={{ name: '', phrase: 'last 3 full months' }}
          known={null}
          context={context}
          onSave={(edit) => void run(() => requestJson('/api/periods', { body: edit }))}
          onCancel={() => setEdited(null)}
        />
      ) : (
        <Button variant="outlined" onClick={() => setEdited('')} sx={{ mt: 1 }}>
          Name a period
        </Button>
      )}
    </Section>
  );
}

function PeriodEditor({
  start,
  known,
  context,
  onSave,
  onCancel,
  onRemove,
}: {
  start: Edit;
  /** The key of the one that is changed; null for a new one. */
  known: string | null;
  context: PeriodContext;
  onSave: (edit: Edit) => void;
  onCancel: () => void;
  onRemove?: () => void;
}) {
  const [edit, setEdit] = useState<Edit>({ name: start.name, phrase: start.phrase });
  const moves = known !== null && edit.phrase !== start.phrase;
  return (
    <Box sx={{ py: 1, borderTop: 1, borderColor: 'hairline' }}>
      <Box sx={{ display: 'flex', gap: 2, alignItems: 'flex-start' }}>
        <TextField
          label="Name"
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
      {moves && <Moves period={known} phrase={edit.phrase} />}
      <Box sx={{ display: 'flex', gap: 1, mt: 0.5 }}>
        <Button
          variant="contained"
          disabled={edit.name.trim() === ''}
          onClick={() => onSave({ ...edit, name: edit.name.trim() })}
        >
          Save
        </Button>
        <Button onClick={onCancel}>Cancel</Button>
        {onRemove && (
          <Button color="error" onClick={onRemove}>
            Delete
          </Button>
        )}
      </Box>
    </Box>
  );
}

/** What the new phrase would move, before it is saved. */
function Moves({ period, phrase }: { period: string; phrase: string }) {
  const changes = useQuery({
    queryKey: ['named period changes', period, phrase],
    queryFn: () => requestJson<MovedWindow[]>(`/api/periods/${period}/changes`, { body: { phrase } }),
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
