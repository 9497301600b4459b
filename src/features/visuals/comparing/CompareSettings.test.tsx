/** Comparisons as designers set them, and periods across a crosstab. */
import { fireEvent, screen } from '@testing-library/react';
import { isMeasured, type Crosstab, type MeasuredVisual } from '../../../core/dashboard/document/visuals';
import { compareWith } from '../../../core/dashboard/document/kinds/compare';
import { showIn, type OpenDashboard } from '../../workspace/testing';
import { useDocument } from '../../workspace/workspace';
import { PeriodColumnSettings } from '../crosstab/PeriodColumnSettings';
import { CompareSettings } from './CompareSettings';
import { crosstab, figure, open, page } from './testing';

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
            visuals: old.visuals.map((entry) => (entry.id === 'it' ? { ...entry, ...part } : entry)),
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
    expect(page()).not.toContain('stay out');
    fireEvent.click(screen.getByRole('button', { name: 'Leave out same span 1 year earlier' }));
    expect(columnsIn()).toMatchObject({ periods: [{ id: 'p1' }, { id: 'p3' }], changes: [] });
    fireEvent.click(screen.getByRole('button', { name: 'Draw these periods as lines' }));
    expect(dashboard.store.getState().document.visuals.at(-1)).toMatchObject({
      kind: 'line',
      ownPeriod: { phrase: 'last month' },
    });
  });

  test('those that cannot be lines are told before they are drawn', async () => {
    dashboard = await open(
      crosstab({
        columns: {
          kind: 'periods',
          mode: 'alone',
          periods: [
            { id: 'p1', name: '', phrase: 'last month' },
            { id: 'p2', name: '', of: 'p1', baseline: 'previous span' },
            { id: 'p3', name: '', of: 'p2', baseline: 'previous span' },
          ],
          changes: [],
        },
      }),
    );
    showIn(dashboard, <Settings />);
    expect(page()).toContain('1 of 3 periods stay out');
  });
});
