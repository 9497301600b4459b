'use client';
/** A crosstab with its measures, its dimensions, and what is chosen on it. */
import { useCallback, useMemo } from 'react';
import type { Crosstab } from '../../../core/dashboard/document/visuals';
import type { CrosstabAnswer } from '../../../core/dashboard/turn/answer';
import { unitWords } from '../../../core/calendar/names';
import { bucketDays } from '../../../core/dashboard/turn/data/overDays';
import { BLANK } from '../../../core/model/blank';
import { dimensionName } from '../../../core/model/dimension';
import type { Measure } from '../../../core/model/model';
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

/** Asks for the rows behind a cell: of a column (null: the total), of a measure, of the row with this key. */
function useRowsOfCell(
  visual: Crosstab,
  { columns, buckets }: CrosstabAnswer,
  measures: readonly Measure[] | undefined,
  heads: ReturnType<typeof periodHeads> | null,
) {
  const { model } = useWorkspace();
  const openRows = useRowsAsked((asked) => asked.open);
  return useCallback(
    (place: number | null, measure: number, key: readonly (string | null)[]) => {
      const column = place ?? -1;
      const days = place === null || !buckets ? null : bucketDays(buckets, place);
      const bucket = days && buckets ? [unitWords(buckets.unit, days.start, model.rule)] : [];
      const period = heads?.periods[column];
      const names = [measures?.[measure]?.name ?? '', ...key.map((value) => value ?? BLANK)];
      openRows({
        visual: visual.id,
        words: [...names, ...(period ? [period.text] : bucket)].join(', '),
        mark: {
          ...WHOLE_MARK,
          measure,
          period: columns?.[column]?.id ?? null,
          days,
          within: key.flatMap((value, i) => (visual.rows[i] ? [{ dimension: visual.rows[i], value }] : [])),
        },
      });
    },
    [openRows, visual, measures, buckets, heads, columns, model.rule],
  );
}

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
  const onRows = useRowsOfCell(visual, answer, measures, heads);
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
