'use client';
/** What stands across a crosstab: buckets of days, a list of periods with the changes between them, or nothing. */
import type { DayRuns } from '../../../core/calendar/runs';
import Button from '@mui/material/Button';
import Typography from '@mui/material/Typography';
import {
  MOST_COLUMNS,
  periodName,
  type PeriodColumn,
  type PeriodColumns,
} from '../../../core/dashboard/document/kinds/columns';
import type { Crosstab } from '../../../core/dashboard/document/visuals';
import { MOST_BASELINES } from '../../../core/dashboard/document/kinds/compare';
import { withPeriodLines } from '../../../core/dashboard/wiring/periodLines';
import { parsePhrase } from '../../../core/period/parse';
import { printPhrase } from '../../../core/period/print';
import { freeIdAmong } from '../../../core/model/ids';
import { BaselineField } from '../../ui/BaselineField';
import { ChoiceSetting, TextSetting } from '../../ui/fields';
import { useVisualAnswer, useWorkspace } from '../../workspace/workspace';
import { runsWords } from '../../../core/period/describe';

/** A list of periods as one begins with: the last full month beside the same a year earlier, and the change. */
const FIRST: PeriodColumns = {
  kind: 'periods',
  mode: 'alone',
  periods: [
    { id: 'p1', name: '', phrase: 'last month' },
    { id: 'p2', name: '', of: 'p1', baseline: 'same span 1 year earlier' },
  ],
  changes: [{ id: 'd1', of: 'p1', against: 'p2' }],
};

export function PeriodColumnSettings({
  visual,
  change,
}: {
  visual: Crosstab;
  change: (part: { columns: Crosstab['columns'] }) => void;
}) {
  const { store, model } = useWorkspace();
  const { columns } = visual;
  const lines = columns?.kind === 'periods' && withPeriodLines(store.getState().document, model, visual);
  return (
    <>
      <ChoiceSetting
        label="Across"
        value={columns?.kind ?? 'nothing'}
        options={[
          { value: 'grain', label: 'Buckets of days' },
          { value: 'periods', label: 'A list of periods' },
          { value: 'nothing', label: 'Nothing' },
        ]}
        onChange={(kind) =>
          change({ columns: kind === 'grain' ? { kind: 'grain' } : kind === 'periods' ? FIRST : null })
        }
      />
      {columns?.kind === 'periods' && (
        <>
          <ChoiceSetting
            label="Wired time controls"
            value={columns.mode}
            options={[
              { value: 'alone', label: 'Have no effect on the periods' },
              { value: 'narrow', label: 'Narrow the periods' },
            ]}
            onChange={(mode) =>
              change({ columns: { ...columns, mode: mode === 'narrow' ? 'narrow' : 'alone' } })
            }
          />
          <Periods id={visual.id} columns={columns} put={(next) => change({ columns: next })} />
          <Changes columns={columns} put={(next) => change({ columns: next })} />
          <Button
            disabled={!lines}
            onClick={() =>
              store.getState().change((old) => withPeriodLines(old, model, visual)?.document ?? old)
            }
          >
            Draw these periods as lines
          </Button>
          {lines && lines.left > 0 && (
            <Typography variant="body2" color="textSecondary">
              {lines.left} of {columns.periods.length} periods stay out: up to {MOST_BASELINES} lie over the
              first, none that is worked out from another one.
            </Typography>
          )}
        </>
      )}
    </>
  );
}

interface ListProps {
  readonly columns: PeriodColumns;
  readonly put: (columns: PeriodColumns) => void;
}

/** A list without a period, and without what is worked out from it. */
function without({ periods, changes, ...columns }: PeriodColumns, id: string): PeriodColumns {
  const gone = new Set([id]);
  for (let before = 0; before !== gone.size;) {
    before = gone.size;
    for (const period of periods) if ('of' in period && gone.has(period.of)) gone.add(period.id);
  }
  return {
    ...columns,
    periods: periods.filter((period) => !gone.has(period.id)),
    changes: changes.filter((entry) => !gone.has(entry.of) && !gone.has(entry.against)),
  };
}

const PHRASE = '';

function Periods({ id, columns, put }: ListProps & { id: string }) {
  const answer = useVisualAnswer(id);
  const { periods } = columns;
  const shown = answer?.kind === 'crosstab' ? answer.columns : undefined;
  return (
    <>
      {periods.map((period, i) => (
        <PeriodSettings
          key={period.id}
          number={i + 1}
          period={period}
          columns={columns}
          days={shown?.find((entry) => entry.id === period.id)?.window ?? []}
          put={put}
        />
      ))}
      <Button
        disabled={periods.length >= MOST_COLUMNS}
        onClick={() =>
          put({
            ...columns,
            periods: [...periods, { id: freeIdAmong(periods, 'p'), name: '', phrase: 'this month to date' }],
          })
        }
      >
        Add a period
      </Button>
    </>
  );
}

function phraseProblem(text: string): string | null {
  const parsed = parsePhrase(text);
  return parsed.ok ? null : parsed.error.message;
}

function PeriodSettings({
  number,
  period,
  columns,
  days,
  put,
}: ListProps & {
  number: number;
  period: PeriodColumn;
  /** Its days now. */
  days: DayRuns;
}) {
  const { model } = useWorkspace();
  const { periods } = columns;
  const others = periods.filter((entry) => entry !== period && !('of' in entry && entry.of === period.id));
  const set = (next: PeriodColumn) =>
    put({ ...columns, periods: periods.map((entry) => (entry.id === next.id ? next : entry)) });
  return (
    <section aria-label={`Period ${number}`}>
      <div style={{ display: 'flex', alignItems: 'center', gap: 4 }}>
        <TextSetting
          label={`Name of period ${number}`}
          value={period.name}
          placeholder={periodName(period)}
          onChange={(name) => set({ ...period, name: name.trim().slice(0, 100) })}
        />
        <Button
          aria-label={`Leave out ${periodName(period)}`}
          disabled={without(columns, period.id).periods.length === 0}
          onClick={() => put(without(columns, period.id))}
          sx={{ minWidth: 0 }}
        >
          ×
        </Button>
      </div>
      <ChoiceSetting
        label={`Period ${number} is`}
        value={'of' in period ? period.of : PHRASE}
        options={[
          { value: PHRASE, label: 'a period of its own' },
          ...others.map((entry) => ({
            value: entry.id,
            label: `worked out from ${periodName(entry)}`,
          })),
        ]}
        onChange={(of) => {
          const { id: own, name } = period;
          if (of === PHRASE) set({ id: own, name, phrase: 'last month' });
          else
            set({
              id: own,
              name,
              of,
              baseline: 'baseline' in period ? period.baseline : 'same span 1 year earlier',
            });
        }}
      />
      {'of' in period ? (
        <BaselineField
          label={`Baseline of period ${number}`}
          value={period.baseline}
          onCommit={(baseline) => set({ ...period, baseline })}
        />
      ) : (
        <TextSetting
          label={`Days of period ${number}`}
          value={period.phrase}
          check={phraseProblem}
          onChange={(text) => {
            const parsed = parsePhrase(text);
            if (parsed.ok) set({ ...period, phrase: printPhrase(parsed.phrase) });
          }}
        />
      )}
      <Typography variant="body2" color="textSecondary">
        {days.length > 0 ? `Now ${runsWords(days, model.rule)}` : 'No days now'}
      </Typography>
    </section>
  );
}

function Changes({ columns, put }: ListProps) {
  const { periods, changes } = columns;
  const options = periods.map((period) => ({ value: period.id, label: periodName(period) }));
  const set = (at: number, part: Partial<PeriodColumns['changes'][number]>) =>
    put({ ...columns, changes: changes.map((entry, i) => (i === at ? { ...entry, ...part } : entry)) });
  const [first, second] = periods;
  return (
    <>
      {changes.map((entry, i) => (
        <div key={entry.id} style={{ display: 'flex', alignItems: 'center', gap: 4 }}>
          <ChoiceSetting
            label={`Change ${i + 1} of`}
            value={entry.of}
            options={options}
            onChange={(of) => set(i, { of })}
          />
          <ChoiceSetting
            label={`Change ${i + 1} against`}
            value={entry.against}
            options={options}
            onChange={(against) => set(i, { against })}
          />
          <Button
            aria-label={`Leave out change ${i + 1}`}
            onClick={() => put({ ...columns, changes: changes.filter((_, at) => at !== i) })}
            sx={{ minWidth: 0 }}
          >
            ×
          </Button>
        </div>
      ))}
      <Button
        disabled={!first || !second || changes.length >= MOST_COLUMNS}
        onClick={() =>
          first &&
          second &&
          put({
            ...columns,
            changes: [...changes, { id: freeIdAmong(changes, 'd'), of: first.id, against: second.id }],
          })
        }
      >
        Add a change
      </Button>
    </>
  );
}
