/** What visuals show, by their kinds and their answers. */
import { act, fireEvent, screen, within } from '@testing-library/react';
import type { Control, DashboardDocument, Visual } from '../../core/dashboard/document/document';
import { shownMeasure } from '../../core/dashboard/document/kinds/measured';
import { newPart } from '../../core/dashboard/document/parts';
import { bar, line, slicer, timeline } from '../../core/dashboard/document/testing';
import { VISUAL_KINDS, type VisualKind } from '../../core/dashboard/document/visuals';
import type { VisualAnswer } from '../../core/dashboard/turn/answer';
import { documentOf } from '../../core/dashboard/wiring/testing';
import { withNewItem } from '../../core/dashboard/wiring/wires';
import { TEST_MODEL } from '../../core/model/testing';
import { openDashboard, showIn, type OpenDashboard } from '../workspace/testing';
import { useDocument, useVisualAnswer } from '../workspace/workspace';
import { VisualBody } from './VisualBody';

const KINDS = Object.keys(VISUAL_KINDS) as VisualKind[];

function Shown({ id, answer }: { id: string; answer?: VisualAnswer }) {
  const visual = useDocument().visuals.find((entry) => entry.id === id);
  const own = useVisualAnswer(id);
  return visual ? <VisualBody visual={visual} answer={answer ?? own} /> : null;
}

async function shown(document: DashboardDocument, id: string, rows?: Parameters<typeof openDashboard>[1]) {
  const dashboard = await openDashboard(document, rows);
  showIn(dashboard, <Shown id={id} />);
  return dashboard;
}

async function fresh(kind: VisualKind, answer?: VisualAnswer) {
  const base = documentOf(timeline('span'), slicer('routes'));
  const part = newPart(base, TEST_MODEL, kind)! as Visual;
  const dashboard = await openDashboard(withNewItem(base, TEST_MODEL, part));
  showIn(dashboard, <Shown id={part.id} {...(answer ? { answer } : {})} />);
  return { dashboard, id: part.id };
}

const page = () => document.body.textContent ?? '';

describe.each(KINDS)('a fresh %s', (kind) => {
  test('shows something of its rows', async () => {
    // The rows of a table come from the server, page by page.
    if (kind === 'table') return;
    await fresh(kind);
    expect(page()).not.toContain('Reading…');
    expect(document.body.querySelector('svg, table, [role=grid], [role=img], [role=region]')).not.toBeNull();
  });

  test('says so while it is read', async () => {
    await fresh(kind, { kind: 'elsewhere' });
    expect(page()).toContain('Reading…');
  });

  test('tells what is wrong, and alerts', async () => {
    await fresh(kind, { kind: 'broken', message: 'There is no dataset “trips” here.' });
    expect(screen.getByRole('alert').textContent).toBe('There is no dataset “trips” here.');
  });
});

describe('an empty visual', () => {
  // Rows lie from day 10 (11 January 1970) to day 49.
  const far = (): DashboardDocument => documentOf(line('sea'), timeline('span', '1971-03'));

  test('says when there is data, and leads there with one click', async () => {
    const dashboard = await shown(far(), 'sea');
    expect(page()).toContain('No data March 1971. Nearest: Thu 19 Feb 1970.');
    fireEvent.click(screen.getByRole('button', { name: 'Go there' }));
    expect(dashboard.held.state.periods.span).toBe('1970-02');
  });

  test('where no row is left by choices, offers every value again', async () => {
    const dashboard = await shown(
      documentOf(line('sea'), timeline('span', '1970-01'), {
        ...slicer('routes'),
        default: ['Nowhere'],
      } as Control),
      'sea',
    );
    expect(page()).toContain('No rows for these choices');
    fireEvent.click(screen.getByRole('button', { name: 'Show every value' }));
    expect(dashboard.held.state.choices.routes).toEqual([]);
  });

  test('where windows do not meet, lets the first decide', async () => {
    const dashboard = await shown(
      documentOf(line('sea'), timeline('span', '1970-01'), timeline('other', '1970-02')),
      'sea',
    );
    expect(page()).toContain('the windows of its time controls do not meet');
    fireEvent.click(screen.getByRole('button', { name: /^Let / }));
    expect(dashboard.held.state.periods).toEqual({ other: 'all' });
  });
});

describe('bars', () => {
  const rows = ['a', 'b', 'c', 'd', 'e'].map((route, i) => ({
    day: 10 + i,
    other: null,
    route,
    channel: i % 2 ? 'web' : 'desk',
    seats: 10 - i,
    cents: 100,
  }));
  const bars = (more: object): Visual =>
    ({ ...bar('bars'), limit: 2, rest: 'others', picks: true, ...more }) as Visual;
  const marks = (dashboard: OpenDashboard) => dashboard.held.state.picks?.bars;

  test('beyond a limit stand as one, named by how many there are', async () => {
    await shown(documentOf(bars({})), 'bars', rows);
    expect(page()).toContain('3 others');
  });

  test('of all others choose all but those that stand by themselves', async () => {
    const dashboard = await shown(documentOf(bars({})), 'bars', rows);
    const chart = screen.getByRole('img', { name: /^Bar chart/ });
    chart.focus();
    fireEvent.keyDown(chart, { key: 'End' });
    fireEvent.keyDown(chart, { key: ' ' });
    expect(marks(dashboard)).toEqual({ days: null, keys: [['a'], ['b']], exclude: true });
  });

  test('with a split name each series once', async () => {
    await shown(documentOf(bars({ split: { dataset: 'trips', column: 'channel' } })), 'bars', rows);
    const legend = screen.getByRole('list');
    expect(
      within(legend)
        .getAllByRole('listitem')
        .map((entry) => entry.textContent),
    ).toEqual(['desk', 'web']);
  });
});

describe('a figure', () => {
  test('has its unit and its decimals', async () => {
    const figure = { ...newPart(documentOf(), TEST_MODEL, 'figure')!, id: 'fare' } as Visual;
    await shown(documentOf({ ...figure, measures: [shownMeasure('trips', 'fare')] } as Visual), 'fare');
    expect(page()).toContain('1.00 €');
  });
});

describe('a line', () => {
  test('of one bucket says so, and goes into it with one click', async () => {
    const dashboard = await shown(documentOf({ ...line('sea'), grain: 'year' } as Visual), 'sea');
    expect(page()).toContain('One year: one point.');
    fireEvent.click(screen.getByRole('button', { name: 'By quarter' }));
    expect(dashboard.held.state.drills).toEqual({ sea: '1970' });
  });

  test('of several buckets says nothing of the kind', async () => {
    await shown(documentOf({ ...line('sea'), grain: 'month' } as Visual), 'sea');
    expect(page()).not.toContain('one point');
  });

  test('on which marks can be chosen is gone into by a double click, which keeps what it chose', async () => {
    const dashboard = await shown(
      documentOf({ ...line('sea'), grain: 'month', picks: true } as Visual),
      'sea',
    );
    const chart = screen.getByRole('img', { name: /^Line chart/ });
    const at = { clientX: 150, clientY: 100, button: 0, pointerId: 1, bubbles: true };
    fireEvent.pointerMove(chart, at);
    for (let i = 0; i < 2; i++) {
      fireEvent.pointerDown(chart, at);
      fireEvent.pointerUp(chart, at);
    }
    fireEvent.doubleClick(chart, at);
    expect(dashboard.held.state.drills).toEqual({ sea: '1970-01' });
    expect(dashboard.held.state.picks?.sea).toMatchObject({ days: '1970-01-01/1970-01-31' });
  });
});

describe('a text', () => {
  const text = (words: string, more: object = {}): Visual =>
    ({ ...newPart(documentOf(), TEST_MODEL, 'text')!, id: 'words', text: words, ...more }) as Visual;
  const region = () => screen.getByRole('region');

  test('is filled with measures, window, freshness and choices', async () => {
    const measures = [shownMeasure('trips', 'seats'), shownMeasure('trips', 'fare')];
    const words =
      '{measure} seats at {measure 2} in {window}, asked {asked}; to {latest}. {choices}. {nothing}';
    const dashboard = await shown(
      documentOf(text(words, { measures }), timeline('span', '1970-01-12/1970-01-13'), slicer('route')),
      'words',
    );
    expect(region().textContent).toBe(
      '5 seats at 1.00 € in 12–13 Jan 1970, asked 12–13 Jan 1970; to Thu 19 Feb 1970. All choices are open. {nothing}',
    );
    act(() => dashboard.held.hold('route', ['Veldry']));
    await dashboard.answer();
    expect(region().textContent).toContain('route Veldry');
  });

  test('has plain styles, and no code of anybody’s', async () => {
    await shown(
      documentOf(
        text(
          '# Head\n\n**strong** <script>alert(1)</script> <img src=x onerror="alert(1)"> [go](javascript:alert(1)) ![sea](http://elsewhere/x.png)',
        ),
      ),
      'words',
    );
    expect(within(region()).getByRole('heading', { name: 'Head' })).toBeTruthy();
    expect(region().querySelector('strong')?.textContent).toBe('strong');
    expect(region().querySelectorAll('script, img, [onerror]')).toHaveLength(0);
    expect(region().innerHTML).not.toContain('javascript:');
    expect(region().textContent).toContain('sea');
  });

  test('takes words of the data as they are', async () => {
    const rows = [{ day: 10, other: null, route: '**A** [b](c)', channel: 'web', seats: 1, cents: 1 }];
    await shown(
      documentOf(text('{choices}'), { ...slicer('route'), default: ['**A** [b](c)'] } as Control),
      'words',
      rows,
    );
    expect(region().textContent).toContain('route **A** [b](c)');
    expect(region().querySelector('strong, a')).toBeNull();
  });
});

describe('the brackets of a chart', () => {
  // Forty days from 11 January 1970 on, by day: 40 buckets.
  const handle = (side: string) =>
    screen.getByRole('slider', { name: `${side} of the window, moves Timeline` });

  test('move the control that decides there, by keys and by dragging', async () => {
    const dashboard = await shown(documentOf(line('sea'), timeline('span', '1970-01-20/1970-02-10')), 'sea');
    fireEvent.keyDown(handle('Start'), { key: 'ArrowRight' });
    expect(dashboard.held.state.periods.span).toBe('1970-01-21/1970-02-10');
    await dashboard.answer();
    const at = { clientX: 300, clientY: 40, button: 0, pointerId: 1, bubbles: true };
    fireEvent.pointerDown(handle('End'), at);
    fireEvent.pointerMove(handle('End'), { ...at, clientX: 200 });
    expect(dashboard.held.state.periods.span).toBe('1970-01-21/1970-02-10');
    fireEvent.pointerUp(handle('End'), { ...at, clientX: 200 });
    const [first, last] = dashboard.held.state.periods.span!.split('/');
    expect(first).toBe('1970-01-21');
    expect(last! < '1970-02-10' && last! >= '1970-01-21').toBe(true);
  });

  test('are not there where no control decides', async () => {
    const own = { ...line('sea'), ownPeriod: { phrase: '1970-02', mode: 'replace', anchor: null } } as Visual;
    await shown(documentOf(own, timeline('span')), 'sea');
    expect(screen.queryAllByRole('slider')).toEqual([]);
  });
});
