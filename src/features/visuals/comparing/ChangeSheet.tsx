'use client';
/** Where a change comes from: what each value adds to it or takes from it, one dimension under the other. */
import { contributionsSchema } from '../../../contract/answers';
import Button from '@mui/material/Button';
import Typography from '@mui/material/Typography';
import { keepPreviousData, useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import type { z } from 'zod';
import { isoDay } from '../../../core/calendar/day';
import { unitWords } from '../../../core/calendar/names';
import { bucketEnd } from '../../../core/cube/aggregate';
import { isMeasured, dimensionsOf, type MeasuredVisual } from '../../../core/dashboard/document/visuals';
import { isShown, type ShownAnswer } from '../../../core/dashboard/turn/answer';
import type { Buckets } from '../../../core/dashboard/turn/grain';
import type { Partner } from '../../../core/dashboard/turn/comparing/answer';
import type { Narrowing } from '../../../core/dashboard/turn/narrowing';
import { BLANK } from '../../../core/model/blank';
import { dimensionKey, dimensionName } from '../../../core/model/dimension';
import { valueWords } from '../../../core/model/figures';
import type { Measure } from '../../../core/model/model';
import { quietStyle } from '../../../theme/roles';
import { ChoiceSetting } from '../../ui/fields';
import { requestAs } from '../../ui/request';
import { SidePanel } from '../../ui/SidePanel';
import {
  useChosen,
  useDocument,
  useReaderState,
  useTitle,
  useVisualAnswer,
  useWorkspace,
} from '../../workspace/workspace';
import { useMeasures } from '../usePicture';
import { useChangeAsked, type AskedChange } from './changeAsked';
import { changesOf } from './changes';
import { ChangeText } from './Comparison';
import { ContributionList } from './ContributionList';

export function ChangeSheet({ onClose }: { onClose: () => void }) {
  const asked = useChangeAsked((change) => change.asked);
  const document = useDocument();
  const visual = document.visuals.find((entry) => entry.id === asked?.visual);
  if (!asked || !visual || !isMeasured(visual)) return null;
  return <SheetBody key={JSON.stringify(asked)} designed={visual} asked={asked} onClose={onClose} />;
}

/** The partners of an answer's buckets in one of its baselines. */
function partnersIn(answer: ShownAnswer, b: number): readonly Partner[] {
  if (answer.kind === 'chart' || answer.kind === 'figure' || answer.kind === 'calendarmap')
    return answer.against?.[b]?.partners ?? [];
  return answer.kind === 'crosstab' ? (answer.partners?.[b] ?? []) : [];
}

function SheetBody({
  designed,
  asked,
  onClose,
}: {
  designed: MeasuredVisual;
  asked: AskedChange;
  onClose: () => void;
}) {
  const chosen = useChosen(designed);
  const visual = isMeasured(chosen) ? chosen : designed;
  const title = useTitle(visual);
  const answer = useVisualAnswer(visual.id);
  const measures = useMeasures(visual);
  return (
    <SidePanel
      name="Where the change comes from"
      title={`Where the change of “${title}” comes from`}
      width={440}
      role="complementary"
      onClose={onClose}
    >
      {isShown(answer) && measures && (
        <ChangeOf visual={visual} answer={answer} measures={measures} asked={asked} />
      )}
    </SidePanel>
  );
}

/** The buckets of an answer: of a calendar map its days. */
function bucketsIn(answer: ShownAnswer): Buckets | null {
  if (answer.kind !== 'calendarmap') return 'buckets' in answer ? answer.buckets : null;
  const starts = answer.values.map((_, i) => answer.first + i);
  return { unit: 'day', starts, end: starts[starts.length - 1]!, partialFirst: false, partialLast: false };
}

const WHOLE = 'whole';
/** Buckets that can be chosen from a list; of more the one that was asked for. */
const MOST_LISTED = 400;

interface ChangeProps {
  readonly visual: MeasuredVisual;
  readonly answer: ShownAnswer;
  readonly measures: readonly Measure[];
  readonly asked: AskedChange;
}

/** The days of a bucket and of its partner, as they are asked for; null for the whole window. */
function bucketAsked(buckets: Buckets | null, bucket: number | null, partner: Partner | undefined) {
  if (!buckets || bucket === null || !partner) return null;
  return {
    now: [isoDay(buckets.starts[bucket]!), isoDay(bucketEnd(buckets, bucket))],
    then: [isoDay(partner.start), isoDay(partner.end)],
  };
}

/** Asks what adds to a change. */
function useContributions(asked: object) {
  const { model } = useWorkspace();
  const body = { document: useDocument(), state: useReaderState(), ...asked };
  return useQuery({
    queryKey: ['contributions', body, model.datasets.map((dataset) => dataset.load)],
    queryFn: () => requestAs(contributionsSchema, '/api/contributions', { body }),
    // What was told stays while more is asked, so that nothing jumps under the pointer.
    placeholderData: keepPreviousData,
    gcTime: 0,
  });
}

function ChangeOf({ visual, answer, measures, asked }: ChangeProps) {
  const { model } = useWorkspace();
  const own = dimensionsOf(visual);
  const [within, setWithin] = useState<readonly Narrowing[]>(() =>
    asked.key.flatMap((value, i) => (own[i] ? [{ dimension: own[i], value }] : [])),
  );
  const changes = changesOf(visual, answer, model.rule);
  const asChosen = changes.findIndex((entry) => entry.id === asked.baseline);
  const b = Math.max(0, asChosen);
  const buckets = bucketsIn(answer);
  const partners = partnersIn(answer, b);
  const found = useContributions({
    visual: visual.id,
    baseline: changes[b]?.id ?? '',
    measure: asked.measure,
    bucket: bucketAsked(buckets, asked.bucket, partners[asked.bucket ?? -1]),
    within,
  });
  const measure = measures[asked.measure] ?? measures[0]!;
  return (
    <>
      <ChangeChoices
        {...{ answer, measures, asked, changes, buckets, partners }}
        change={changes[b]?.id ?? ''}
      />
      <GoneInto within={within} onWithin={setWithin} />
      {found.isPending && <Typography color="textSecondary">Asking where it comes from…</Typography>}
      {found.error && <Typography role="alert">{found.error.message}</Typography>}
      {found.data && (
        <Found
          found={found.data}
          measure={measure}
          visual={visual}
          onInto={(narrowing) => setWithin([...within, narrowing])}
        />
      )}
    </>
  );
}

/** Which change it is: against what, of which measure, of which part of the window. */
function ChangeChoices({
  answer,
  measures,
  asked,
  changes,
  change,
  buckets,
  partners,
}: Omit<ChangeProps, 'visual'> & {
  readonly changes: ReturnType<typeof changesOf>;
  /** Which of them is shown. */
  readonly change: string;
  readonly buckets: Buckets | null;
  readonly partners: readonly Partner[];
}) {
  const { model } = useWorkspace();
  const { open } = useChangeAsked();
  return (
    <>
      {changes.length > 1 && (
        <ChoiceSetting
          label={answer.baselines ? 'Against' : 'Change'}
          value={change}
          options={changes.map(({ id, label }) => ({ value: id, label }))}
          onChange={(id) => open({ ...asked, baseline: id })}
        />
      )}
      {measures.length > 1 && (
        <ChoiceSetting
          label="Measure"
          value={String(asked.measure)}
          options={measures.map((entry, i) => ({ value: String(i), label: entry.name }))}
          onChange={(place) => open({ ...asked, measure: Number(place) })}
        />
      )}
      {buckets && buckets.starts.length > 1 && (
        <ChoiceSetting
          label="Change of"
          value={asked.bucket === null ? WHOLE : String(asked.bucket)}
          options={[
            { value: WHOLE, label: 'The whole window' },
            ...buckets.starts.flatMap((start, i) =>
              partners[i] && (i === asked.bucket || buckets.starts.length <= MOST_LISTED)
                ? [{ value: String(i), label: unitWords(buckets.unit, start, model.rule) }]
                : [],
            ),
          ]}
          onChange={(place) => open({ ...asked, bucket: place === WHOLE ? null : Number(place) })}
        />
      )}
    </>
  );
}

/** The values that were gone into, each a way back. */
function GoneInto({
  within,
  onWithin,
}: {
  within: readonly Narrowing[];
  onWithin: (within: readonly Narrowing[]) => void;
}) {
  const { model } = useWorkspace();
  if (within.length === 0) return null;
  return (
    <nav aria-label="Gone into" style={quietStyle}>
      <Button onClick={() => onWithin([])} sx={{ minWidth: 0, py: 0 }}>
        All
      </Button>
      {within.map(({ dimension, value }, i) => (
        <Button
          key={dimensionKey(dimension)}
          onClick={() => onWithin(within.slice(0, i + 1))}
          sx={{ minWidth: 0, py: 0 }}
        >
          › {dimensionName(model, dimension)}: {value ?? BLANK}
        </Button>
      ))}
    </nav>
  );
}

function Found({
  found,
  measure,
  visual,
  onInto,
}: {
  found: z.infer<typeof contributionsSchema>;
  measure: Measure;
  visual: MeasuredVisual;
  onInto: (narrowing: Narrowing) => void;
}) {
  const [by, setBy] = useState<string | null>(null);
  const shown = found.by.find((entry) => dimensionKey(entry.dimension) === by) ?? found.by[0];
  return (
    <>
      <Typography sx={{ my: 1 }}>
        {valueWords(measure, found.now)} against {valueWords(measure, found.then)}:{' '}
        <ChangeText measure={measure} value={found.now} baseline={found.then} show={['change', 'percent']} />
      </Typography>
      {found.apart && (
        <Typography variant="body2" color="warning" role="note">
          {found.apart} Each value is shown with its own change.
        </Typography>
      )}
      {shown && (
        <>
          <ChoiceSetting
            label="By"
            value={dimensionKey(shown.dimension)}
            options={found.by.map((entry) => ({ value: dimensionKey(entry.dimension), label: entry.name }))}
            onChange={setBy}
          />
          <ContributionList
            measure={measure}
            by={shown}
            visual={visual}
            onInto={(value) => onInto({ dimension: shown.dimension, value })}
          />
        </>
      )}
    </>
  );
}
