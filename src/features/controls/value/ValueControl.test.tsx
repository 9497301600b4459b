/** Value controls: what readers type and choose, and how a designer comes by one. */
import { act, fireEvent, screen } from '@testing-library/react';
import type { Control } from '../../../core/dashboard/document/controls';
import { CONTROL_DEFAULTS } from '../../../core/dashboard/document/kinds/entry';
import { line } from '../../../core/dashboard/document/testing';
import { documentOf } from '../../../core/dashboard/wiring/testing';
import { openDashboard, showIn } from '../../workspace/testing';
import { useDocument } from '../../workspace/workspace';
import { ConditionSettings } from '../condition/ConditionSettings';
import { fresh } from '../testing';

const value = (change: object) => fresh('value', { name: 'least', title: 'Least', ...change });
const field = () => screen.getByLabelText<HTMLInputElement>('Least, value');
const type = (text: string) => {
  fireEvent.change(field(), { target: { value: text } });
  fireEvent.blur(field());
};

test('a number is held with a point, and put back to blank', async () => {
  const { dashboard, id } = await value({});
  expect(document.body.textContent).toContain('Blank: its conditions are off.');
  expect(field().value).toBe('');
  type('1,250.5');
  expect(dashboard.held.state.values).toEqual({ [id]: '1250.5' });
  await dashboard.answer();
  expect(field().value).toBe('1,250.5');
  fireEvent.click(screen.getByRole('button', { name: 'Clear' }));
  expect(dashboard.held.state.values).toEqual({});
});

test('what an address holds that is no number is shown as none', async () => {
  const { dashboard, id } = await value({});
  act(() => dashboard.held.hold(id, 'many'));
  await dashboard.answer();
  expect(field().value).toBe('');
  act(() => dashboard.held.hold(id, '-3'));
  await dashboard.answer();
  expect(field().value).toBe('-3');
});

test('what is no number is not held', async () => {
  const { dashboard } = await value({});
  type('many');
  expect(dashboard.held.state.values).toBeUndefined();
  expect(screen.getByText('A number.')).toBeTruthy();
});

test('a day is typed in any common form', async () => {
  const { dashboard, id } = await value({ type: 'date' });
  type('28 Feb 2026');
  expect(dashboard.held.state.values).toEqual({ [id]: '2026-02-28' });
});

test('a text is taken as it is', async () => {
  const { dashboard, id } = await value({ type: 'text' });
  type("it's % of :x");
  expect(dashboard.held.state.values).toEqual({ [id]: "it's % of :x" });
});

test('one of a list is chosen, and a value of an address that is not in it is told', async () => {
  const { dashboard, id } = await value({ type: 'text', allowed: ['web', 'desk'], required: true });
  expect(document.body.textContent).toContain('until then no row is kept');
  fireEvent.mouseDown(screen.getByRole('combobox', { name: 'Least, value' }));
  fireEvent.click(screen.getByRole('option', { name: 'desk' }));
  expect(dashboard.held.state.values).toEqual({ [id]: 'desk' });
  act(() => dashboard.held.hold(id, 'phone'));
  await dashboard.answer();
  expect(screen.getByRole('alert').textContent).toContain('“phone” does not fit. One of web, desk.');
});

function Settings() {
  const control = useDocument().controls.find((entry) => entry.kind === 'condition')!;
  return <ConditionSettings control={control} change={() => undefined} />;
}

test('a condition that asks for a value adds its control with one click', async () => {
  const asking = {
    ...CONTROL_DEFAULTS,
    id: 'which',
    kind: 'condition',
    title: '',
    dataset: 'trips',
    join: 'all',
    open: false,
    groups: [
      { join: 'all', entries: [{ id: 'a', name: '', sql: 'route = :port', definition: null, on: true }] },
    ],
  } as Control;
  const dashboard = await openDashboard(documentOf(line('sea'), asking));
  showIn(dashboard, <Settings />);
  fireEvent.click(screen.getByRole('button', { name: 'Add a value control :port' }));
  const { controls, layout } = dashboard.store.getState().document;
  expect(controls.at(-1)).toMatchObject({ kind: 'value', name: 'port', type: 'text' });
  expect(layout.some((place) => place.item === controls.at(-1)!.id)).toBe(true);
  expect(screen.queryByRole('button', { name: 'Add a value control :port' })).toBeNull();
  act(() => dashboard.store.temporal.getState().undo());
  expect(dashboard.store.getState().document.controls).toHaveLength(1);
});
