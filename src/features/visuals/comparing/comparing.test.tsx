/** Comparisons as they are seen: in figures, charts, crosstabs and calendar maps. */
import { act, fireEvent, screen } from '@testing-library/react';
import type { Visual } from '../../../core/dashboard/document/document';
import { compareWith, type Compare } from '../../../core/dashboard/document/kinds/compare';
import { bar, line } from '../../../core/dashboard/document/testing';
import type { Direction, Model } from '../../../core/model/model';
import { TEST_MODEL } from '../../../core/model/testing';
import { showIn } from '../../workspace/testing';
import { useDocument, useVisualAnswer } from '../../workspace/workspace';
import { changeColour, changeOpacity, STEPS } from '../calendarmap/changeTint';
import { VisualBody } from '../VisualBody';
import { MarkMenu } from '../rows/MarkMenu';
import { WHOLE_MARK } from '../../../core/dashboard/turn/behind';
import { useMarkMenu, useRowsAsked } from '../../workspace/rowsAsked';
import { useChangeAsked } from './changeAsked';
import { crosstab, figure, open, page, WINDOW } from './testing';

const withDirection = (direction: Direction): Model => ({
  ...TEST_MODEL,
  datasets: TEST_MODEL.datasets.map((dataset) => ({
    ...dataset,
    measures: dataset.measures.map((measure) => ({ ...measure, direction })),
  })),
});
function Shown() {
  const visual = useDocument().visuals.find((entry) => entry.id === 'it')!;
  return <VisualBody visual={visual} answer={useVisualAnswer('it')} />;
}

async function shown(visual: Visual, options: Parameters<typeof open>[1] = {}) {
  const dashboard = await open(visual, options);
  showIn(
    dashboard,
    <>
      <Shown />
      <MarkMenu onClose={() => useMarkMenu.getState().open(null)} />
    </>,
  );
  return dashboard;
}
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
  test('holidays and events stand at the foot where the designer wants them, and are named with their bucket', async () => {
    const model: Model = { ...TEST_MODEL, special: [{ day: 22, name: 'Harbour Day', kind: 'holiday' }] };
    const visual = { ...line('it'), events: true, compare: compareWith(['b1']) } as Visual;
    await shown(visual, { model });
    expect(document.querySelectorAll('[data-mark="special days"]')).toHaveLength(1);
    const chart = screen.getByRole('img', { name: /against before/ });
    fireEvent.keyDown(chart, { key: 'Home' });
    expect(screen.getByRole('status').textContent).not.toContain('Harbour Day');
    fireEvent.keyDown(chart, { key: 'ArrowRight' });
    fireEvent.keyDown(chart, { key: 'ArrowRight' });
    expect(screen.getByRole('status').textContent).toContain('Harbour Day, 23 Jan');
  });

  test('nothing stands at the foot where they are not wanted', async () => {
    const model: Model = { ...TEST_MODEL, special: [{ day: 22, name: 'Harbour Day', kind: 'holiday' }] };
    await shown({ ...line('it'), events: false } as Visual, { model });
    expect(document.querySelectorAll('[data-mark="special days"]')).toHaveLength(0);
  });

  test('over time: a mark for each baseline, named with its days', async () => {
    await shown({ ...line('it'), compare: compareWith(['b1']) } as Visual);
    expect(document.querySelectorAll('[data-mark="baseline"]')).toHaveLength(1);
    expect(page()).toContain('before: 11–20 Jan 1970');
    const chart = screen.getByRole('img', { name: /against before: 11–20 Jan 1970/ });
    fireEvent.keyDown(chart, { key: 'Home' });
    expect(screen.getByRole('status').textContent).toContain('before, Sun 11 Jan 1970: 2, +200 %');
  });

  test.each<[string, Visual, string[]]>([
    ['a line of its own beside a line', line('it'), ['1.25']],
    ['a stroke over each bar, set off from it', { ...bar('it'), across: null } as Visual, ['4', '2']],
  ])('over time it is drawn as %s', async (_, visual, widths) => {
    await shown({ ...visual, compare: compareWith(['b1']) } as Visual);
    const paths = [...document.querySelectorAll('[data-mark="baselines"] path')];
    expect(paths.map((path) => path.getAttribute('stroke-width'))).toEqual(widths);
  });

  test.each<[Direction, string]>([
    ['more', 'better'],
    ['less', 'worse'],
    ['neither', 'neither'],
  ])('lying bars where %s is better: the change beside the value is %s', async (direction, tone) => {
    await shown({ ...bar('it'), compare: compareWith(['b1']) } as Visual, {
      model: withDirection(direction),
    });
    expect(tones()).toEqual([tone, tone]);
  });

  test('lying bars: a stroke for each baseline, and the change beside the value', async () => {
    await shown({ ...bar('it'), compare: compareWith(['b1']) } as Visual, { model: withDirection('more') });
    expect(document.querySelectorAll('[data-mark="baseline"]')).toHaveLength(1);
    expect(page()).toContain('30  ↑ +200 %');
  });

  test.each<[string, Visual, object]>([
    ['a bucket', { ...line('it'), compare: compareWith(['b1']) } as Visual, { bucket: 1, key: [] }],
    ['a bar', { ...bar('it'), compare: compareWith(['b1']) } as Visual, { bucket: null, key: ['Veldry'] }],
  ])('the change of %s leads to where it comes from', async (_, visual, place) => {
    await shown(visual);
    const chart = screen.getByRole('img', {
      name: /Right-click or Shift\+Enter: the rows behind it, where the change comes from/,
    });
    fireEvent.keyDown(chart, { key: 'Home' });
    fireEvent.keyDown(chart, {
      key: chart.getAttribute('aria-label')!.startsWith('Bar') ? 'ArrowDown' : 'ArrowRight',
    });
    expect(screen.getByRole('status').textContent).toContain('where the change comes from');
    const asked = { visual: 'it', baseline: 'b1', measure: 0, ...place };
    fireEvent.keyDown(chart, { key: 'Enter', shiftKey: true });
    fireEvent.click(screen.getByRole('menuitem', { name: 'Where the change comes from' }));
    expect(useChangeAsked.getState().asked).toEqual(asked);
    act(() => useChangeAsked.getState().open(null));
  });

  test('a chart that compares with nothing has no such change; its marks lead to their rows at once', async () => {
    await shown(line('it'));
    const chart = screen.getByRole('img');
    expect(chart.getAttribute('aria-label')).not.toContain('change');
    fireEvent.keyDown(chart, { key: 'Home' });
    fireEvent.keyDown(chart, { key: 'Enter', shiftKey: true });
    expect(useChangeAsked.getState().asked).toBeNull();
    const day = 20;
    expect(useRowsAsked.getState().asked).toEqual({
      visual: 'it',
      words: 'Seats, Wed 21 Jan 1970',
      mark: { ...WHOLE_MARK, days: { start: day, end: day } },
    });
    act(() => useRowsAsked.getState().open(null));
  });
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
    fireEvent.click(screen.getAllByTitle('Where this change comes from')[1]!);
    expect(useChangeAsked.getState().asked).toEqual({
      visual: 'it',
      baseline: 'd1',
      measure: 0,
      bucket: null,
      key: ['Tamsel'],
    });
    act(() => useChangeAsked.getState().open(null));
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

test.each<[Direction, number, string]>([
  ['more', 0, 'worse'],
  ['more', STEPS - 1, 'better'],
  ['less', 0, 'better'],
  ['less', STEPS - 1, 'worse'],
])('a calendar map where %s is better: step %i of the tint is %s', (direction, step, tone) => {
  expect(changeColour({ direction }, step)).toContain(tone);
});

test('a calendar map of what is neither better nor worse has colours of series, fainter towards no change', () => {
  expect(changeColour({ direction: 'neither' }, 0)).toContain('series');
  expect(changeOpacity(0)).toBe(1);
  expect(changeOpacity(STEPS / 2)).toBeLessThan(changeOpacity(STEPS - 1));
});

test('from a day of a calendar map it is asked where its change comes from, by keys and by the other button', async () => {
  await shown(figure({ kind: 'calendarmap' }));
  const map = screen.getByRole('img', { name: /^Calendar map/ });
  fireEvent.keyDown(map, { key: 'ArrowRight' });
  fireEvent.keyDown(map, { key: 'ArrowRight' });
  fireEvent.keyDown(map, { key: 'Enter', shiftKey: true });
  const second = { visual: 'it', baseline: 'b1', measure: 0, bucket: 1, key: [] };
  const change = () => screen.getByRole('menuitem', { name: 'Where the change comes from' });
  fireEvent.click(change());
  expect(useChangeAsked.getState().asked).toEqual(second);
  act(() => useChangeAsked.getState().open(null));
  fireEvent.contextMenu(map);
  fireEvent.click(change());
  expect(useChangeAsked.getState().asked).toEqual(second);
  act(() => useChangeAsked.getState().open(null));
});
