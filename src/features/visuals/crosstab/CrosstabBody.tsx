'use client';
/** A crosstab with its measures, its dimensions, and what is chosen on it. */
import { useCallback, useMemo } from 'react';
import type { Crosstab } from '../../../core/dashboard/document/visuals';
import type { CrosstabAnswer } from '../../../core/dashboard/turn/answer';
import { unitWords } from '../../../core/calendar/names';
import { bucketDays } from '../../../core/dashboard/turn/data/overDays';
import { BLANK } from '../../../core/model/blank';
import { dimensionName } from '../../../core/model/dimension';
import { useWorkspace } from '../../workspace/workspace';
import { useChangeAsked } from '../comparing/changeAsked';
import { drawnBaselines } from '../comparing/compared';
import { shownParts } from '../comparing/shownParts';
import { periodHeads } from '../../../core/dashboard/turn/data/periodHeads';
import { comparedColumns } from './comparedColumns';
import { WHOLE_MARK } from '../../../core/dashboard/turn/behind';
import { useRowsAsked } from '../../workspace/rowsAsked';
import { useMeasures, usePick } from '../usePicture';
import type { VisualBodyProps } from '../view';
import { CrosstabVisual } from './CrosstabVisual';

export function CrosstabBody({ visual, answer, title }: VisualBodyProps<Crosstab, CrosstabAnswer>) {
  const { model } = useWorkspace();
  const measures = useMeasures(visual);
  const choosing = usePick(visual);
  const dimensions = useMemo(
    () => visual.rows.map((dimension) => dimensionName(model, dimension)),
    [visual, model],
  );
  const columns = visual.columns?.kind === 'periods' ? visual.columns : null;
  const heads = useMemo(
    () => (columns && answer.columns ? periodHeads(answer, columns, model.rule) : null),
    [columns, answer, model.rule],
  );
  const ends = useMemo(() => {
    const placeOf = (id: string) => columns?.periods.findIndex((entry) => entry.id === id) ?? -1;
    return (columns?.changes ?? []).map(({ of, against }) => ({
      of: placeOf(of),
      against: placeOf(against),
    }));
  }, [columns]);
  const compared = useMemo(
    () => comparedColumns(drawnBaselines(answer.baselines, model.rule), shownParts(visual)),
    [answer.baselines, model.rule, visual],
  );
  const { open } = useChangeAsked();
  const { baselines } = answer;
  const onChange = useCallback(
    (baseline: number, measure: number, bucket: number | null, key: readonly (string | null)[]) =>
      open({ visual: visual.id, baseline: baselines?.[baseline]?.id ?? '', measure, bucket, key }),
    [open, visual.id, baselines],
  );
  const onPeriodChange = useCallback(
    (place: number, measure: number, key: readonly (string | null)[]) => {
      const change = columns?.changes[place];
      if (change) open({ visual: visual.id, baseline: change.id, measure, bucket: null, key });
    },
    [open, visual.id, columns],
  );
  const openRows = useRowsAsked((asked) => asked.open);
  const { buckets } = answer;
  const onRows = useCallback(
    (place: number | null, measure: number, key: readonly (string | null)[]) => {
      const period = place === null ? undefined : heads?.periods[place];
      const bucket = place === null || !buckets ? null : bucketDays(buckets, place);
      const words = [
        measures?.[measure]?.name ?? '',
        ...key.map((value) => value ?? BLANK),
        ...(period
          ? [period.text]
          : bucket && buckets
            ? [unitWords(buckets.unit, bucket.start, model.rule)]
            : []),
      ];
      openRows({
        visual: visual.id,
        words: words.join(', '),
        mark: {
          ...WHOLE_MARK,
          measure,
          period: place === null ? null : (answer.columns?.[place]?.id ?? null),
          days: bucket,
          within: key.flatMap((value, i) => (visual.rows[i] ? [{ dimension: visual.rows[i], value }] : [])),
        },
      });
    },
    [openRows, visual, measures, buckets, heads, answer.columns, model.rule],
  );
  if (!measures) return null;
  return (
    <CrosstabVisual
      answer={answer}
      measures={measures}
      dimensions={dimensions}
      rule={model.rule}
      title={title}
      heads={heads}
      ends={ends}
      compared={compared}
      onChange={onChange}
      onPeriodChange={onPeriodChange}
      onRows={onRows}
      pick={choosing?.pick}
      onPick={choosing?.put}
    />
  );
}
