'use client';
/** What a visual compares its figures with, and how: for the designer, with the days of each baseline now. */
import Button from '@mui/material/Button';
import Typography from '@mui/material/Typography';
import {
  baselineName,
  changedCompare,
  compareWith,
  MOST_BASELINES,
  SHOWN_PARTS,
  type Compare,
  type ShownPart,
} from '../../../core/dashboard/document/kinds/compare';
import { kindOf, type MeasuredVisual } from '../../../core/dashboard/document/visuals';
import { resolveBaseline } from '../../../core/period/baseline';
import { runsWords } from '../../../core/period/describe';
import { parseBaseline, parsePhrase } from '../../../core/period/parse';
import type { PeriodContext } from '../../../core/period/point';
import { inAMonth } from '../../../core/period/resolvedWords';
import { isShown } from '../../../core/dashboard/turn/answer';
import { baselineDays } from '../../../core/dashboard/turn/comparing/words';
import { BaselineField } from '../../ui/BaselineField';
import { ChoiceSetting, SwitchSetting } from '../../ui/fields';
import { newBaseline, withBaselines, withItem } from '../../../core/dashboard/document/edit';
import { useAnswers, useDocument, useVisualAnswer, useWorkspace } from '../../workspace/workspace';
import { baselinesOf } from './compared';

const PART_LABELS: Record<ShownPart, string> = {
  value: 'The value',
  baseline: 'The baseline’s value',
  change: 'The change',
  percent: 'The change in percent',
  index: 'An index, the baseline as 100',
};

export function CompareSettings({
  visual,
  change,
}: {
  visual: MeasuredVisual;
  change: (part: { compare: Compare | null }) => void;
}) {
  const { baselines } = useDocument();
  const { store, model } = useWorkspace();
  const answer = useVisualAnswer(visual.id);
  const asked = useAskedPhrase(visual);
  if (!kindOf(visual).takes(visual).includes('baselines')) return null;
  const { compare } = visual;
  const used = compare?.with ?? [];
  const put = (part: Partial<Compare>) => change({ compare: changedCompare(compare, part) });
  const daysOf = (id: string) => {
    const found = baselinesOf(answer).find((entry) => entry.id === id || entry.id === `${id}.1`);
    return found ? baselineDays(found.measures[0]!, model.rule) : null;
  };
  const toggle = (id: string, on: boolean) => {
    const next = baselines
      .map((entry) => entry.id)
      .filter((entry) => (entry === id ? on : used.includes(entry)));
    if (next.length === 0 && compare && isPlain(compare)) change({ compare: null });
    else put({ with: next.slice(0, MOST_BASELINES) });
  };
  const add = (text: string) =>
    store.getState().change((old) => {
      const known = old.baselines.find((entry) => entry.text === text);
      const baseline = known ?? newBaseline(old, text);
      const next = known ? old : withBaselines(old, [...old.baselines, baseline]);
      const wanted = [...used.filter((id) => id !== baseline.id), baseline.id].slice(-MOST_BASELINES);
      return withItem(next, { ...visual, compare: changedCompare(compare, { with: wanted }) });
    });
  return (
    <section aria-label="Comparisons">
      <Typography variant="h3" component="h3" sx={{ mt: 1 }}>
        Compare with
      </Typography>
      {baselines.map((entry) => {
        const days = used.includes(entry.id) ? daysOf(entry.id) : null;
        return (
          <div key={entry.id}>
            <SwitchSetting
              label={baselineName(entry)}
              checked={used.includes(entry.id)}
              onChange={(on) => toggle(entry.id, on)}
            />
            {days && (
              <Typography variant="body2" color="textSecondary" sx={{ pl: 4 }}>
                Now {days}
                {asked && `; in a month ${daysInAMonth(entry.text, asked)}`}
              </Typography>
            )}
          </div>
        );
      })}
      <BaselineField label="Compare with another" onCommit={add} />
      {compare && <ShownSettings compare={compare} put={put} onNothing={() => change({ compare: null })} />}
    </section>
  );
}

/** How figures and what they are compared with are shown. */
function ShownSettings({
  compare,
  put,
  onNothing,
}: {
  compare: Compare;
  put: (part: Partial<Compare>) => void;
  onNothing: () => void;
}) {
  return (
    <>
      <Typography variant="h3" component="h3" sx={{ mt: 1 }}>
        Shows
      </Typography>
      {SHOWN_PARTS.filter((part) => part !== 'value').map((part) => (
        <SwitchSetting
          key={part}
          label={PART_LABELS[part]}
          checked={compare.show.includes(part)}
          onChange={(on) =>
            put({
              show: SHOWN_PARTS.filter((entry) => (entry === part ? on : compare.show.includes(entry))),
            })
          }
        />
      ))}
      <ChoiceSetting
        label="Days compared"
        value={compare.days}
        options={[
          { value: 'as asked', label: 'All that are asked for' },
          { value: 'with data', label: 'As many as have data now' },
        ]}
        onChange={(days) => put({ days: days === 'with data' ? 'with data' : 'as asked' })}
      />
      <ChoiceSetting
        label="Figures"
        value={compare.per}
        options={[
          { value: 'total', label: 'Totals' },
          { value: 'day', label: 'Averages per day' },
        ]}
        onChange={(per) => put({ per: per === 'day' ? 'day' : 'total' })}
      />
      <SwitchSetting
        label="Readers can add comparisons"
        checked={compare.open}
        onChange={(open) => put({ open })}
      />
      <Button onClick={onNothing} sx={{ py: 0 }}>
        Compare with nothing
      </Button>
    </>
  );
}

/** A phrase with what it is read against. */
interface AskedPhrase {
  readonly text: string;
  readonly context: PeriodContext;
}

/** The phrase that a visual's days are asked for by: its own, else that of the first time control that acts on it. */
function useAskedPhrase(visual: MeasuredVisual): AskedPhrase | null {
  const answer = useVisualAnswer(visual.id);
  const controls = useAnswers((now) => now.controls);
  if (!isShown(answer)) return null;
  if (visual.ownPeriod) return answer.own ? { text: visual.ownPeriod.phrase, context: answer.own } : null;
  for (const { control } of answer.uses[0]?.acting ?? []) {
    const acting = controls[control];
    if (acting?.kind === 'period') return { text: acting.text, context: acting.context };
  }
  return null;
}

/** The days of a baseline in a month, if the data stays as it is. */
function daysInAMonth(text: string, { text: asked, context }: AskedPhrase): string {
  const [phrase, baseline] = [parsePhrase(asked), parseBaseline(text)];
  if (!phrase.ok || !baseline.ok) return 'it cannot be read';
  const resolved = resolveBaseline(baseline.phrase, phrase.phrase, inAMonth(context));
  if (!resolved.ok || 'empty' in resolved) return 'no baseline';
  return runsWords(resolved.windows[0]!, context.rule);
}

/** Whether a comparison says nothing beside its baselines. */
const isPlain = (compare: Compare) =>
  JSON.stringify({ ...compare, with: [] }) === JSON.stringify(compareWith([]));
