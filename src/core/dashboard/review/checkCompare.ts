/** The findings of the wiring check about comparisons, and about what choosers offer. */
import type { MeasureChooser } from '../document/controls';
import type { DashboardDocument } from '../document/document';
import { withItem } from '../document/edit';
import { isMeasured, type MeasuredVisual } from '../document/visuals';
import { DEFAULT_STATE } from '../reader/state';
import { comparedMeasures } from '../turn/answers/measured';
import type { BaselineMeasureAnswer, BaselineWarning } from '../turn/comparing/answer';
import { groundBaselines, type GroundBaseline } from '../turn/comparing/baselines';
import { baselineDays, baselineLabel, hasBaseline, warningWords } from '../turn/comparing/words';
import { reachesOf, type ReachContext } from '../turn/reach';
import { measureOf } from '../../model/model';
import { quoted, type CheckGround, type Finding, type FindingCode, type Mend } from './finding';

const CODES: Partial<Record<BaselineWarning['code'], FindingCode>> = {
  overlap: 'baseline-overlaps',
  partly: 'baseline-partly',
};

/** What is to be told of a document whose choosers stand at their defaults. */
const contextOf = ({ design, settings, source, today }: CheckGround): ReachContext => ({
  design: design.chosen(DEFAULT_STATE),
  state: DEFAULT_STATE,
  settings,
  source,
  today,
});

/** Baselines that overlap, reach beyond their data, or are empty today; choosers of measures without data. */
export async function ofComparisons(ground: CheckGround): Promise<Finding[]> {
  const context = contextOf(ground);
  const findings: Finding[] = [];
  for (const visual of context.design.document.visuals)
    if (isMeasured(visual)) findings.push(...(await ofVisual(ground, context, visual)));
  for (const control of ground.design.document.controls)
    if (control.kind === 'measures') findings.push(...(await ofMeasures(ground, context, control)));
  return findings;
}

async function ofVisual(
  { design }: CheckGround,
  context: ReachContext,
  visual: MeasuredVisual,
): Promise<Finding[]> {
  const { document, model } = design;
  const comparing = await comparedMeasures(context, visual);
  if (!comparing) return [];
  const { compared, measures } = comparing;
  const baselines = (await groundBaselines(context, visual, compared, measures)) ?? [];
  return baselines.flatMap((baseline): Finding[] => {
    const lead = baseline.measures[0]!.answer;
    const about = `${quoted(model, visual)} against ${baselineLabel(baseline)}`;
    const find = (code: FindingCode, words: string, mend: Mend | null): Finding => ({
      code,
      items: [visual.id],
      words: `${about}: ${words}.`,
      mend,
    });
    if (!hasBaseline(lead))
      return [find('baseline-empty', baselineDays(lead, model.rule), leaveOut(document, visual, baseline))];
    return warningsIn(lead).flatMap((warning) => {
      const code = CODES[warning.code];
      const latest = measures[0]!.reaches[0]!.covered.at(-1)?.end ?? 0;
      if (!code || !('windows' in lead)) return [];
      return [
        find(
          code,
          warningWords(warning, lead, latest),
          warning.code === 'partly' ? withData(document, visual) : null,
        ),
      ];
    });
  });
}

const warningsIn = (answer: BaselineMeasureAnswer) => ('warnings' in answer ? answer.warnings : []);

/** Compares a visual with one baseline less, where the designer set it. */
function leaveOut(
  document: DashboardDocument,
  { id }: MeasuredVisual,
  { id: baseline }: GroundBaseline,
): Mend | null {
  const own = document.visuals.find((entry) => entry.id === id);
  const gone = baseline.split('.')[0]!;
  if (!own || !isMeasured(own) || !own.compare?.with.includes(gone)) return null;
  const compare = { ...own.compare, with: own.compare.with.filter((entry) => entry !== gone) };
  return { label: 'Leave this comparison out', mended: () => withItem(document, { ...own, compare }) };
}

/** Lets a visual compare as many days as have data. */
function withData(document: DashboardDocument, { id }: MeasuredVisual): Mend | null {
  const own = document.visuals.find((entry) => entry.id === id);
  if (!own || !isMeasured(own) || !own.compare || own.compare.days === 'with data') return null;
  const compare = { ...own.compare, days: 'with data' as const };
  return { label: 'Compare only days with data', mended: () => withItem(document, { ...own, compare }) };
}

/** Offered measures that have no data in the window of a visual that they would be shown on. */
async function ofMeasures(
  { design }: CheckGround,
  context: ReachContext,
  control: MeasureChooser,
): Promise<Finding[]> {
  const { document, model } = design;
  const findings: Finding[] = [];
  const targets = document.visuals.filter(
    (visual) => isMeasured(visual) && design.wire(control.id, visual.id)?.on === true,
  );
  for (const ref of control.offer) {
    const name = measureOf(model, ref.dataset, ref.measure)?.name ?? ref.measure;
    for (const visual of targets) {
      const reaches = await reachesOf(context, visual, ref);
      if (!reaches || reaches.some((reach) => reach.shown.length > 0)) continue;
      findings.push({
        code: 'chooser-empty',
        items: [control.id, visual.id],
        words: `${quoted(model, control)} offers ${name}, which has no data in the window of ${quoted(model, visual)}.`,
        mend: null,
      });
      break;
    }
  }
  return findings;
}
