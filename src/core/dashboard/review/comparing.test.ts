/** What check, rehearsal and trace say of comparisons and of choosers. */
import { d } from '../../calendar/testing';
import { cubeSource } from '../../cube/source';
import { testCube, type TestRow } from '../../cube/testing';
import { TEST_MODEL } from '../../model/testing';
import type { Control, DashboardDocument } from '../document/document';
import { CONTROL_DEFAULTS } from '../document/kinds/entry';
import { isMeasured } from '../document/visuals';
import { DEFAULT_STATE } from '../reader/state';
import { daily, figureOver } from '../turn/comparing/testing';
import { settle } from '../turn/settle';
import { designOf } from '../wiring/design';
import { documentOf } from '../wiring/testing';
import { checkDashboard } from './check';
import { rehearse } from './rehearsal';
import { traceOf } from './trace';

const ROWS = daily('2024-01-10', '2026-06-01', () => 3);
const TODAY = d('2026-06-03');

const withBaselines = (document: DashboardDocument, texts: readonly string[]): DashboardDocument => ({
  ...document,
  baselines: texts.map((text, i) => ({ id: `b${i + 1}`, name: '', text })),
});

const found = async (document: DashboardDocument, rows: readonly TestRow[] = ROWS) =>
  checkDashboard({
    design: designOf(document, TEST_MODEL),
    source: cubeSource([testCube(rows)]),
    today: TODAY,
    year: false,
  });

test('baselines that overlap, are covered in part only, or are empty today are found, with mends', async () => {
  const texts = ['same span 1 month earlier', 'same span 28 months earlier', 'same span 9 years earlier'];
  const document = withBaselines(documentOf(figureOver('last 90 days', texts)), texts);
  const findings = (await found(document)).filter((finding) => finding.code.startsWith('baseline'));
  expect(findings.map(({ code, words, mend }) => [code, words, mend?.label ?? null])).toEqual([
    ['baseline-overlaps', expect.stringMatching(/same span 1 month earlier: shares 59 of/), null],
    ['baseline-partly', expect.stringMatching(/data on \d+ of/), 'Compare only days with data'],
    [
      'baseline-empty',
      expect.stringMatching(/same span 9 years earlier: .*no data/),
      'Leave this comparison out',
    ],
  ]);
  const mended = findings[2]!.mend!.mended().visuals[0]!;
  expect(isMeasured(mended) && mended.compare!.with).toEqual(['b1', 'b2']);
  const cut = findings[1]!.mend!.mended().visuals[0]!;
  expect(isMeasured(cut) && cut.compare!.days).toBe('with data');
});

test('a chooser of a measure that has no data in the window is found, and one that is wired to nothing', async () => {
  const chooser = {
    ...CONTROL_DEFAULTS,
    id: 'what',
    title: 'Show',
    kind: 'measures',
    offer: [
      { dataset: 'trips', measure: 'seats' },
      { dataset: 'trips', measure: 'busy' },
    ],
    several: false,
    default: [0],
  } as Control;
  const figure = figureOver('last 90 days', []);
  expect((await found(documentOf(figure, chooser))).map(({ code, words }) => [code, words])).toContainEqual([
    'chooser-empty',
    '“Show” offers Busy, which has no data in the window of “Seats”.',
  ]);
  expect((await found(documentOf(chooser))).map(({ code }) => code)).toContain('dead-control');
});

test('the rehearsal tells the days on which there is nothing to compare with', async () => {
  const texts = ['same span 1 year earlier'];
  // A hole a year before: the days of July 2025 are missing.
  const rows = ROWS.filter((row) => row.day! < d('2025-07-01') || row.day! > d('2025-07-31'));
  const document = withBaselines(documentOf(figureOver('last 7 days', texts)), texts);
  const { problems } = await rehearse(
    {
      design: designOf(document, TEST_MODEL),
      today: TODAY,
      from: TODAY,
      to: TODAY + 60,
      assumption: 'same lag',
    },
    cubeSource([testCube(rows)]),
  );
  const none = problems.find((problem) => problem.kind === 'no baseline')!;
  expect(none).toMatchObject({
    item: 'fig',
    day: d('2026-07-07'),
    days: 25,
    words: 'Seats has nothing to compare with: same span 1 year earlier',
  });
});

test('the trace tells the phrase, the step, the days and the rows of a baseline', async () => {
  const texts = ['previous span', 'several words'];
  const document = withBaselines(documentOf(figureOver('last 7 days', texts)), texts);
  const design = designOf(document, TEST_MODEL);
  const source = cubeSource([testCube(ROWS)]);
  const settings = await settle(design, DEFAULT_STATE, TODAY, source);
  const trace = await traceOf(
    { design, settings, source, state: DEFAULT_STATE, today: TODAY, realToday: TODAY },
    'fig',
  );
  const [first, second] = trace!.parts.filter((part) => part.title.startsWith('Against'));
  expect(first!.title).toBe('Against previous span: Seats');
  expect(first!.steps.map((step) => step.words)).toEqual([
    'The window compared: 28 May – 3 Jun 2026 · 7 days, from the phrase “last 7 days”.',
    'Moved back by 7 days, with the windows of other date roles and the current date in conditions.',
    'Asked for: 21–27 May 2026 · 7 days.',
    'Cut to the days from the first to the last with data: 21–27 May 2026 · 7 days.',
    'Mind: the window is not finished: data to 1 Jun 2026.',
  ]);
  expect(first!.steps[2]).toMatchObject({ rows: 7, days: 7 });
  expect(second!.steps[0]!.words).toBe('There is no baseline: it cannot be read.');
});
