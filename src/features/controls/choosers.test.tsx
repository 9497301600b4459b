/** What readers choose for visuals: measures, grain, and what to compare with. */
import { fireEvent, screen } from '@testing-library/react';
import type { Control } from '../../core/dashboard/document/controls';
import { CONTROL_DEFAULTS } from '../../core/dashboard/document/kinds/entry';
import { compareWith } from '../../core/dashboard/document/kinds/compare';
import { line, timeline } from '../../core/dashboard/document/testing';
import type { Visual } from '../../core/dashboard/document/document';
import { documentOf } from '../../core/dashboard/wiring/testing';
import { shown } from './testing';

const ref = (measure: string) => ({ dataset: 'trips', measure });
const chooser = (kind: string, more: object): Control =>
  ({ ...CONTROL_DEFAULTS, id: 'choice', title: 'Choose', kind, ...more }) as unknown as Control;
const option = (name: RegExp) => screen.getByLabelText<HTMLInputElement>(name);

describe('a measure chooser', () => {
  const document = documentOf(
    line('sea'),
    chooser('measures', { offer: [ref('seats'), ref('fare'), ref('gone')], several: false, default: [0] }),
  );

  test('shows the chosen measure at once, and goes back to its default', async () => {
    const dashboard = await shown(document, 'choice');
    fireEvent.click(option(/Fare/));
    await dashboard.answer();
    const { sea } = dashboard.answers.getState().visuals;
    expect(sea?.kind === 'chart' && sea.series.map((series) => series.name)).toEqual(['Fare']);
    fireEvent.click(screen.getByRole('button', { name: 'Reset' }));
    expect(dashboard.held.state.measures).toEqual({});
  });

  test('a measure that is not there cannot be chosen, and says why', async () => {
    await shown(document, 'choice');
    expect(option(/it is not there any more/).disabled).toBe(true);
  });

  test('several fill several slots, in the order in which they are chosen', async () => {
    const several = chooser('measures', { offer: [ref('seats'), ref('fare')], several: true, default: [] });
    const dashboard = await shown(documentOf(line('sea'), several), 'choice');
    fireEvent.click(option(/Fare/));
    fireEvent.click(option(/Seats/));
    expect(dashboard.held.state.measures).toEqual({ choice: [1, 0] });
    fireEvent.click(option(/Fare/));
    expect(dashboard.held.state.measures).toEqual({ choice: [0] });
  });
});

describe('a grain chooser', () => {
  test('offers what the window allows, and says why the rest cannot be chosen', async () => {
    const document = documentOf(
      line('sea'),
      timeline('span', '1970-02'),
      chooser('grain', { offer: ['auto', 'day', 'month', 'year'], default: 'auto' }),
    );
    const dashboard = await shown(document, 'choice');
    expect(option(/By day/).disabled).toBe(false);
    expect(option(/By month.*the window lies in a single month/).disabled).toBe(true);
    fireEvent.click(option(/By day/));
    expect(dashboard.held.state.grains).toEqual({ choice: 'day' });
  });
});

describe('a baseline chooser', () => {
  const baselines = [
    { id: 'b1', name: 'before', text: 'previous span' },
    { id: 'b2', name: '', text: 'same span 1 year earlier' },
    { id: 'b3', name: 'overlapping', text: 'same span 5 days earlier' },
  ];
  const sea: Visual = { ...line('sea'), compare: compareWith(['b1']) } as Visual;
  const open = (more: object = {}) => {
    const control = chooser('baselines', {
      offer: ['b1', 'b2', 'b3'],
      several: false,
      open: true,
      default: ['b1'],
      ...more,
    });
    // Rows lie from 11 January to 19 February 1970.
    const document = { ...documentOf(sea, timeline('span', '1970-02-08/1970-02-17'), control), baselines };
    return shown(document, 'choice');
  };

  test('tells the days of each entry, the days it shares, and why one cannot be chosen', async () => {
    await open();
    expect(option(/before.*29 Jan – 7 Feb 1970/).checked).toBe(true);
    expect(option(/overlapping.*shares 5 days/).disabled).toBe(false);
    expect(option(/same span 1 year earlier.*no data/).disabled).toBe(true);
  });

  test('one of them, or nothing', async () => {
    const dashboard = await open();
    fireEvent.click(option(/overlapping/));
    expect(dashboard.held.state.baselines).toEqual({ choice: ['b3'] });
    fireEvent.click(option(/^Nothing/));
    expect(dashboard.held.state.baselines).toEqual({ choice: [] });
    await dashboard.answer();
    const { sea: chart } = dashboard.answers.getState().visuals;
    expect(chart?.kind === 'chart' && chart.against).toBeUndefined();
  });

  test('several at once', async () => {
    const dashboard = await open({ several: true });
    fireEvent.click(option(/overlapping/));
    expect(dashboard.held.state.baselines).toEqual({ choice: ['b1', 'b3'] });
  });

  test('one that the reader types is taken in its canonical form, and listed with its days', async () => {
    const dashboard = await open();
    const field = screen.getByRole('combobox', { name: 'Another one for Choose' });
    fireEvent.change(field, { target: { value: 'same  span 3 DAY earlier' } });
    fireEvent.blur(field);
    expect(dashboard.held.state.baselines).toEqual({ choice: [{ text: 'same span 3 days earlier' }] });
    await dashboard.answer();
    expect(option(/same span 3 days earlier.*5–14 Feb 1970/).checked).toBe(true);
  });

  test('what is no baseline is not taken, and the place of the error is told', async () => {
    const dashboard = await open();
    const field = screen.getByRole('combobox', { name: 'Another one for Choose' });
    fireEvent.change(field, { target: { value: 'same span 3 dayz earlier' } });
    fireEvent.blur(field);
    expect(dashboard.held.state.baselines).toBeUndefined();
    expect(screen.getByRole('alert').textContent).toContain('does not fit here');
  });
});
