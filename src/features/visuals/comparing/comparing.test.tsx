/** Comparisons as they are seen: in figures, charts, crosstabs and calendar maps; set by designers, added by readers. */
import { act, fireEvent, screen, waitFor } from '@testing-library/react';
import { isMeasured, type Crosstab, type MeasuredVisual } from '../../../core/dashboard/document/visuals';
import type { Visual } from '../../../core/dashboard/document/document';
import { compareWith, type Compare } from '../../../core/dashboard/document/kinds/compare';
import { MEASURED_DEFAULTS, shownMeasure } from '../../../core/dashboard/document/kinds/measured';
import { bar, line, slicer, timeline } from '../../../core/dashboard/document/testing';
import { testRow, type TestRow } from '../../../core/cube/testing';
import { documentOf } from '../../../core/dashboard/wiring/testing';
import type { Direction, Model } from '../../../core/model/model';
import { TEST_MODEL } from '../../../core/model/testing';
import type { Contributions } from '../../../core/dashboard/turn/comparing/contributions';
import { openDashboard, showIn, type OpenDashboard } from '../../workspace/testing';
import { useDocument, useVisualAnswer } from '../../workspace/workspace';
import { isShown } from '../../../core/dashboard/turn/answer';
import { VisualBody } from '../VisualBody';
import { ChangeSheet } from './ChangeSheet';
import { useChangeAsked } from './changeAsked';
import { CompareButton } from './CompareButton';
import { CompareNotes } from './CompareNotes';
import { CompareSettings } from './CompareSettings';
import { PeriodColumnSettings } from '../crosstab/PeriodColumnSettings';
import { NuqsTestingAdapter } from 'nuqs/adapters/testing';

const BASELINES = [
  { id: 'b1', name: 'before', text: 'previous span' },
  { id: 'b2', name: '', text: 'same span 1 year earlier' },
];
const figure = (more: object = {}): Visual =>
  ({
    ...MEASURED_DEFAULTS,
    id: 'it',
    kind: 'figure',
    measures: [shownMeasure('trips', 'seats')],
    compare: compareWith(['b1']),
    ...more,
  }) as Visual;
const withDirection = (direction: Direction): Model => ({
  ...TEST_MODEL,
  datasets: TEST_MODEL.datasets.map((dataset) => ({
    ...dataset,
    measures: dataset.measures.map((measure) => ({ ...measure, direction })),
  })),
});
// Two rows a day: on 10 to 19 with one seat each, on 20 to 29 with three.
const ROWS: TestRow[] = Array.from({ length: 20 }, (_, i) => 10 + i).flatMap((day) =>
  ['Veldry', 'Tamsel'].map((route) => testRow(day, { route, seats: day < 20 ? 1 : 3 })),
);
const WINDOW = '1970-01-21/1970-01-30';

function Shown() {
  const visual = useDocument().visuals.find((entry) => entry.id === 'it')!;
  return <VisualBody visual={visual} answer={useVisualAnswer('it')} />;
}

async function open(visual: Visual, { model = TEST_MODEL, rows = ROWS, window = WINDOW } = {}) {
  const document = { ...documentOf(visual, timeline('span', window), slicer('route')), baselines: BASELINES };
  return openDashboard(document, rows, model);
}
async function shown(visual: Visual, options: Parameters<typeof open>[1] = {}) {
  const dashboard = await open(visual, options);
  showIn(dashboard, <Shown />);
  return dashboard;
}
const page = () => document.body.textContent ?? '';
const tones = () =>
  [...document.querySelectorAll('[data-tone]')].map((entry) => entry.getAttribute('data-tone'));

describe('a figure', () => {
  test.each<[Direction, string]>([
    ['more', 'better'],
    ['less', 'worse'],
    ['neither', 'neither'],
  ])(
    'where %s is better: arrow, sign and tone of its change, with name and days',
    async (direction, tone) => {
      await shown(figure(), { model: withDirection(direction) });
      expect(page()).toContain('↑ +200 %');
      expect(page()).toContain('from 20, before: 11–20 Jan 1970');
      expect(tones()).toEqual([tone]);
    },
  );

  test('no percent of nothing: it says that there is no baseline', async () => {
    await shown(figure({ compare: compareWith(['b2']) }));
    expect(page()).toContain('same span 1 year earlier: 21–30 Jan 1969: no data');
    expect(page()).not.toContain('%');
  });

  test('averages per day say so', async () => {
    await shown(figure({ compare: compareWith(['b1'], { per: 'day', show: ['value', 'change'] }) }));
    expect(page()).toContain('6 a day');
    expect(page()).toContain('↑ +4');
  });
});

describe('charts', () => {
  test('over time: a mark for each baseline, named with its days', async () => {
    await shown({ ...line('it'), compare: compareWith(['b1']) } as Visual);
    expect(document.querySelectorAll('[data-mark="baseline"]')).toHaveLength(1);
    expect(page()).toContain('before: 11–20 Jan 1970');
    const chart = screen.getByRole('img', { name: /against before: 11–20 Jan 1970/ });
    fireEvent.keyDown(chart, { key: 'Home' });
    expect(screen.getByRole('status').textContent).toContain('before, Sun 11 Jan 1970: 2, +200 %');
  });

  test('lying bars: a stroke for each baseline, and the change beside the value', async () => {
    await shown({ ...bar('it'), compare: compareWith(['b1']) } as Visual, { model: withDirection('more') });
    expect(document.querySelectorAll('[data-mark="baseline"]')).toHaveLength(1);
    expect(page()).toContain('30  ↑ +200 %');
  });
});

const crosstab = (more: Partial<Crosstab> = {}): Visual =>
  figure({
    kind: 'crosstab',
    rows: [{ dataset: 'trips', column: 'route' }],
    subtotals: true,
    columns: null,
    ...more,
  });

describe('a crosstab', () => {
  test('has the columns that are shown; totals compare totals', async () => {
    const compare: Compare = compareWith(['b1'], {
      show: ['value', 'baseline', 'change', 'percent', 'index'],
    });
    await shown(crosstab({ compare }), { model: withDirection('less') });
    const cells = [...document.querySelectorAll('tbody tr:first-child td')].map((cell) => cell.textContent);
    expect(cells).toEqual(['60', '20', '↑ +40, worse', '↑ +200 %, worse', '↑ 300, worse']);
  });

  test('has periods side by side with their days, and the change between them', async () => {
    await shown(
      crosstab({
        compare: null,
        columns: {
          kind: 'periods',
          mode: 'alone',
          periods: [
            { id: 'p1', name: '', phrase: WINDOW },
            { id: 'p2', name: 'then', of: 'p1', baseline: 'previous span' },
          ],
          changes: [{ id: 'd1', of: 'p1', against: 'p2' }],
        },
      }),
      { window: '1971' },
    );
    expect(page()).toContain('21–30 Jan 1970');
    expect(page()).toContain('then11–20 Jan 1970');
    const cells = [...document.querySelectorAll('tbody tr:first-child td')].map((cell) => cell.textContent);
    expect(cells).toEqual(['60', '20', '↑ +200 %']);
  });

  test('a change leads to where it comes from', async () => {
    await shown(crosstab());
    fireEvent.click(screen.getAllByTitle('Where this change comes from')[1]!);
    expect(useChangeAsked.getState().asked).toEqual({
      visual: 'it',
      baseline: 'b1',
      measure: 0,
      bucket: null,
      key: ['Tamsel'],
    });
    act(() => useChangeAsked.getState().open(null));
  });
});

test('a calendar map is tinted by the change, and says so', async () => {
  await shown(figure({ kind: 'calendarmap' }), { model: withDirection('more') });
  const map = screen.getByRole('img', { name: /tinted by the change against before/ });
  expect(page()).toContain('↑ more than before: 11–20 Jan 1970');
  fireEvent.keyDown(map, { key: 'Home' });
  expect(screen.getByRole('status').textContent).toContain('before, Sun 11 Jan 1970: 2, +200 %');
});

describe('the settings of a comparison', () => {
  function Settings() {
    const visual = useDocument().visuals.find((entry) => entry.id === 'it') as MeasuredVisual;
    const { store } = dashboardNow;
    return (
      <CompareSettings
        visual={visual}
        change={(part) =>
          store.getState().change((old) => ({
            ...old,
            visuals: old.visuals.map((entry) =>
              entry.id === 'it' ? ({ ...entry, ...part } as Visual) : entry,
            ),
          }))
        }
      />
    );
  }
  let dashboardNow: OpenDashboard;
  const compareIn = () => {
    const visual = dashboardNow.store.getState().document.visuals[0]!;
    return isMeasured(visual) ? visual.compare : null;
  };

  test('a baseline is switched on and off, with its days beside it', async () => {
    dashboardNow = await open(figure({ compare: null }));
    showIn(dashboardNow, <Settings />);
    fireEvent.click(screen.getByLabelText('before'));
    expect(compareIn()).toEqual(compareWith(['b1']));
    await dashboardNow.answer();
    expect(page()).toContain('Now 11–20 Jan 1970');
    fireEvent.click(screen.getByLabelText('before'));
    expect(compareIn()).toBeNull();
  });

  test('another one is typed once, and is then a baseline of the dashboard', async () => {
    dashboardNow = await open(figure());
    showIn(dashboardNow, <Settings />);
    const field = screen.getByRole('combobox', { name: 'Compare with another' });
    fireEvent.change(field, { target: { value: 'last month' } });
    fireEvent.blur(field);
    expect(dashboardNow.store.getState().document.baselines.at(-1)).toEqual({
      id: 'b3',
      name: '',
      text: 'last month',
    });
    expect(compareIn()!.with).toEqual(['b1', 'b3']);
  });

  test('what is shown, and whether readers can add to it', async () => {
    dashboardNow = await open(figure());
    showIn(dashboardNow, <Settings />);
    fireEvent.click(screen.getByLabelText('An index, the baseline as 100'));
    fireEvent.click(screen.getByLabelText('Readers can add comparisons'));
    expect(compareIn()).toMatchObject({ show: ['value', 'baseline', 'percent', 'index'], open: false });
    fireEvent.click(screen.getByRole('button', { name: 'Compare with nothing' }));
    expect(compareIn()).toBeNull();
  });
});

test('a reader adds a comparison from the corner of a visual, and takes it away', async () => {
  const dashboard = await open(figure({ compare: null }));
  const visual = dashboard.store.getState().document.visuals[0] as MeasuredVisual;
  showIn(dashboard, <CompareButton visual={visual} title="Seats" style={{}} onChange={undefined} />);
  fireEvent.click(screen.getByRole('button', { name: 'Compare Seats with …' }));
  fireEvent.click(screen.getByRole('button', { name: 'previous span' }));
  expect(dashboard.held.state.compare).toEqual({ it: [{ text: 'previous span' }] });
  await dashboard.answer();
  expect(page()).toContain('previous span 11–20 Jan 1970');
  fireEvent.click(screen.getByRole('button', { name: 'Take previous span away' }));
  expect(dashboard.held.state.compare).toEqual({});
});

function Notes() {
  const visual = useDocument().visuals[0] as MeasuredVisual;
  const answer = useVisualAnswer('it');
  return isShown(answer) ? <CompareNotes visual={visual} answer={answer} /> : null;
}
const notesIn = (dashboard: OpenDashboard, mode: string) =>
  showIn(
    dashboard,
    <NuqsTestingAdapter searchParams={`?mode=${mode}`}>
      <Notes />
    </NuqsTestingAdapter>,
  );

test('a designer mends what is told of a comparison with one click', async () => {
  const dashboard = await open(
    figure({ ownPeriod: { phrase: '1970-01-15/1970-02-10', named: null, mode: 'replace', anchor: null } }),
  );
  notesIn(dashboard, 'arrange');
  expect(page()).toContain('the window is not finished: data to 30 Jan 1970');
  fireEvent.click(screen.getByRole('button', { name: 'only days with data' }));
  const visual = dashboard.store.getState().document.visuals[0] as MeasuredVisual;
  expect(visual.compare).toMatchObject({ with: ['b1'], days: 'with data' });
});

test('a reader lets the control count from the latest day; the design stays', async () => {
  const dashboard = await open(figure(), { window: 'last 40 days' });
  notesIn(dashboard, 'read');
  expect(screen.queryByRole('button', { name: 'only days with data' })).toBeNull();
  fireEvent.click(screen.getByRole('button', { name: 'count from the latest day' }));
  expect(dashboard.held.state.periods.span).toBe('last 40 days counted from latest so far');
});

describe('the periods of a crosstab', () => {
  let dashboard: OpenDashboard;
  function Settings() {
    const visual = useDocument().visuals[0] as Crosstab;
    return (
      <PeriodColumnSettings
        visual={visual}
        change={(part) =>
          dashboard.store
            .getState()
            .change((old) => ({ ...old, visuals: [{ ...visual, ...part }, ...old.visuals.slice(1)] }))
        }
      />
    );
  }
  const columnsIn = () => (dashboard.store.getState().document.visuals[0] as Crosstab).columns;

  test('begin with a month beside the same a year earlier, are added, named, taken away, and drawn as lines', async () => {
    dashboard = await open(crosstab({ columns: { kind: 'grain' } }));
    showIn(dashboard, <Settings />);
    fireEvent.mouseDown(screen.getByRole('combobox', { name: 'Across' }));
    fireEvent.click(screen.getByRole('option', { name: 'A list of periods' }));
    expect(columnsIn()).toMatchObject({ kind: 'periods', changes: [{ of: 'p1', against: 'p2' }] });
    fireEvent.click(screen.getByRole('button', { name: 'Add a period' }));
    const days = screen.getByLabelText('Days of period 3');
    fireEvent.change(days, { target: { value: 'previous 3  full months' } });
    fireEvent.blur(days);
    expect(columnsIn()).toMatchObject({ periods: [{}, {}, { id: 'p3', phrase: 'last 3 full months' }] });
    fireEvent.click(screen.getByRole('button', { name: 'Leave out same span 1 year earlier' }));
    expect(columnsIn()).toMatchObject({ periods: [{ id: 'p1' }, { id: 'p3' }], changes: [] });
    fireEvent.click(screen.getByRole('button', { name: 'Draw these periods as lines' }));
    expect(dashboard.store.getState().document.visuals.at(-1)).toMatchObject({
      kind: 'line',
      ownPeriod: { phrase: 'last month' },
    });
  });
});

test('the sheet lists what each value adds, goes deeper, and keeps only one value', async () => {
  const answer: Contributions = {
    now: 60,
    then: 20,
    apart: null,
    by: [
      {
        dimension: { dataset: 'trips', column: 'route' },
        name: 'route',
        entries: [
          { value: 'Veldry', now: 50, then: 10, adds: 40, rate: null, weight: null, kind: 'both' },
          { value: 'Tamsel', now: null, then: 10, adds: -10, rate: null, weight: null, kind: 'gone' },
          { value: null, now: 10, then: null, adds: 10, rate: null, weight: null, kind: 'new' },
        ],
      },
    ],
  };
  const asked: unknown[] = [];
  globalThis.fetch = jest.fn((_: unknown, init: RequestInit) => {
    asked.push((JSON.parse(init.body as string) as { within: unknown }).within);
    return Promise.resolve({ ok: true, json: () => Promise.resolve(answer) });
  }) as unknown as typeof fetch;
  const dashboard = await open(figure());
  act(() =>
    useChangeAsked.getState().open({ visual: 'it', baseline: 'b1', measure: 0, bucket: null, key: [] }),
  );
  showIn(dashboard, <ChangeSheet />);
  await waitFor(() => expect(page()).toContain('60 against 20: ↑ +200 %, +40'));
  expect(page()).toMatch(/Tamsel gone.*−10/);
  fireEvent.click(screen.getAllByRole('button', { name: 'Keep only it' })[0]!);
  expect(dashboard.held.state.choices.route).toEqual(['Veldry']);
  fireEvent.click(screen.getAllByTitle('Go into it, one dimension deeper')[0]!);
  await waitFor(() =>
    expect(asked).toContainEqual([{ dimension: { dataset: 'trips', column: 'route' }, value: 'Veldry' }]),
  );
  fireEvent.click(screen.getByRole('button', { name: 'Close' }));
  expect(useChangeAsked.getState().asked).toBeNull();
});
