/** A look at a measure before it is saved. */
import { todayFor } from '../../core/dashboard/document/clock';
import { TIME_DEFAULTS } from '../../core/dashboard/document/kinds/time';
import { emptyDocument, type DashboardDocument } from '../../core/dashboard/document/document';
import type { Measure, Model } from '../../core/model/model';
import { DEFAULT_STATE } from '../../core/dashboard/reader/state';
import type { TurnAnswer } from '../../core/dashboard/turn/answer';
import { designOf } from '../../core/dashboard/wiring/design';
import { answerTurn } from '../../core/dashboard/turn/turn';
import { CHART_DEFAULTS } from '../../core/dashboard/document/kinds/chart';
import { MEASURED_DEFAULTS, shownMeasure } from '../../core/dashboard/document/kinds/measured';
import { checkMeasure } from '../datasets/edit';
import { findDataset } from '../datasets/repository';
import { readModel } from '../model/model';
import { sqlSource } from './sqlSource';

/** Ids of the items of a preview. */
const PREVIEW = { line: 'line', year: 'year', figure: 'figure' } as const;

function previewDocument(dataset: string, measure: string): DashboardDocument {
  const measures = [shownMeasure(dataset, measure)];
  return {
    ...emptyDocument('Preview'),
    visuals: [
      { ...CHART_DEFAULTS, id: PREVIEW.line, kind: 'line', measures, most: 60, axis: { kind: 'fit' } },
      { ...MEASURED_DEFAULTS, id: PREVIEW.figure, kind: 'figure', measures, most: 60 },
    ],
    controls: [
      {
        ...TIME_DEFAULTS,
        id: PREVIEW.year,
        kind: 'timeline',
        default: 'last 12 months',
        anchor: 'latest',
        level: 'month',
        levelFixed: false,
        size: 'words',
      },
    ],
    wires: [PREVIEW.line, PREVIEW.figure].map((target) => ({
      control: PREVIEW.year,
      target,
      on: true,
      roles: {},
    })),
  };
}

/** The measure over the last year of its data. Throws a `Problem` when it does not fit its dataset. */
export async function previewMeasure(dataset: string, measure: Measure): Promise<TurnAnswer> {
  checkMeasure(measure, (await findDataset(dataset)).definition);
  const { model, stored } = await readModel();
  const withMeasure: Model = {
    ...model,
    datasets: model.datasets.map((entry) =>
      entry.key === dataset
        ? { ...entry, measures: [...entry.measures.filter((one) => one.key !== measure.key), measure] }
        : entry,
    ),
  };
  const document = previewDocument(dataset, measure.key);
  const today = todayFor(document, model, Date.now());
  return answerTurn(
    { design: designOf(document, withMeasure), state: DEFAULT_STATE, today },
    sqlSource(stored, model),
  );
}
