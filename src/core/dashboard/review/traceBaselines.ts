/** What a visual's figures are compared with, step by step: the phrase, what moved, the days, the rows left. */
import { unitCountWords } from '../../calendar/names';
import { describeRuns } from '../../period/describe';
import { datasetOf, roleName } from '../../model/model';
import type { MeasuredVisual } from '../document/visuals';
import { comparedMeasures } from '../turn/answers/measured';
import { groundBaselines, type BaselineSide } from '../turn/comparing/baselines';
import { baselineDays, baselineLabel, warningWords } from '../turn/comparing/words';
import { counted, type TraceContext, type TracePart, type TraceStep } from './traceStep';

/** The steps of every baseline of a visual, a part for each measure (for each side of a ratio). */
export async function traceBaselines(context: TraceContext, visual: MeasuredVisual): Promise<TracePart[]> {
  const { model } = context.design;
  const comparing = await comparedMeasures(context, visual);
  if (!comparing) return [];
  const { compared, measures } = comparing;
  const parts: TracePart[] = [];
  for (const baseline of (await groundBaselines(context, visual, compared, measures)) ?? []) {
    for (const [m, { answer, sides }] of baseline.measures.entries()) {
      const title = `Against ${baselineLabel(baseline)}: ${measures[m]!.measure.name}`;
      if (!sides) {
        const words = `There is ${baselineDays(answer, model.rule)}.`;
        parts.push({ title, freshness: '', layout: null, steps: [{ kind: 'no effect', words }] });
        continue;
      }
      for (const side of sides) {
        const steps = await sideSteps(context, side, compared.days === 'with data');
        const warnings = 'warnings' in answer ? answer.warnings : [];
        const latest = measures[m]!.reaches[0]!.covered.at(-1)?.end ?? 0;
        const told = warnings.map((warning): TraceStep => ({
          kind: 'no effect',
          words: 'windows' in answer ? `Mind: ${warningWords(warning, answer, latest)}.` : '',
        }));
        const { dataset, role } = side.reach.part;
        const freshness = `${datasetOf(model, dataset)?.name ?? dataset}, by ${roleName(model, dataset, role)}`;
        parts.push({ title, freshness, layout: null, steps: [...steps, ...told] });
      }
    }
  }
  return parts;
}

async function sideSteps(
  context: TraceContext,
  { compared, runs, reach, from, step }: BaselineSide,
  withData: boolean,
): Promise<TraceStep[]> {
  const { rule } = context.design.model;
  if (runs.length === 0) return [{ kind: 'result', words: 'There is no baseline: no day to compare with.' }];
  const whole = await counted(context, reach.selection, runs);
  const seen = await counted(context, reach.selection, reach.shown);
  const worked = from === null ? 'its days as they are' : `the phrase “${from}”`;
  const cut = withData ? ', cut to the days that have data' : '';
  return [
    { kind: 'window', words: `The window compared: ${describeRuns(compared, rule)}${cut}, from ${worked}.` },
    {
      kind: 'window',
      words: step
        ? `Moved back by ${unitCountWords(step.count, step.unit)}, with the windows of other date roles and the current date in conditions.`
        : 'A period in the place of the window; windows of other date roles stay.',
    },
    {
      kind: 'window',
      words: `Asked for: ${describeRuns(runs, rule)}.`,
      rows: whole.rows,
      days: whole.days,
    },
    {
      kind: 'result',
      words:
        reach.shown.length === 0
          ? 'No day with data lies in it.'
          : `Cut to the days from the first to the last with data: ${describeRuns(reach.shown, rule)}.`,
      rows: seen.rows,
      days: seen.days,
    },
  ];
}
